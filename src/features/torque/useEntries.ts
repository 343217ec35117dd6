'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type TorqueReading, type TorqueState, torqueState } from '@/core/torque/log';
import { ask } from '@/ui/ask';
import { type EntryTyped, enter } from './actions';
import type { TorquedJoint } from './TorqueView';

/** An entry that was made and is not in the stored log yet. */
interface Waiting {
  readonly key: string;
  /** The job whose log it goes into. */
  readonly jobId: string;
  /** Its place in the joint's own log. */
  readonly seq: number;
  readonly typed: Omit<EntryTyped, 'seq'>;
  readonly reading: TorqueReading;
}

export interface Entries {
  /** How a joint stands with everything that was entered, stored or still on its way. */
  stateOf(joint: TorquedJoint): TorqueState;
  /** Entries on their way to the server. */
  readonly waiting: number;
  /** Why entries are held up or were refused; null while all is well. */
  readonly trouble: string | null;
  enter(joint: TorquedJoint, typed: Omit<EntryTyped, 'seq'>, reading: TorqueReading): void;
}

const AGAIN_MS = 3000;

export const jointKey = (w: { readonly corner: string; readonly joint: string }): string => `${w.corner}/${w.joint}`;

const stored = (w: TorquedJoint): TorqueReading[] =>
  w.log.map(({ pass, lug, reading, angle, felt, shows }) => ({
    pass,
    lug,
    reading,
    angle,
    felt,
    ...(shows === null ? {} : { shows }),
  }));

/**
 * Torque entries on their way: the face goes on with the next lug at once, and they are sent one after another in order.
 * While the server cannot be reached they wait and are sent again; each carries its place in the log, so that one whose answer
 * was lost counts once. A refused entry is dropped with all that followed it at that joint, and said.
 */
export function useEntries(joints: readonly TorquedJoint[]): Entries {
  const [queue, setQueue] = useState<readonly Waiting[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const sending = useRef(false);
  /** Answered, and not on the page yet. */
  const kept = useRef(new WeakSet<Waiting>());

  // What the page shows as stored has arrived.
  const left = useMemo(() => {
    const lengths = new Map(joints.map((w) => [jointKey(w), w.log.length]));
    return queue.filter((q) => q.seq >= (lengths.get(q.key) ?? 0));
  }, [queue, joints]);
  useEffect(() => setQueue((q) => (left.length < q.length ? left : q)), [left]);

  const unsent = left.filter((q) => !kept.current.has(q));
  const first = unsent[0];

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new round sends the same entry once more.
  useEffect(() => {
    if (!first || sending.current) return;
    sending.current = true;
    void ask(() => enter(first.jobId, { ...first.typed, seq: first.seq })).then((result) => {
      sending.current = false;
      if (result.ok) {
        kept.current.add(first);
        setTrouble(null);
        setRound((n) => n + 1);
        return;
      }
      setTrouble(result.message);
      if (result.again) setTimeout(() => setRound((n) => n + 1), AGAIN_MS);
      else setQueue((q) => q.filter((x) => x.key !== first.key));
    });
  }, [first, round]);

  // Leaving now would lose what is on its way.
  const held = unsent.length > 0;
  useEffect(() => {
    if (!held) return;
    const stay = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener('beforeunload', stay);
    return () => window.removeEventListener('beforeunload', stay);
  }, [held]);

  const stateOf = useCallback(
    (w: TorquedJoint): TorqueState => {
      const key = jointKey(w);
      const now = torqueState(w.spec, [...stored(w), ...left.filter((q) => q.key === key).map((q) => q.reading)]);
      // Rechecks are counted from the last sign-off on.
      const before = torqueState(w.spec, stored(w)).rechecks - w.state.rechecks;
      return { ...now, rechecks: now.rechecks - before };
    },
    [left],
  );

  return {
    stateOf,
    waiting: unsent.length,
    trouble,
    enter: (w, typed, reading) => {
      const key = jointKey(w);
      setTrouble((t) => (left.length === 0 ? null : t));
      const seq = w.log.length + left.filter((x) => x.key === key).length;
      setQueue((q) => [...q, { key, jobId: w.jobId, seq, typed, reading }]);
    },
  };
}

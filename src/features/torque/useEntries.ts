'use client';

import { useCallback, useLayoutEffect, useMemo, useRef } from 'react';
import { v7 as newId } from 'uuid';
import { type TorqueReading, type TorqueState, torqueState } from '@/core/torque/log';
import { type Outbox, outboxNow, type Parcel, post, useOutbox } from '@/ui/outbox';
import type { EntryTyped } from '@/usecases/torque/torqueTyped';
import type { TorquedJoint } from './TorqueView';

/** What the face shows of an entry that the page does not have from the server yet. */
interface Shows {
  /** Its place in the joint's own log. */
  readonly seq: number;
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

const URL_OF_TORQUE = '/api/torque';

export const jointKey = (w: { readonly corner: string; readonly joint: string }): string => `${w.corner}/${w.joint}`;

/** Names a joint among those of all jobs. */
const groupOf = (w: TorquedJoint): string => `torque/${w.jobId}/${jointKey(w)}`;

const stored = (w: TorquedJoint): TorqueReading[] =>
  w.log.map(({ pass, lug, reading, angle, felt, shows }) => ({
    pass,
    lug,
    reading,
    angle,
    felt,
    ...(shows === null ? {} : { shows }),
  }));

/** Entries of a joint that the page does not show as stored yet, in their order. */
function ahead({ kept, waiting }: Outbox, joint: TorquedJoint): Shows[] {
  const group = groupOf(joint);
  return [...kept, ...waiting]
    .filter((p: Parcel) => p.group === group)
    .map((p) => p.shows as Shows)
    .filter((s) => s.seq >= joint.log.length);
}

/**
 * Torque entries on their way: the face goes on with the next lug at once, and they are sent through the outbox, one
 * after another in order, past a closed tab too. Each carries its place in the log, so that one whose answer was lost
 * counts once. A refused entry is dropped with all that followed it at that joint, and said.
 */
export function useEntries(joints: readonly TorquedJoint[]): Entries {
  const box = useOutbox();
  const groups = useMemo(() => new Set(joints.map(groupOf)), [joints]);
  // A pull that streams ends a second after it began: by then the page may know more than when it was begun.
  const latest = useRef(joints);
  useLayoutEffect(() => {
    latest.current = joints;
  }, [joints]);

  const stateOf = useCallback(
    (w: TorquedJoint): TorqueState => {
      const now = torqueState(w.spec, [...stored(w), ...ahead(box, w).map((s) => s.reading)]);
      // Rechecks are counted from the last sign-off on.
      const before = torqueState(w.spec, stored(w)).rechecks - w.state.rechecks;
      return { ...now, rechecks: now.rechecks - before };
    },
    [box],
  );

  return {
    stateOf,
    waiting: box.waiting.filter((p) => p.group !== undefined && groups.has(p.group)).length,
    trouble: box.trouble,
    enter: (w, typed, reading) => {
      // Two presses between two renders are two entries: the outbox itself is asked, and the log as the page has it
      // now.
      const now = latest.current.find((j) => groupOf(j) === groupOf(w)) ?? w;
      const seq = now.log.length + ahead(outboxNow(), now).length;
      const shows: Shows = { seq, reading };
      post({
        id: newId(),
        url: URL_OF_TORQUE,
        body: { jobId: w.jobId, entry: { ...typed, seq } },
        group: groupOf(w),
        shows,
      });
    },
  };
}

'use client';

import { useCallback, useMemo, useState } from 'react';
import { assemblePlan, type PlanParts } from '@/core/document/assemble';
import type { Adapter, Fastener, Hub, Locking, Plan, Spacer } from '@/core/document/document';
import { type Evaluation, evaluate } from '@/core/evaluate/evaluate';
import type { RubAssumptions } from '@/core/stance/archModel';
import { type AlsoHolds, alsoHold, inTheWay } from '@/core/whatif/alsoSets';
import type { BenchLine } from '@/usecases/job/choiceSent';
import { begun, changed, redone, undone } from './history';
import { type Left, type Saved, useKept } from './useKept';

/** What will be otherwise than it was measured, beside the plate. */
export type Later = 'camberChange' | 'lowerBy' | 'planned' | 'trim' | 'trimRight' | 'rightSpacer';

/** Everything of a plan that is taken in and measured. */
export type BenchParts = Omit<
  PlanParts,
  'spacer' | 'fastener' | 'leadSignOff' | Later | 'locking' | 'finish' | 'condition' | 'alsoSets'
>;

export interface Choice extends Pick<PlanParts, Later> {
  readonly spacer: Spacer;
  readonly fastener: Fastener;
  readonly locking?: Locking | undefined;
  readonly finish?: string | undefined;
  readonly condition?: Hub['condition'] | undefined;
  readonly alsoSets?: readonly string[] | undefined;
  readonly rub?: RubAssumptions | undefined;
  readonly adapterTyped?: Readonly<Record<string, string>> | undefined;
  readonly candidates?: readonly Pick<Choice, 'spacer' | 'fastener'>[];
}

/** As many as stand side by side on the screen. */
export const MOST_CANDIDATES = 4;

export interface Bench {
  readonly choice: Choice;
  readonly plan: Plan;
  readonly evaluation: Evaluation;
  /** How it holds on the other wheel sets that are prepared in the same job. */
  readonly also: readonly AlsoHolds[];
  /** So many points keep it from being approved. */
  readonly toClear: number;
  readonly lead: Plan['leadSignOff'];
  readonly saved: Saved;
  /** Keeps what is not kept yet. @returns where the bench stands then, null where it could not be kept */
  flush(): Promise<BenchLine | null>;
  /** What was set on this device and refused; null while there is none. */
  readonly left: Left | null;
  /** Puts another choice on the bench, as an edit that can be taken back. */
  putOn(choice: Choice): void;
  setSpacer(change: Partial<Spacer>): void;
  setFastener(fastener: Fastener): void;
  /** Camber, ride height, planned wheels, trim, or a right-hand plate of its own. */
  setLater(change: Pick<PlanParts, Later>): void;
  setLocking(locking: Locking): void;
  setFinish(finish: string): void;
  setCondition(condition: Hub['condition']): void;
  /** Other wheel sets that are prepared in the same job, by their id. */
  setAlso(alsoSets: readonly string[]): void;
  /** Wheel sets that could be. */
  readonly otherSets: NonNullable<PlanParts['otherSets']>;
  /** The adapter as far as it is known; texts that do not read are kept beside it. */
  setAdapter(adapter: Adapter | null, typed: Readonly<Record<string, string>> | null): void;
  /** What the rub map takes for granted. */
  setRub(rub: RubAssumptions): void;
  setLead(lead: Plan['leadSignOff']): void;
  /** Sets the choice on the bench aside to be compared; the oldest goes when there are four. */
  setAside(): void;
  /** Puts a candidate on the bench. */
  take(candidate: Pick<Choice, 'spacer' | 'fastener' | 'finish'>): void;
  /** Puts parts in the place of those that are on the bench; an adapter comes with all of its figures. */
  put(parts: Partial<Pick<Choice, 'spacer' | 'fastener' | 'locking' | 'finish'>>): void;
  drop(index: number): void;
  /** Takes the last edit back, or null while there is none. */
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
}

/** What somebody accepts by name: these parts, and none that come after. */
export const acceptedOf = (c: Choice): string =>
  JSON.stringify([
    c.spacer,
    c.fastener,
    c.camberChange,
    c.lowerBy,
    c.planned,
    c.trim,
    c.trimRight,
    c.rightSpacer,
    c.locking,
    c.condition,
    c.alsoSets,
  ]);

/** Fasteners, and no finish of others where those that are on the car stay or the original ones go back. */
const held = (fastener: Choice['fastener']): Partial<Choice> & Pick<Choice, 'fastener'> =>
  fastener.kind === 'present' || fastener.kind === 'original' ? { fastener, finish: undefined } : { fastener };

/** State of the bench: the choice, its live evaluation, and its saving in the background. */
export function useBench(jobId: string, startVersion: number, parts: BenchParts, start: Choice): Bench {
  const [history, setHistory] = useState(() => begun(start));
  const choice = history.now;
  const canUndo = history.past.length > 0;
  const canRedo = history.next.length > 0;
  const [accepted, setAccepted] = useState<{ lead: Plan['leadSignOff']; of: string } | null>(null);
  const of = acceptedOf(choice);
  const lead = accepted?.of === of ? accepted.lead : null;
  const takeUp = useCallback((found: Choice) => setHistory(begun(found)), []);
  const { saved, left, flush } = useKept(jobId, startVersion, start, choice, takeUp);

  const plan = useMemo(() => assemblePlan({ ...parts, ...choice, leadSignOff: lead }), [parts, choice, lead]);
  const evaluation = useMemo(() => evaluate(plan), [plan]);
  const also = useMemo(() => alsoHold(plan), [plan]);

  // One object as long as nothing in it changed, so that what is drawn later can be told apart from what is drawn now.
  return useMemo(() => {
    const setChoice = (to: (c: Choice) => Choice) => {
      const at = performance.now();
      setHistory((h) => changed(h, to(h.now), at));
    };
    return {
      choice,
      plan,
      evaluation,
      also,
      toClear: evaluation.blocking.length + also.filter(inTheWay).length,
      lead,
      saved,
      setLead: (by) => setAccepted({ lead: by, of }),
      left,
      flush,
      putOn: (to) => setChoice(() => to),
      setSpacer: (change) => setChoice((c) => ({ ...c, spacer: { ...c.spacer, ...change } })),
      setFastener: (fastener) => setChoice((c) => ({ ...c, ...held(fastener) })),
      setLater: (change) => setChoice((c) => ({ ...c, ...change })),
      setLocking: (locking) => setChoice((c) => ({ ...c, locking })),
      setFinish: (finish) => setChoice((c) => ({ ...c, finish })),
      setCondition: (condition) => setChoice((c) => ({ ...c, condition })),
      setAlso: (alsoSets) => setChoice((c) => ({ ...c, alsoSets: alsoSets.length > 0 ? alsoSets : undefined })),
      otherSets: parts.otherSets ?? [],
      setAdapter: (adapter, adapterTyped) =>
        setChoice((c) => ({
          ...c,
          spacer: { ...c.spacer, adapter },
          adapterTyped: adapterTyped ?? undefined,
        })),
      setRub: (rub) => setChoice((c) => ({ ...c, rub })),
      setAside: () =>
        setChoice((c) => ({
          ...c,
          candidates: [...(c.candidates ?? []), { spacer: c.spacer, fastener: c.fastener }].slice(-MOST_CANDIDATES),
        })),
      take: ({ spacer, fastener, ...looks }) => setChoice((c) => ({ ...c, spacer, ...looks, ...held(fastener) })),
      put: (parts) => setChoice((c) => ({ ...c, ...parts, ...(parts.spacer ? { adapterTyped: undefined } : {}) })),
      drop: (index) => setChoice((c) => ({ ...c, candidates: (c.candidates ?? []).filter((_, i) => i !== index) })),
      undo: canUndo ? () => setHistory(undone) : null,
      redo: canRedo ? () => setHistory(redone) : null,
    };
  }, [parts.otherSets, choice, plan, evaluation, also, lead, of, saved, left, flush, canUndo, canRedo]);
}

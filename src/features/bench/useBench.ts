'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { assemblePlan, type PlanParts } from '@/core/plan/assemble';
import type { Fastener, Plan, Spacer } from '@/core/plan/document';
import { type Evaluation, evaluate } from '@/core/plan/evaluate';
import { keepChoice } from './actions';

export interface Choice {
  readonly spacer: Spacer;
  readonly fastener: Fastener;
  readonly camberChange?: number | undefined;
  readonly candidates?: readonly Pick<Choice, 'spacer' | 'fastener'>[];
}

/** As many as stand side by side on the screen. */
export const MOST_CANDIDATES = 4;

export interface Bench {
  readonly choice: Choice;
  readonly plan: Plan;
  readonly evaluation: Evaluation;
  readonly lead: Plan['leadSignOff'];
  readonly saved: 'saved' | 'saving' | { failed: string };
  setSpacer(change: Partial<Spacer>): void;
  setFastener(fastener: Fastener): void;
  setCamberChange(degrees: number): void;
  setLead(lead: Plan['leadSignOff']): void;
  /** Sets the choice on the bench aside to be compared; the oldest goes when there are four. */
  setAside(): void;
  /** Puts a candidate on the bench. */
  take(candidate: Pick<Choice, 'spacer' | 'fastener'>): void;
  drop(index: number): void;
}

const SAVE_AFTER_MS = 350;

/** State of the bench: the choice, its live evaluation, and its saving in the background. */
export function useBench(jobId: string, startVersion: number, parts: Omit<PlanParts, 'spacer' | 'fastener' | 'leadSignOff' | 'camberChange'>, start: Choice): Bench {
  const [choice, setChoice] = useState(start);
  const [lead, setLead] = useState<Plan['leadSignOff']>(null);
  const [saved, setSaved] = useState<Bench['saved']>('saved');
  const version = useRef(startVersion);
  const queue = useRef(Promise.resolve());
  const stored = useRef(start);

  const plan = useMemo(() => assemblePlan({ ...parts, ...choice, leadSignOff: lead }), [parts, choice, lead]);
  const evaluation = useMemo(() => evaluate(plan), [plan]);

  useEffect(() => {
    if (choice === stored.current) return;
    setSaved('saving');
    const timer = setTimeout(() => {
      stored.current = choice;
      // One save at a time: each carries the version that the one before gave back.
      queue.current = queue.current.then(async () => {
        const result = await keepChoice(jobId, version.current, choice);
        if (result.ok) {
          version.current = result.value;
          setSaved('saved');
        } else setSaved({ failed: result.message });
      });
    }, SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [choice, jobId]);

  return {
    choice, plan, evaluation, lead, saved, setLead,
    setSpacer: (change) => setChoice((c) => ({ ...c, spacer: { ...c.spacer, ...change } })),
    setFastener: (fastener) => setChoice((c) => ({ ...c, fastener })),
    setCamberChange: (camberChange) => setChoice((c) => ({ ...c, camberChange })),
    setAside: () => setChoice((c) => ({ ...c, candidates: [...(c.candidates ?? []), { spacer: c.spacer, fastener: c.fastener }].slice(-MOST_CANDIDATES) })),
    take: ({ spacer, fastener }) => setChoice((c) => ({ ...c, spacer, fastener })),
    drop: (index) => setChoice((c) => ({ ...c, candidates: (c.candidates ?? []).filter((_, i) => i !== index) })),
  };
}

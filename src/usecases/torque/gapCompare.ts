import { format } from 'date-fns';
import { type CornerGap, gapsOf } from '@/core/figures/gaps';
import { combineRepeats } from '@/core/uncertainty';
import type { JobWhole } from '@/store/jobs';

/** A corner before anything was fitted, as the frozen plan predicted it (`after`), and as it came out. */
export interface CornerCompared extends CornerGap {
  readonly measured: { readonly value: number; readonly pm: number } | null;
  /** The latest reading, and who took it when in words. */
  readonly last: { readonly id: string; readonly words: string } | null;
}

/** Each corner: what the frozen plan predicted, and what was measured since it was frozen; empty without a plan. */
export function gapsCompared(whole: JobWhole): CornerCompared[] {
  if (!whole.plan) return [];
  const { document, frozenAt } = whole.plan;
  return gapsOf(document).map((gap) => {
    const taken = whole.readings.filter(
      (r) => r.quantity === 'gapFitted' && r.corner === gap.corner && r.at >= frozenAt,
    );
    const last = taken[taken.length - 1];
    return {
      ...gap,
      measured: last ? combineRepeats(taken) : null,
      last: last ? { id: last.id, words: `${last.by}, ${format(last.at, 'd MMM HH:mm')}` } : null,
    };
  });
}

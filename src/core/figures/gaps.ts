import { bare } from '../document/bare';
import type { Corner, Plan } from '../document/document';
import { formatLength, type UnitSystem } from '../units/format';
import { computeNumbers } from './numbers';
import type { Result } from './result';

export interface CornerGap {
  readonly corner: Corner;
  /** Gap from arch edge to tyre as it was measured, mm; null where it was not. */
  readonly before: number | null;
  /** With the choice on; null where a reading that it needs is missing. */
  readonly after: Result;
}

/**
 * How every corner of a plan stands before and after. What was on while a gap was read is taken off it first, as
 * everywhere.
 */
export function gapsOf(plan: Plan): CornerGap[] {
  const { corners } = computeNumbers(bare(plan));
  return plan.corners.map(({ corner, gap }) => ({
    corner,
    before: gap?.value ?? null,
    after: corners.find((c) => c.corner === corner)?.gapAfter ?? null,
  }));
}

export interface GapCheck {
  /** Measured less predicted, mm: negative stands further out than predicted. */
  readonly difference: number;
  /** What the errors of both may explain, mm. */
  readonly pm: number;
  readonly agrees: boolean;
}

/** A gap measured after fitting against the one that was predicted; both with their worst-case error. */
export function compareGap(
  predicted: { readonly value: number; readonly pm: number },
  measured: { readonly value: number; readonly pm: number },
): GapCheck {
  const difference = measured.value - predicted.value;
  const pm = measured.pm + predicted.pm;
  return { difference, pm, agrees: Math.abs(difference) <= pm + 1e-9 };
}

/** What a gap measured after fitting says of the prediction. */
export function gapCheckText(c: GapCheck, units: UnitSystem): string {
  if (c.agrees) return `Within the ${formatLength(c.pm, units, 'up')} that measuring explains.`;
  const way = c.difference < 0 ? 'further out' : 'further in';
  return `${formatLength(Math.abs(c.difference), units, 'up')} ${way} than predicted, more than measuring explains. Right thickness? Wheel seated? Settled?`;
}

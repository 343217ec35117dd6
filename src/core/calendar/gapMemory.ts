import { mean, sampleStandardDeviation } from 'simple-statistics';

/** A gap as it was predicted and as it came out; mm. */
export interface GapPair {
  readonly predicted: number;
  readonly achieved: number;
}

export interface GapCorrection {
  /** Added to what is predicted, mm. Below zero: it came out tighter than predicted. */
  readonly shift: number;
  /** ± of the shift, mm, at twice its standard error. */
  readonly pm: number;
  readonly of: number;
}

/** Fewer comparisons say nothing. */
const LEAST = 4;

/**
 * By how much this shop's gaps come out otherwise than predicted: the mean of achieved less predicted, with twice its
 * standard error. It is shown beside the prediction and never put in its place: a rule is judged by what was measured
 * on this car.
 * @returns null with fewer than four comparisons
 */
export function gapCorrection(pairs: readonly GapPair[]): GapCorrection | null {
  const off = pairs.map((p) => p.achieved - p.predicted).filter(Number.isFinite);
  if (off.length < LEAST) return null;
  return { shift: mean(off), pm: (2 * sampleStandardDeviation(off)) / Math.sqrt(off.length), of: off.length };
}

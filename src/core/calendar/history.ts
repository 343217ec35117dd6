import { mean, median, quantileSorted } from 'simple-statistics';

/** Work of one kind that was done: what was estimated, and what it took; minutes. */
export interface Took {
  readonly estimated: number;
  readonly actual: number;
}

export interface Corrected {
  /** Minutes. */
  readonly minutes: number;
  /** Between which most of the shop's own work lay; minutes. */
  readonly low: number;
  readonly high: number;
  /** How many of the shop's own were looked at, and by how much they ran longer than estimated. */
  readonly of: number;
  readonly factor: number;
}

/** As many of a kind say something; fewer pull the estimate only part of the way. */
const ENOUGH = 3;
/** Where a shop has no history of its own: how far off such an estimate usually is. Common practice, no source. */
const USUAL_LOW = 0.75;
const USUAL_HIGH = 1.4;

const sound = ({ estimated, actual }: Took): boolean =>
  Number.isFinite(estimated) && Number.isFinite(actual) && estimated > 0 && actual > 0;

/**
 * An estimate corrected by what the shop's own work of the same kind took: times the median of actual over estimated,
 * pulled toward one while there are few, `(n·m + 3)/(n + 3)`. The spread is the tenth and the ninetieth percentile of
 * the same ratios, from five on.
 * @param minutes above 0
 */
export function corrected(minutes: number, past: readonly Took[]): Corrected {
  const ratios = past
    .filter(sound)
    .map((p) => p.actual / p.estimated)
    .sort((a, b) => a - b);
  const n = ratios.length;
  const factor = n === 0 ? 1 : (n * median(ratios) + ENOUGH) / (n + ENOUGH);
  const [low, high] =
    n < 5 ? [factor * USUAL_LOW, factor * USUAL_HIGH] : [quantileSorted(ratios, 0.1), quantileSorted(ratios, 0.9)];
  return {
    minutes: minutes * factor,
    low: minutes * Math.min(low, factor),
    high: minutes * Math.max(high, factor),
    of: n,
    factor,
  };
}

/** Mean of how far estimates were off, as a share of what it took; null where nothing was done. */
export function meanError(pairs: readonly Took[]): number | null {
  const good = pairs.filter(sound);
  return good.length === 0 ? null : mean(good.map((p) => Math.abs(p.estimated - p.actual) / p.actual));
}

/** Nobody works that long without noting anything: the car stood over night. */
const NOBODY_WORKED = 3 * 3600_000;

/**
 * Minutes that were worked between the first and the last thing that was noted: pauses, waits in which nothing was
 * noted, and stretches of more than three hours in which nothing was, are left out.
 * @param noted ms of everything that was noted, in any order
 * @param away stretches in which nobody worked, ms: pauses, clocks that ran
 */
export function workedMinutes(
  noted: readonly number[],
  away: readonly { readonly from: number; readonly to: number }[],
): number {
  const at = [...noted].sort((a, b) => a - b);
  let worked = 0;
  for (let i = 1; i < at.length; i++) {
    const [from, to] = [at[i - 1] as number, at[i] as number];
    const left = to - from - covered(from, to, away);
    if (left <= NOBODY_WORKED) worked += left;
  }
  return worked / 60_000;
}

/** How much of a stretch is covered by others, which may overlap. */
function covered(from: number, to: number, by: readonly { readonly from: number; readonly to: number }[]): number {
  let sum = 0;
  let reached = from;
  for (const b of [...by].sort((x, y) => x.from - y.from)) {
    const start = Math.max(reached, b.from);
    const end = Math.min(to, b.to);
    if (end > start) {
      sum += end - start;
      reached = end;
    }
  }
  return sum;
}

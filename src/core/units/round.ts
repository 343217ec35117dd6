/**
 * Rounding for people to read. A figure is rounded in the direction that cannot hurt: what is left or
 * allowed goes down, what is needed goes up. Only readings, which are neither, go to nearest.
 */
export type Direction = 'down' | 'up' | 'nearest';

/** Relative slack that forgives binary fractions (11.25 held as 11.249999999999998), far below any caliper. */
const SLACK = 1e-9;

/**
 * Rounds to a number of decimals in a stated direction.
 * @param x any finite number
 * @param decimals 0 to 6
 */
export function roundTo(x: number, decimals: number, direction: Direction): number {
  const scale = 10 ** decimals;
  const scaled = x * scale;
  const slack = SLACK * Math.max(1, Math.abs(scaled));
  if (direction === 'down') return Math.floor(scaled + slack) / scale;
  if (direction === 'up') return Math.ceil(scaled - slack) / scale;
  return Math.round(scaled) / scale;
}

/** The largest of the sizes that is at or below the limit; null when none is. Never rounds up. */
export function largestAtOrBelow(sizes: readonly number[], limit: number): number | null {
  let best: number | null = null;
  for (const size of sizes) if (size <= limit + SLACK && (best === null || size > best)) best = size;
  return best;
}

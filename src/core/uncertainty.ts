/** A value with the ± that belongs to how it was measured. */
export interface Uncertain {
  readonly value: number;
  readonly pm: number;
}

export interface Propagated {
  readonly value: number;
  /** Every error at its worst at once: Σ|c_i|·pm_i. */
  readonly worst: number;
  /** Independent errors: √Σ(c_i·pm_i)². Never above the worst case. */
  readonly rss: number;
}

/**
 * Sum of inputs with coefficients and their errors, worst case and root-sum-square.
 * Source: law of propagation of uncertainty for a linear sum, JCGM 100 (GUM) eq. 10 (from memory).
 */
export function propagate(terms: readonly (readonly [coefficient: number, input: Uncertain])[]): Propagated {
  let value = 0;
  let worst = 0;
  let square = 0;
  for (const [c, x] of terms) {
    value += c * x.value;
    worst += Math.abs(c) * x.pm;
    square += (c * x.pm) ** 2;
  }
  return { value, worst, rss: Math.sqrt(square) };
}

export interface Repeats {
  /** Middle between the lowest and the highest reading. */
  readonly value: number;
  /** The larger of the methods' own ± and half the spread, so that every reading is inside the band. */
  readonly pm: number;
  /** Largest less smallest. */
  readonly spread: number;
  /** Index of a reading that stands apart and should be asked about; never dropped by itself. Null for none. */
  readonly apart: number | null;
}

/** A reading stands apart when it is further from the others' median than this many times the method's ±. */
const APART = 3;

/**
 * Several readings of one thing. None outvotes another: the band holds every one of them, so that the lowest decides
 * where little is dangerous and the highest where much is. One that stands apart is pointed at, not dropped; with two
 * that differ, the later one is asked about. Common practice, no source.
 * @throws RangeError for no readings
 */
export function combineRepeats(readings: readonly Uncertain[]): Repeats {
  if (readings.length === 0) throw new RangeError('There is nothing to average.');
  const values = readings.map((r) => r.value);
  const spread = Math.max(...values) - Math.min(...values);
  const pm = Math.max(spread / 2, ...readings.map((r) => r.pm));
  let apart: number | null = null;
  let furthest = 0;
  readings.forEach((r, i) => {
    const others = values.filter((_, k) => k !== i);
    if (others.length === 0) return;
    const off = Math.abs(r.value - median(others));
    if (off > APART * Math.max(r.pm, 1e-9) && off >= furthest) {
      furthest = off;
      apart = i;
    }
  });
  return { value: (Math.min(...values) + Math.max(...values)) / 2, pm, spread, apart };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[mid] as number)
    : ((sorted[mid - 1] as number) + (sorted[mid] as number)) / 2;
}

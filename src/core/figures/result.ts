/** A computed figure with its worst-case and root-sum-square uncertainty; null where a reading is missing. */
export type Result = { readonly value: number; readonly pm: number; readonly rss: number } | null;

/** A result whose independent errors are the given ±. */
export function result(value: number, a = 0, b = 0, c = 0, d = 0): NonNullable<Result> {
  return { value, pm: a + b + c + d, rss: Math.sqrt(a * a + b * b + c * c + d * d) };
}

/** The smallest once its worst error is taken off; null as soon as one is unmeasured. */
export function least(values: readonly Result[]): Result {
  let best: Result = null;
  for (const v of values) {
    if (v === null) return null;
    if (best === null || v.value - v.pm < best.value - best.pm) best = v;
  }
  return best;
}

/** The smallest value as it stands, errors left on; null as soon as one is unmeasured. */
export function leastValue(values: readonly ({ readonly value: number } | null)[]): number | null {
  let best: number | null = null;
  for (const v of values) {
    if (v === null) return null;
    if (best === null || v.value < best) best = v.value;
  }
  return best;
}

/** The least engagement of the corners that were measured, as the section draws it; null while none was. */
export function drawnEngagement(corners: readonly { readonly engagement: Result }[]): number | null {
  return leastValue(corners.map((c) => c.engagement).filter((e) => e !== null));
}

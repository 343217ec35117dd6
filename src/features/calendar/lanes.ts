/** Something with a beginning and an end on a ruler. */
interface Span {
  readonly from: number;
  readonly to: number;
}

/**
 * Which line each one stands in so that none covers another: the first line that is free, in the order of their
 * beginnings.
 */
export function lanesOf<T extends Span>(spans: readonly T[]): Map<T, number> {
  const ends: number[] = [];
  const lanes = new Map<T, number>();
  for (const s of [...spans].sort((a, b) => a.from - b.from || a.to - b.to)) {
    const free = ends.findIndex((end) => end <= s.from);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = s.to;
    lanes.set(s, lane);
  }
  return lanes;
}

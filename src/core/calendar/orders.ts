/** A line of a kit: what it asks for, what is kept for it, and which parts of the shelf would do. */
export interface Wants {
  readonly what: string;
  readonly wanted: number;
  readonly kept: number;
  readonly fits: readonly { readonly partId: string; readonly free: number }[];
}

/** What is short once everything that is free was given out. */
export interface Short<T extends Wants> {
  readonly need: T;
  readonly short: number;
}

/**
 * Gives out what lies free on the shelf, to the visit that comes first before the one that comes after it, and says
 * what is short. What one takes is not there for the next.
 * @param needs in the order of their visits
 */
export function shortOf<T extends Wants>(needs: readonly T[]): Short<T>[] {
  const left = new Map<string, number>();
  return needs.flatMap((need) => {
    let open = Math.max(0, need.wanted - need.kept);
    for (const { partId, free } of need.fits) {
      const there = left.get(partId) ?? Math.max(0, free);
      const taken = Math.min(there, open);
      left.set(partId, there - taken);
      open -= taken;
    }
    return open > 0 ? [{ need, short: open }] : [];
  });
}

/** One visit that a line to be ordered is for. */
export interface OrderFor {
  readonly jobId: string;
  /** Line of its kit. */
  readonly line: string;
  readonly title: string;
  readonly when: string;
  /** Pieces that are short. */
  readonly short: number;
  /** What was ordered for it and has not come. */
  readonly order: { readonly id: string; readonly dueOn: string | null; readonly pieces: number } | null;
}

/** What is to be ordered: one thing, for how many visits. */
export interface OrderLine {
  readonly what: string;
  readonly short: number;
  readonly of: readonly OrderFor[];
}

/** What stands now, what stood before it and what was taken back. */
export interface History<T> {
  readonly past: readonly T[];
  readonly now: T;
  readonly next: readonly T[];
  /** When it changed last, ms. */
  readonly at: number;
}

/** Changes of one thing that follow each other this closely are one edit: a drag, a figure being typed. ms. */
const TOGETHER_MS = 400;
/** As many edits as can be taken back. */
const MOST = 100;

/** A history that begins here. */
export const begun = <T>(now: T): History<T> => ({ past: [], now, next: [], at: Number.NEGATIVE_INFINITY });

/** The history after a change at a moment in ms; what had been taken back is gone then. */
export function changed<T>(h: History<T>, now: T, at: number): History<T> {
  if (now === h.now) return h;
  const before = h.past.at(-1);
  const together = at - h.at < TOGETHER_MS && before !== undefined && what(before, h.now) === what(h.now, now);
  return { past: together ? h.past : [...h.past, h.now].slice(-MOST), now, next: [], at };
}

/** Which parts differ between two states, as one text. */
function what(a: unknown, b: unknown): string {
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return '';
  const [was, is] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return Object.keys({ ...was, ...is })
    .filter((k) => was[k] !== is[k])
    .sort()
    .join();
}

/** One edit back; the same history where there is none. The next change is an edit of its own. */
export function undone<T>(h: History<T>): History<T> {
  const before = h.past.at(-1);
  return before === undefined
    ? h
    : { past: h.past.slice(0, -1), now: before, next: [h.now, ...h.next], at: Number.NEGATIVE_INFINITY };
}

/** One edit forward again; the same history where there is none. */
export function redone<T>(h: History<T>): History<T> {
  const [after, ...next] = h.next;
  return after === undefined ? h : { past: [...h.past, h.now], now: after, next, at: Number.NEGATIVE_INFINITY };
}

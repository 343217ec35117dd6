import type { Fastener } from '../document/document';
import type { Numbers } from './numbers';

/** What of a new bolt or stud says how far it is threaded. mm. */
type Threaded = { readonly threadLength: number | null } & (
  | { readonly kind: 'bolt'; readonly length: number }
  | { readonly kind: 'conversion'; readonly length: number; readonly shortEnd: number }
  | { readonly kind: 'stud' }
);

/** How far a fastener of a plan is threaded, mm; null where nobody said, or where the present ones stay. */
export const threadLengthOf = (f: Fastener): number | null => ('threadLength' in f ? f.threadLength : null);

/**
 * Longest thread that a new fastener can have, mm; infinite for a pressed stud, whose thread may run on inside the
 * disc.
 */
export function threadRoom(f: Threaded): number {
  switch (f.kind) {
    case 'bolt':
      return f.length;
    case 'conversion':
      return f.length - f.shortEnd;
    case 'stud':
      return Number.POSITIVE_INFINITY;
  }
}

/** More thread than there is fastener: one of the two figures is wrong, and neither is trusted. */
export const moreThanThere = (f: Threaded): boolean => f.threadLength !== null && f.threadLength > threadRoom(f) + 1e-9;

/**
 * Full thread that every corner of a plan is content with, errors added, mm; null where a reading is missing or the
 * present fasteners stay.
 */
export function leastThread(n: Numbers): number | null {
  let most: number | null = null;
  for (const { threadNeeded } of n.corners) {
    if (threadNeeded === null) return null;
    most = Math.max(most ?? 0, threadNeeded.value + threadNeeded.pm);
  }
  return most;
}

import type { ChalkLoad, ChalkPlace } from '../document/vocabulary';

/** One chalk test at a corner, as far as its verdict needs it. */
export interface ChalkEvidence {
  /** Thickness of the trial spacer, mm. */
  readonly trial: number;
  readonly load: ChalkLoad;
  /** Clock positions where chalk came off; none is clean. */
  readonly hours: readonly number[];
  /** Where across the tyre; null or left out where nobody said. */
  readonly across?: ChalkPlace | null;
}

export interface ChalkLimits {
  /** Thinnest trial that touched and was not clean since, mm; null where none did. */
  readonly touchesFrom: number | null;
  /** Where it touched, hours of the clock. */
  readonly hours: readonly number[];
  readonly across: ChalkPlace | null;
  /** Thickest trial that stayed clean when bounced to the stop, mm; null where none did. */
  readonly clearUpTo: number | null;
}

/**
 * What a row of chalk tests says, in the order they were made. Chalk that came off counts however the corner was
 * loaded. Clean chalk proves something only when the corner was bounced onto its bump stop; it then answers an
 * earlier touch at the same or a thinner trial, because something was trimmed or set in between. A touch takes back
 * an earlier clean test at the same or a thicker trial. Common practice, no source.
 */
export function chalkLimits(tests: readonly ChalkEvidence[]): ChalkLimits {
  let touchesFrom: number | null = null;
  let hours: readonly number[] = [];
  let across: ChalkPlace | null = null;
  let clearUpTo: number | null = null;
  for (const t of tests) {
    if (t.hours.length > 0) {
      if (touchesFrom === null || t.trial <= touchesFrom) {
        touchesFrom = t.trial;
        hours = t.hours;
        across = t.across ?? null;
      }
      if (clearUpTo !== null && clearUpTo >= t.trial) clearUpTo = null;
    } else if (t.load === 'bounced') {
      if (touchesFrom !== null && touchesFrom <= t.trial) {
        touchesFrom = null;
        hours = [];
        across = null;
      }
      clearUpTo = Math.max(clearUpTo ?? 0, t.trial);
    }
  }
  return { touchesFrom, hours, across, clearUpTo };
}

export type ChalkVerdict = 'touches' | 'clear' | 'unproven';

/** What the tests say of a spacer of thickness s, mm. More than a clean trial, or less than proven, is unproven. */
export function chalkVerdict(limits: ChalkLimits, s: number): ChalkVerdict {
  if (limits.touchesFrom !== null && s >= limits.touchesFrom) return 'touches';
  return limits.clearUpTo !== null && s <= limits.clearUpTo ? 'clear' : 'unproven';
}

/** Loaded clearance at one clock position round the arch, mm; null is unmeasured. */
export interface ClockReading {
  /** 1…12 as on a clock face seen from outside; 12 is straight above the hub. */
  readonly hour: number;
  readonly clearance: { readonly value: number; readonly pm: number } | null;
  /** How much of the lip is trimmed there, mm. */
  readonly trim: number;
}

export interface TightestClock {
  readonly hour: number;
  /** Clearance with the trimmed lip, mm. */
  readonly value: number;
  readonly pm: number;
}

/**
 * Tightest position of a loaded arch, min(c_i + t_i) once each error is taken off. Null as soon as a position that
 * was listed is unmeasured: nobody knows that it is not the tightest. Source: geometry.
 */
export function tightest(readings: readonly ClockReading[]): TightestClock | null {
  let best: TightestClock | null = null;
  for (const r of readings) {
    if (r.clearance === null) return null;
    const here = { hour: r.hour, value: r.clearance.value + r.trim, pm: r.clearance.pm };
    if (best === null || here.value - here.pm < best.value - best.pm) best = here;
  }
  return best;
}

/** Trim that a spacer would need at each measured position, mm: max(0, s + r − c_i). */
export const trimNeeded = (readings: readonly ClockReading[], spacer: number, reserve: number): { hour: number; trim: number }[] =>
  readings.flatMap((r) => (r.clearance ? [{ hour: r.hour, trim: Math.max(0, spacer + reserve - (r.clearance.value - r.clearance.pm)) }] : []));

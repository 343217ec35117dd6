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

/** Tightest loaded clearance of a corner: by the clock, or as taken without an hour, whichever is less once its error is off.
 * @param trim lip that comes off all round before, mm; by the clock it stands with each position
 */
export function tightestOf(
  c: {
    readonly clock: readonly ClockReading[];
    readonly loadedClearance: ClockReading['clearance'];
  },
  trim = 0,
): TightestClock | ClockReading['clearance'] {
  const read = c.loadedClearance;
  const loose = read === null || trim === 0 ? read : { value: read.value + trim, pm: read.pm };
  if (c.clock.length === 0) return loose;
  const clock = tightest(c.clock);
  return clock !== null && loose !== null && loose.value - loose.pm < clock.value - clock.pm ? loose : clock;
}

/** An hour of the clock as it is read, to the half: 1.5 is 1:30, 0.5 is 12:30. */
export function hourText(hour: number): string {
  const half = Math.round(hour * 2) / 2;
  const whole = Math.floor(half) === 0 ? 12 : Math.floor(half);
  return half % 1 === 0 ? String(whole) : `${whole}:30`;
}

/** Trim that a spacer would need at each measured position, mm: max(0, s + r − c_i). */
export const trimNeeded = (
  readings: readonly ClockReading[],
  spacer: number,
  reserve: number,
): { hour: number; trim: number }[] =>
  readings.flatMap((r) =>
    r.clearance ? [{ hour: r.hour, trim: Math.max(0, spacer + reserve - (r.clearance.value - r.clearance.pm)) }] : [],
  );

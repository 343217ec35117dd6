import { starOrder } from './starOrder';

/** Passes of a wheel in order. `lower` is the hold point between them: the tyre just touches the ground. */
export const PASSES = ['snug', 'lower', 'final', 'verify', 'recheck'] as const;
export type Pass = (typeof PASSES)[number];

export interface TorqueReading {
  readonly pass: Pass;
  /** Lug position, 0 at the top, clockwise; −1 for the hold point `lower`. */
  readonly lug: number;
  /** N·m; null in the snug pass, which has no figure. */
  readonly reading: number | null;
  /** Degrees that the fastener moved before the wrench gave; asked for in verify and recheck. */
  readonly angle: number | null;
}

export interface TorqueSpec {
  readonly lugs: number;
  /** N·m, from the vehicle, with its source. */
  readonly target: number;
  /** Position of the locking fastener, or null. */
  readonly locking: number | null;
  /** ± percent in which a reading counts. */
  readonly band: number;
  /** Degrees a fastener may move in a verify pass. */
  readonly verifyAngle: number;
}

export type Outcome = 'done' | 'low' | 'over' | 'moved';

export interface TorqueState {
  readonly order: readonly number[];
  /** Pass that is under way; null once the wheel is done and no recheck has begun. */
  readonly pass: Pass | null;
  /** Lug that is next; null in the hold point and when done. */
  readonly next: number | null;
  /** Lugs already done in this pass. */
  readonly done: readonly number[];
  /** Outcome of the last reading. */
  readonly last: { readonly reading: TorqueReading; readonly outcome: Outcome } | null;
  /** How often a fastener that moved has sent the final pass back. */
  readonly sentBack: number;
  /** Verify pass complete: every fastener held. */
  readonly complete: boolean;
  /** Complete recheck rounds after sign-off. */
  readonly rechecks: number;
}

/**
 * Where a wheel stands after its readings: snug (star order, in the air) → lower → final → verify. A reading
 * outside the band leaves its lug next. A fastener that moves more than the verify angle, in verify or in a
 * recheck, sends the final pass back for the whole wheel. Pure fold over the log: the log is the truth.
 * Source: common practice, no source; band from ISO 6789 (from memory).
 */
export function torqueState(spec: TorqueSpec, readings: readonly TorqueReading[]): TorqueState {
  const order = starOrder(spec.lugs, spec.locking);
  let pass: Pass | null = 'snug';
  let done: number[] = [];
  let last: TorqueState['last'] = null;
  let sentBack = 0;
  let complete = false;
  let rechecks = 0;
  for (const reading of readings) {
    const outcome = judgeReading(spec, reading);
    last = { reading, outcome };
    if (reading.pass === 'recheck' && pass === null) pass = 'recheck';
    if (outcome === 'moved') {
      pass = 'final';
      done = [];
      complete = false;
      sentBack += 1;
    } else if (reading.pass === 'lower') {
      pass = 'final';
    } else if (outcome === 'done') {
      done = [...done, reading.lug];
      if (done.length === spec.lugs) {
        done = [];
        if (pass === 'snug') pass = 'lower';
        else if (pass === 'final') pass = 'verify';
        else {
          if (pass === 'recheck') rechecks += 1;
          complete = true;
          pass = null;
        }
      }
    }
  }
  const next = pass === null || pass === 'lower' ? null : (order[done.length] as number);
  return { order, pass, next, done, last, sentBack, complete, rechecks };
}

/** How one reading counts. Lower than the band is `low`, above it `over`: slacken and do that lug again. */
export function judgeReading(spec: TorqueSpec, r: TorqueReading): Outcome {
  if (r.pass === 'snug' || r.pass === 'lower') return 'done';
  if ((r.pass === 'verify' || r.pass === 'recheck') && (r.angle ?? Number.POSITIVE_INFINITY) > spec.verifyAngle) return 'moved';
  if (r.reading === null || r.reading < spec.target * (1 - spec.band / 100)) return 'low';
  if (r.reading > spec.target * (1 + spec.band / 100)) return 'over';
  return 'done';
}

/** What a reading must carry to be taken now; null when it may be appended. */
export function refuseReading(spec: TorqueSpec, state: TorqueState, r: TorqueReading): string | null {
  const expected = state.pass ?? 'recheck';
  if (r.pass !== expected) return `This wheel is in its ${expected} pass; a ${r.pass} entry does not belong there.`;
  if (r.pass === 'lower') return null;
  const next = state.next ?? state.order[0];
  if (r.lug !== next) return `Lug ${(next as number) + 1} is next, not lug ${r.lug + 1}: star order.`;
  if (r.pass === 'snug') return null;
  if (r.reading === null || !(r.reading > 0)) return `Reading of lug ${r.lug + 1} is missing. Type what the wrench showed, in N·m.`;
  if (r.pass !== 'final' && r.angle === null) return `Movement of lug ${r.lug + 1} is missing. Type the degrees it moved; 0 if it held.`;
  return spec.target > 0 ? null : 'There is no torque figure with a source for this axle.';
}

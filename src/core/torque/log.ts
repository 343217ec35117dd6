import { type LockingSchool, starOrder } from './starOrder';

/** Passes of a wheel in order. `lower` is the hold point between them: the tyre just touches the ground. */
export const PASSES = ['snug', 'lower', 'middle', 'final', 'verify', 'recheck'] as const;
export type Pass = (typeof PASSES)[number];

/** A wheel on its hub or adapter. The middle pass, at a share of the figure, is optional. */
export const WHEEL_PASSES: readonly Pass[] = ['snug', 'lower', 'final', 'verify'];
export const WHEEL_PASSES_WITH_MIDDLE: readonly Pass[] = ['snug', 'lower', 'middle', 'final', 'verify'];
/** An adapter on its hub: a torque job of its own, in the air, before the wheel's. */
export const ADAPTER_PASSES: readonly Pass[] = ['snug', 'final', 'verify'];

/** What a torque job holds: an adapter on its hub, or the wheel. */
export const JOINTS = ['adapter', 'wheel'] as const;
export type Joint = (typeof JOINTS)[number];

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
  /** School of the locking fastener; last by default. */
  readonly lockingSchool?: LockingSchool;
  /** Passes in order; a wheel's without a middle pass by default. */
  readonly passes?: readonly Pass[];
  /** Share of the figure in the middle pass, 0.5 to 0.6; 0.55 by default. Common practice, no source. */
  readonly middleShare?: number;
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
  const order = starOrder(spec.lugs, spec.locking, spec.lockingSchool);
  const passes = spec.passes ?? WHEEL_PASSES;
  const after = (p: Pass): Pass | null => passes[passes.indexOf(p) + 1] ?? null;
  let pass: Pass | null = passes[0] ?? null;
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
      pass = after('lower');
    } else if (outcome === 'done') {
      done = [...done, reading.lug];
      if (done.length === spec.lugs) {
        done = [];
        if (pass === 'recheck') rechecks += 1;
        pass = pass === 'recheck' || pass === null ? null : after(pass);
        complete = pass === null;
      }
    }
  }
  const next = pass === null || pass === 'lower' ? null : (order[done.length] as number);
  return { order, pass, next, done, last, sentBack, complete, rechecks };
}

/** How one reading counts. Lower than the band is `low`, above it `over`: slacken and do that lug again. */
export function judgeReading(spec: TorqueSpec, r: TorqueReading): Outcome {
  if (r.pass === 'snug' || r.pass === 'lower') return 'done';
  if ((r.pass === 'verify' || r.pass === 'recheck') && !((r.angle ?? Number.POSITIVE_INFINITY) <= spec.verifyAngle))
    return 'moved';
  const figure = r.pass === 'middle' ? spec.target * (spec.middleShare ?? 0.55) : spec.target;
  if (r.reading === null || !(r.reading >= figure * (1 - spec.band / 100))) return 'low';
  if (r.reading > figure * (1 + spec.band / 100)) return 'over';
  return 'done';
}

/** Number of a lug as the wheel face shows it: its place in the star, from 1. */
export const faceNumber = (order: readonly number[], lug: number): number => order.indexOf(lug) + 1;

/** What a reading must carry to be taken now; null when it may be appended. Lugs are named by the numbers on the wheel face. */
export function refuseReading(spec: TorqueSpec, state: TorqueState, r: TorqueReading): string | null {
  const expected = state.pass ?? 'recheck';
  if (r.pass !== expected) return `This wheel is in its ${expected} pass; a ${r.pass} entry does not belong there.`;
  if (r.pass === 'lower') return null;
  const next = state.next ?? (state.order[0] as number);
  const [wanted, got] = [faceNumber(state.order, next), faceNumber(state.order, r.lug)];
  if (got === 0) return `This wheel has ${spec.lugs} lugs; lug ${wanted} is next.`;
  if (r.lug !== next) return `Lug ${wanted} is next, not lug ${got}: star order.`;
  if (r.pass === 'snug') return null;
  if (r.reading === null || !(r.reading > 0))
    return `Reading of lug ${got} is missing. Type what the wrench showed, in N·m.`;
  if ((r.pass === 'verify' || r.pass === 'recheck') && !Number.isFinite(r.angle ?? Number.NaN))
    return `Movement of lug ${got} is missing. Type the degrees it moved; 0 if it held.`;
  return spec.target > 0 ? null : 'There is no torque figure with a source for this axle.';
}

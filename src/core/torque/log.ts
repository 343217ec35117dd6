import { type LockingSchool, starOrder } from './starOrder';
import type { TraceClass } from './trace';

/** Passes of a wheel in order. `lower` is the hold point between them: the tyre just touches the ground. */
export const PASSES = ['snug', 'lower', 'middle', 'final', 'verify', 'recheck'] as const;
export type Pass = (typeof PASSES)[number];

/**
 * What a log holds: an entry of a pass; a slip that strikes out the entry before it; what became of a fastener that was
 * pulled far over the figure: another one went in, or somebody says why it stays; that fasteners were swapped after the
 * final pass.
 */
export const ENTRIES = [...PASSES, 'strike', 'replaced', 'stays', 'swapped'] as const;
export type Entry = (typeof ENTRIES)[number];

/** A wheel on its hub or adapter. The middle pass, at a share of the figure, is optional. */
export const WHEEL_PASSES: readonly Pass[] = ['snug', 'lower', 'final', 'verify'];
export const WHEEL_PASSES_WITH_MIDDLE: readonly Pass[] = ['snug', 'lower', 'middle', 'final', 'verify'];
/** An adapter on its hub: a torque job of its own, in the air, before the wheel's. */
export const ADAPTER_PASSES: readonly Pass[] = ['snug', 'final', 'verify'];

/** Two-ended studs in a hub: stud by stud to their own low figure, and once round again. */
export const HUB_PASSES: readonly Pass[] = ['final', 'verify'];

/** What a torque job holds: studs in their hub, an adapter on it, or the wheel. In the order they are torqued. */
export const JOINTS = ['hub', 'adapter', 'wheel'] as const;
export type Joint = (typeof JOINTS)[number];

export interface TorqueReading {
  readonly pass: Entry;
  /** Lug position, 0 at the top, clockwise; −1 where the whole wheel is meant. */
  readonly lug: number;
  /** N·m; null in the snug pass, which has no figure. */
  readonly reading: number | null;
  /** Degrees that the fastener moved before the wrench gave; asked for in verify and recheck. */
  readonly angle: number | null;
  /** What a click wrench tells: it shows no figure. Left out or null where figures were read. */
  readonly felt?: Felt | null;
  /** What the trace of an electronic wrench shows; left out where it sent none. */
  readonly shows?: TraceClass;
}

/**
 * What a click wrench tells a hand: it clicked at what it was set to; on the second round the fastener held, moved a
 * little (up to a hand’s width at the handle) or a lot before it did. Common practice, no source.
 */
export const FELT = ['click', 'held', 'little', 'lot'] as const;
export type Felt = (typeof FELT)[number];

/** Lug of an entry that speaks of the whole wheel: snug all round, lowered, or a slip struck out. */
export const WHOLE = -1;

export interface TorqueSpec {
  readonly lugs: number;
  /** N·m, from the vehicle, with its source. */
  readonly target: number;
  /** Position of the locking fastener, or null. */
  readonly locking: number | null;
  /** A handbook’s own order of positions, in the place of the star’s; every lug once. */
  readonly order?: readonly number[];
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

/**
 * How a reading counts. `tight`: it hardly turned before the figure, so it was tight already and tells nothing;
 * `stopped`: its trace shows a thread that crossed, a fastener that bottomed or one that gave.
 */
export type Outcome = 'done' | 'low' | 'over' | 'moved' | 'tight' | 'stopped';

/** What a trace shows that stops a fastener: it is replaced, or somebody says why it stays. */
const STOPS: ReadonlySet<TraceClass> = new Set<TraceClass>(['cross-threaded', 'bottomed', 'yielding']);

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
  /**
   * A fastener that was pulled far over the figure, or whose trace stops it: it is replaced, or somebody says why it
   * stays, before the pass goes on.
   */
  readonly overpulled: number | null;
  /** Why that fastener is held: what its trace shows, or that it was pulled far over. */
  readonly heldFor: TraceClass | 'over' | null;
}

/**
 * Further over the figure than this a fastener has stretched for all anybody knows. Share of it; common practice, no
 * source.
 */
const FAR_OVER = 1.2;

/**
 * Where a wheel stands after its readings: snug (star order, in the air) → lower → final → verify. A reading
 * outside the band leaves its lug next. A fastener that moves more than the verify angle, in verify or in a
 * recheck, sends the final pass back for the whole wheel. A slip strikes out the entry before it and stays in the log.
 * Pure fold over the log: the log is the truth.
 * Source: common practice, no source; band from ISO 6789 (from memory).
 */
export function torqueState(spec: TorqueSpec, log: readonly TorqueReading[]): TorqueState {
  const order = spec.order ?? starOrder(spec.lugs, spec.locking, spec.lockingSchool);
  const passes = spec.passes ?? WHEEL_PASSES;
  const after = (p: Pass): Pass | null => passes[passes.indexOf(p) + 1] ?? null;
  let pass: Pass | null = passes[0] ?? null;
  let done: number[] = [];
  let last: TorqueState['last'] = null;
  let sentBack = 0;
  let complete = false;
  let rechecks = 0;
  let overpulled: number | null = null;
  let heldFor: TorqueState['heldFor'] = null;
  for (const reading of standing(log)) {
    if ((reading.pass as Entry) === 'replaced' || (reading.pass as Entry) === 'stays') {
      overpulled = null;
      heldFor = null;
      continue;
    }
    if ((reading.pass as Entry) === 'swapped') {
      // What was pulled before was pulled on other pieces.
      pass = 'final';
      done = [];
      complete = false;
      sentBack += 1;
      last = { reading, outcome: 'done' };
      continue;
    }
    const judged = judgeReading(spec, reading);
    // A final pass that was sent back goes over fasteners that are tight already.
    const outcome = judged === 'tight' && sentBack > 0 ? 'done' : judged;
    last = { reading, outcome };
    const far = outcome === 'over' && (reading.reading ?? 0) > spec.target * FAR_OVER;
    if (far || outcome === 'stopped') {
      overpulled = reading.lug;
      heldFor = outcome === 'stopped' ? (reading.shows ?? null) : 'over';
    }
    if (reading.pass === 'recheck' && pass === null) pass = 'recheck';
    if (outcome === 'moved') {
      pass = 'final';
      done = [];
      complete = false;
      sentBack += 1;
    } else if (reading.pass === 'lower') {
      pass = after('lower');
    } else if (reading.pass === 'snug' && reading.lug === WHOLE) {
      done = [];
      pass = after('snug');
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
  return { order, pass, next, done, last, sentBack, complete, rechecks, overpulled, heldFor };
}

/** Which entries of a log stand, by their place in it: a slip takes the last one that still stood with it. */
export function struckOut(log: readonly { readonly pass: string }[]): ReadonlySet<number> {
  const struck = new Set<number>();
  const stands: number[] = [];
  for (const [i, e] of log.entries()) {
    if (e.pass !== 'strike') stands.push(i);
    else {
      struck.add(i);
      const last = stands.pop();
      if (last !== undefined) struck.add(last);
    }
  }
  return struck;
}

/** The entries that stand. */
export function standing(log: readonly TorqueReading[]): (TorqueReading & { readonly pass: Pass })[] {
  const struck = struckOut(log);
  return log.filter((_, i) => !struck.has(i)) as (TorqueReading & { readonly pass: Pass })[];
}

/** How one reading counts. Lower than the band is `low`, above it `over`: slacken and do that lug again. */
export function judgeReading(spec: TorqueSpec, r: TorqueReading): Outcome {
  if (r.pass === 'snug' || r.pass === 'lower') return 'done';
  if (r.pass === 'strike' || r.pass === 'replaced' || r.pass === 'stays' || r.pass === 'swapped') return 'done';
  if (r.felt) return r.felt === 'lot' ? 'moved' : 'done';
  const first = r.pass === 'final' || r.pass === 'middle';
  if (first && r.shows !== undefined && STOPS.has(r.shows)) return 'stopped';
  if ((r.pass === 'verify' || r.pass === 'recheck') && !((r.angle ?? Number.POSITIVE_INFINITY) <= spec.verifyAngle))
    return 'moved';
  const figure = r.pass === 'middle' ? spec.target * (spec.middleShare ?? 0.55) : spec.target;
  if (r.reading === null || !(r.reading >= figure * (1 - spec.band / 100))) return 'low';
  if (r.reading > figure * (1 + spec.band / 100)) return 'over';
  return r.pass === 'final' && r.shows === 'already-tight' ? 'tight' : 'done';
}

/** Number of a lug as the wheel face shows it: its place in the star, from 1. */
export const faceNumber = (order: readonly number[], lug: number): number => order.indexOf(lug) + 1;

/**
 * What a reading must carry to be taken now; null when it may be appended. Lugs are named by the numbers on the wheel
 * face.
 */
export function refuseReading(spec: TorqueSpec, state: TorqueState, r: TorqueReading): string | null {
  const expected = state.pass ?? 'recheck';
  if (r.pass === 'strike' && !heldByTrace(state))
    return state.last === null ? 'There is nothing in this log to strike out.' : null;
  if (state.overpulled !== null) return overRefusal(state, r);
  if (r.pass === 'replaced' || r.pass === 'stays') return 'No fastener here was pulled far over the figure.';
  if (r.pass === 'swapped')
    return state.complete || state.pass === 'verify'
      ? null
      : 'The final pass is not through here, so whatever goes in is pulled in it.';
  if (r.pass !== expected) return `This wheel is in its ${expected} pass; a ${r.pass} entry does not belong there.`;
  if (r.pass === 'lower') return null;
  if (r.pass === 'snug' && r.lug === WHOLE)
    return state.done.length === 0 ? null : 'Some lugs are snug already; snug the others one by one.';
  const next = state.next ?? (state.order[0] as number);
  const [wanted, got] = [faceNumber(state.order, next), faceNumber(state.order, r.lug)];
  if (got === 0) return `This wheel has ${spec.lugs} lugs; lug ${wanted} is next.`;
  if (r.lug !== next) return `Lug ${wanted} is next, not lug ${got}: star order.`;
  if (r.pass === 'snug') return null;
  if (r.felt) return feltRefusal(spec, r, got);
  if (r.reading === null || !(r.reading > 0))
    return `Reading of lug ${got} is missing. Type what the wrench showed, in N·m.`;
  if ((r.pass === 'verify' || r.pass === 'recheck') && !Number.isFinite(r.angle ?? Number.NaN))
    return `Movement of lug ${got} is missing. Type the degrees it moved; 0 if it held.`;
  return spec.target > 0 ? null : 'There is no torque figure with a source for this axle.';
}

/**
 * What a click wrench may tell in a pass: that it clicked, and on the second round whether the fastener moved first.
 */
function feltRefusal(spec: TorqueSpec, r: TorqueReading, got: number): string | null {
  const second = r.pass === 'verify' || r.pass === 'recheck';
  if (second === (r.felt === 'click'))
    return second
      ? `Say whether lug ${got} held, moved a little or moved a lot before the wrench clicked.`
      : `In the ${r.pass} pass the wrench clicks; whether lug ${got} moves is asked on the second round.`;
  return spec.target > 0 ? null : 'There is no torque figure with a source for this axle.';
}

/** What a trace shows, inside a sentence. */
export const SHOWS: Readonly<Record<TraceClass, string>> = {
  normal: 'a fastener that seated and clamps',
  'cross-threaded': 'torque long before the seat, as a crossed thread gives',
  bottomed: 'a rise without a seat, as a fastener gives that has bottomed',
  yielding: 'a rise that falls off, as a fastener gives that stretches',
  'already-tight': 'hardly a turn before the figure, so it was tight already',
};

/** A trace that holds a lug is no slip of the hand. */
const heldByTrace = ({ overpulled, heldFor }: TorqueState): boolean =>
  overpulled !== null && heldFor !== null && heldFor !== 'over';

/**
 * Whether a fastener that is held may stay by a lead’s reason: one that was pulled over or gave, by somebody who knows
 * why. One that crossed or bottomed clamps nothing and is replaced, whoever says what. Common practice, no source.
 */
export const heldMayStay = (heldFor: TorqueState['heldFor']): boolean =>
  heldFor !== 'cross-threaded' && heldFor !== 'bottomed';

/** Nothing goes on past a fastener that was pulled far over the figure until somebody has dealt with it. */
function overRefusal({ overpulled, order, heldFor }: TorqueState, r: TorqueReading): string | null {
  const lug = faceNumber(order, overpulled as number);
  if (r.lug === overpulled && (r.pass === 'replaced' || (r.pass === 'stays' && heldMayStay(heldFor)))) return null;
  const why =
    heldFor === 'over' || heldFor === null
      ? `Lug ${lug} was pulled far over the figure, so it may have stretched`
      : `The trace of lug ${lug} shows ${SHOWS[heldFor]}`;
  return heldMayStay(heldFor)
    ? `${why}: replace it, or a lead says why it stays.`
    : `${why}: replace it. It does not stay, whoever says so.`;
}

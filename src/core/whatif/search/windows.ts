import { countedState, dabState } from '../../document/bare';
import type { Nut, Plan, PlanCorner } from '../../document/document';
import { roomToUse } from '../../engagement/behind';
import { calibrateSeat } from '../../engagement/boltStack';
import { calibrateGrip, minBottomGap } from '../../engagement/nutStack';
import { hubEndEngagement, outerTip } from '../../engagement/twoEnded';
import { type CompiledThread, compileThread } from '../../figures/compiled';
import { holeOpenAt, untouchedOf } from '../../figures/stack';
import type { LooseStud } from './types';

/**
 * Lengths that pass at one corner, in closed form: the same sums as the stacks of `plan/stack.ts`, solved for the
 * length. A fastener passes when low ≤ length ≤ high and the thread it meets is long enough (`enough`). `cap` is
 * the engagement that no length exceeds; engagement at a length is min(cap, length − zero).
 */
export interface Window {
  readonly low: number;
  readonly high: number;
  readonly enough: boolean;
  readonly zero: number;
  readonly cap: number;
}

export const NO_WINDOW: Window = {
  low: Number.POSITIVE_INFINITY,
  high: Number.NEGATIVE_INFINITY,
  enough: false,
  zero: 0,
  cap: 0,
};

/** The same slack as `judge` in findings: a margin of minus a femtometre is not a stop. */
const SLACK = 1e-9;

export interface Demand {
  /** Target and floor of the joint that carries the wheel, mm. */
  readonly target: number;
  readonly floor: number;
  /** Three turns, mm. */
  readonly never: number;
  /** The same at the hub end of a conversion stud. */
  readonly hubTarget: number;
  readonly hubFloor: number;
  /**
   * Safety cautions block (competition without the lead's signature); what the measuring error alone decides does not.
   */
  readonly strict: boolean;
  /** A named person has accepted what is between floor and target. */
  readonly accepted: boolean;
  /** The wheel hangs in the very thread that was counted, so what the car came with will do. */
  readonly relief: boolean;
  /** Thread of a nut of marked class: fully on, that is enough; null where there is no such nut. */
  readonly own: number | null;
  /**
   * How much less far the locking piece reaches, and whether what the car came with is a measure of it; null without
   * one.
   */
  readonly lock: { readonly shorter: number; readonly relief: boolean } | null;
}

/**
 * Engagement that goes forward at a corner, the same question as the rule `engagement.minimum`: the target, or the own
 * thread of a nut of marked class; the floor once it was accepted; or what the car came with and three turns, where its
 * own thread is still the mate.
 * @param untouched engagement of the untouched car, mm; null where nobody knows
 */
function needOf(d: Demand, untouched: number | null, relief: boolean): number {
  const own = d.own ?? Number.POSITIVE_INFINITY;
  if (d.strict) return Math.max(Math.min(d.target, own), d.never);
  const asked = Math.min(d.accepted ? d.floor : d.target, own);
  const came = relief && untouched !== null ? Math.max(untouched, d.never) : Number.POSITIVE_INFINITY;
  return Math.max(Math.min(asked, came), d.never);
}

interface Asked {
  /** Engagement that the ordinary pieces and the locking one ask of their mate, mm. */
  readonly need: number;
  /** The same as a reach past the point of no engagement: the locking piece reaches less far. */
  readonly reach: number;
}

/** What a corner asks for, the locking piece inside. */
function askedOf(d: Demand, untouched: number | null): Asked {
  const need = needOf(d, untouched, d.relief);
  if (d.lock === null) return { need, reach: need };
  const { shorter, relief } = d.lock;
  const came = untouched === null ? null : Math.max(0, untouched - shorter);
  const locked = needOf(d, came, relief);
  return { need: Math.max(need, locked), reach: Math.max(need, locked + shorter) };
}

/** Longer bolts under the seat, with so much thread, against the room behind this very corner. */
export function boltLengths(
  plan: Plan,
  c: PlanCorner,
  d: Demand,
  { threadLength, nose }: { readonly threadLength: number; readonly nose: number },
): Window {
  const { hub, policy, spacer } = plan;
  if (c.turns === null || c.tappedDepth === null || hub.boltLength === null || hub.pilotNose === null) return NO_WINDOW;
  const { pitch } = compileThread(hub.thread).thread;
  const lead = policy.leadPitches * pitch;
  const travel = c.turns.value * pitch;
  const Dt = c.tappedDepth.value;
  const seat = calibrateSeat(hub.boltLength.value, lead + hub.pilotNose.value, travel) + spacer.thickness;
  const came = untouchedOf(plan, c, { value: travel, pm: 0, rss: 0 }, Dt, hub.boltLength);
  const { need, reach } = askedOf(d, came?.value ?? null);
  const zero = seat + lead + nose;
  const room = c.roomBehind === null ? Number.NEGATIVE_INFINITY : roomToUse(c.roomBehind, pitch, policy.behindReserve);
  // As everywhere, where the tip and the thread end hold their errors inside.
  const errors =
    c.turns.pm * pitch +
    hub.boltLength.pm +
    policy.fastenerPm +
    (spacer.thickness > 0 ? policy.spacerPm : 0) +
    hub.pilotNose.pm;
  const open = holeOpenAt(plan, c, { value: travel, pm: c.turns.pm * pitch, rss: 0 });
  const past = open === true ? Number.POSITIVE_INFINITY : seat + nose + Dt - errors - c.tappedDepth.pm;
  const clear = seat + Dt + room - errors - c.tappedDepth.pm;
  // No further in than it was counted needs no room; where only the error says further it is a caution, which goes
  // forward.
  const { spacer: s0 } = countedState(c);
  const asCounted = hub.boltLength.value + spacer.thickness - s0;
  return {
    low: zero + reach - SLACK,
    high: Math.min(Math.max(clear, asCounted), past, seat + threadLength - errors) + SLACK,
    enough: Dt >= need - SLACK,
    zero,
    cap: Dt,
  };
}

/**
 * Pressed studs of another protrusion and thread length, or the car's own (null), with the present nut (null) or
 * another.
 */
export function studLengths(
  plan: Plan,
  c: PlanCorner,
  d: Demand,
  {
    nut,
    threadLength,
    nose,
  }: { readonly nut: Nut | null; readonly threadLength: number | null; readonly nose: number },
): Window {
  const { hub, policy, spacer } = plan;
  const longer = threadLength !== null;
  const s = spacer.thickness;
  const own = hub.nutThread === null ? null : hub.nutThread.value;
  const Ln = nut === null ? own : nut.threadLength;
  // Whose own thread nobody measured holds nobody knows how much.
  if (c.turns === null || (longer && (c.studProtrusion === null || hub.pilotNose === null)) || Ln === null)
    return NO_WINDOW;
  const { pitch } = compileThread(hub.thread).thread;
  const full = policy.leadPitches * pitch;
  const lead = full + (hub.pilotNose?.value ?? 0);
  const travel = c.turns.value * pitch;
  const z0 = c.studProtrusion === null ? travel + lead : c.studProtrusion.value;
  const grip = calibrateGrip(z0, lead, travel);
  const nutStart = s + grip - (nut === null ? 0 : (nut.shankReach ?? 0));
  const came = own === null ? null : untouchedOf(plan, c, { value: travel, pm: 0, rss: 0 }, own, c.studProtrusion);
  const { need, reach } = askedOf(d, came?.value ?? null);
  const zero = nutStart + (longer ? full + nose : lead);
  const count = c.turns.pm * pitch + (s > 0 ? policy.spacerPm : 0);
  const nosePm = hub.pilotNose?.pm ?? 0;
  const errors = longer ? count + (c.studProtrusion?.pm ?? 0) + policy.fastenerPm + nosePm : count;
  // What stands past its full thread knows of the nose only while the stud stays.
  const tipPm = longer ? 0 : nosePm;
  const tried = longer || nut === null ? null : seenInCap(plan, c);
  const past = nutStart + (longer ? nose : lead) - errors;
  const closed = Math.min(
    tried === null
      ? closedEnd(plan, nut, nutStart) - errors - tipPm
      : tried.untouched
        ? seenEnd(plan, nut, nutStart + Math.min(0, tried.deeper))
        : Number.NEGATIVE_INFINITY,
    capEnd(plan, nut, past),
  );
  const { spacer: s0, pm: statePm } = countedState(c);
  const proven = z0 - grip - s0 - statePm;
  const thread = threadLength === null ? ownThread(plan, proven, errors + tipPm) : threadLength - errors;
  const shank = nutStart + thread + SLACK;
  const enough = Ln >= need - SLACK;
  return { low: zero + reach - SLACK, high: Math.min(closed, shank), enough, zero, cap: Ln };
}

/**
 * Thread that may be counted on from the tip of a stud that stays: what the count has proven, or what was measured
 * where that is more. A nut that the spacer backs off as far as it reaches asks for no more than the proven, so one
 * figure serves every thickness.
 * @param proven from the tip to where the counted nut began
 * @param errors of where the nut begins, mm; what the count has proven has none
 */
function ownThread(plan: Plan, proven: number, errors: number): number {
  const own = plan.hub.studThread;
  return own === null || plan.hub.pilotNose === null ? proven : Math.max(proven, own.value - own.pm - errors);
}

/**
 * Where a closed nut's cap ends the stud, errors of the cap inside; infinite for an open nut, minus infinite where
 * nobody can tell.
 */
function closedEnd(plan: Plan, nut: Nut | null, nutStart: number, pitch?: number): number {
  const { hub, policy } = plan;
  const style = nut === null ? hub.nutStyle : nut.style;
  if (style === 'open') return Number.POSITIVE_INFINITY;
  const blind = nut === null ? (hub.nutBlindDepth?.value ?? null) : nut.blindDepth;
  const calibrated = plan.fastener.kind !== 'conversion' && hub.fastening === 'stud';
  if (style === 'unknown' || blind === null || (calibrated && hub.pilotNose === null)) return Number.NEGATIVE_INFINITY;
  const own = pitch ?? compileThread(hub.thread).thread.pitch;
  const capPm = nut === null ? Math.max(hub.nutThread?.pm ?? 0, hub.nutBlindDepth?.pm ?? 0) : policy.fastenerPm;
  return nutStart + blind - minBottomGap(policy.closedNutGap, own) - capPm + SLACK;
}

/**
 * Where a closed nut no wider than its thread, or one of which nobody knows, ends the stud's thread; infinite where it
 * runs on.
 * @param past where the tip stands when its thread has run through none of the nut's, errors inside
 */
function capEnd({ hub }: Plan, nut: Nut | null, past: number): number {
  const [style, open] = nut === null ? [hub.nutStyle, hub.capOpen] : [nut.style, nut.capOpen];
  const thread =
    nut === null ? (hub.nutThread === null ? 0 : hub.nutThread.value - hub.nutThread.pm) : nut.threadLength;
  return style === 'closed' && open !== true ? past + (thread ?? 0) + SLACK : Number.POSITIVE_INFINITY;
}

/**
 * Where the cap ends a stud whose dab was untouched: a sum that runs into it contradicts that. @param nutStart as the
 * dab was looked at
 */
function seenEnd({ hub }: Plan, nut: Nut | null, nutStart: number): number {
  const blind = nut?.style === 'closed' ? nut.blindDepth : null;
  return blind === null || hub.pilotNose === null ? Number.POSITIVE_INFINITY : nutStart + blind + SLACK;
}

/**
 * What a dab of grease says of the nut that was tried on the studs of the car, on this spacer, and by how much further
 * in that was than it is now, mm (no more than 0 where it proves something); null where it says nothing.
 */
function seenInCap({ spacer }: Plan, c: PlanCorner): { readonly untouched: boolean; readonly deeper: number } | null {
  const dab = dabState(c);
  if (!dab?.trial) return null;
  const { untouched } = dab;
  const deeper = dab.spacer - spacer.thickness;
  const says = untouched ? deeper + dab.pm <= 1e-9 : deeper + dab.pm > -1e-9;
  return says ? { untouched, deeper } : null;
}

export interface ConversionParts {
  readonly stud: Extract<LooseStud, { kind: 'conversion' }>;
  readonly nut: Nut;
  readonly outer: CompiledThread;
}

/** Overall lengths of conversion studs of one make with one nut. */
export function conversionLengths(plan: Plan, c: PlanCorner, d: Demand, { stud, nut, outer }: ConversionParts): Window {
  const { hub, policy, spacer } = plan;
  if (
    c.tappedDepth === null ||
    c.rotorHat === null ||
    hub.nutGrip === null ||
    nut.threadLength === null ||
    countedState(c).lacks !== null
  )
    return NO_WINDOW;
  const Dt = c.tappedDepth.value;
  const inside = stud.length - outerTip(stud.length, stud.shortEnd, Dt, stud.seatsAt);
  const hubLead = policy.leadPitches * compileThread(hub.thread).thread.pitch;
  const hubNeed = d.accepted && !d.strict ? d.hubFloor : d.hubTarget;
  const hubEnd = hubEndEngagement(stud.shortEnd, hubLead, Dt) >= hubNeed - SLACK;
  const lead = policy.leadPitches * outer.thread.pitch + (stud.nose ?? 0);
  const nutStart = c.rotorHat.value + spacer.thickness + hub.nutGrip.value + countedState(c).grip;
  const { need, reach } = askedOf(d, null);
  const zero = inside + nutStart + lead;
  const runOut = stud.seatsAt === 'run-out' ? c.tappedDepth.pm : 0;
  const sPm = spacer.thickness > 0 ? policy.spacerPm : 0;
  const errors = c.rotorHat.pm + hub.nutGrip.pm + sPm + policy.fastenerPm + runOut;
  const closed = Math.min(
    closedEnd(plan, nut, inside + nutStart, outer.thread.pitch) - errors,
    capEnd(plan, nut, inside + nutStart + (stud.nose ?? 0) - errors),
  );
  const shank = inside + nutStart + (stud.threadLength ?? 0) - errors + SLACK;
  return {
    low: zero + reach - SLACK,
    high: Math.min(closed, shank),
    enough: hubEnd && nut.threadLength >= need - SLACK,
    zero,
    cap: nut.threadLength,
  };
}

/** Both corners at once: the tighter end of each. */
export function meet(a: Window, b: Window): Window {
  return {
    low: Math.max(a.low, b.low),
    high: Math.min(a.high, b.high),
    enough: a.enough && b.enough,
    zero: Math.max(a.zero, b.zero),
    cap: Math.min(a.cap, b.cap),
  };
}

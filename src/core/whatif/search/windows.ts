import type { Nut, Plan, PlanCorner } from '../../document/document';
import { calibrateSeat } from '../../engagement/boltStack';
import { calibrateGrip, minBottomGap } from '../../engagement/nutStack';
import { hubEndEngagement, outerTip } from '../../engagement/twoEnded';
import { type CompiledThread, compileThread } from '../../figures/compiled';
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
  /** Cautions block (competition without the lead's signature): the error is taken off every margin. */
  readonly strict: boolean;
  /** A named person has accepted what is between floor and target. */
  readonly accepted: boolean;
  /** The wheel hangs in the very thread that was counted, so what the car came with will do. */
  readonly relief: boolean;
}

/**
 * Engagement that goes forward at a corner, the same question as the rule `engagement.minimum`: the target; the floor once it
 * was accepted; or what the car came with and three turns, where its own thread is still the mate.
 * @param untouched engagement of the untouched car, mm; null where nobody knows
 */
function needOf(d: Demand, off: number, untouched: number | null): number {
  if (d.strict) return Math.max(d.target + off, d.never);
  const asked = d.accepted ? d.floor : d.target;
  const came = d.relief && untouched !== null ? Math.max(untouched, d.never) : Number.POSITIVE_INFINITY;
  return Math.max(Math.min(asked, came), d.never);
}

/** Longer bolts under the seat, with so much thread, against the room behind this very corner. */
export function boltLengths(plan: Plan, c: PlanCorner, d: Demand, threadLength: number): Window {
  const { hub, policy, spacer } = plan;
  if (c.turns === null || c.tappedDepth === null || c.roomBehind === null || hub.stockBoltLength === null)
    return NO_WINDOW;
  const { pitch } = compileThread(hub.thread).thread;
  const behindLimit = c.roomBehind.value - c.roomBehind.pm;
  const lead = policy.leadPitches * pitch;
  const travel = c.turns.value * pitch;
  const travelPm = c.turns.pm * pitch;
  const Dt = c.tappedDepth.value;
  const seat = calibrateSeat(hub.stockBoltLength.value, lead, travel) + spacer.thickness;
  const pm = travelPm + hub.stockBoltLength.pm + policy.fastenerPm + (spacer.thickness > 0 ? policy.spacerPm : 0);
  const off = d.strict ? pm : 0;
  const need = needOf(d, off, Math.min(Dt, travel));
  const zero = seat + lead;
  const clear = Dt + behindLimit - (d.strict ? pm + c.tappedDepth.pm : 0);
  return {
    low: zero + need - SLACK,
    high: seat + SLACK + Math.min(clear, threadLength - off),
    enough: Dt >= need - SLACK,
    zero,
    cap: Dt,
  };
}

/** Pressed studs of another protrusion and thread length, or the car's own (null), with the stock nut (null) or another. */
export function studLengths(
  plan: Plan,
  c: PlanCorner,
  d: Demand,
  { nut, threadLength }: { readonly nut: Nut | null; readonly threadLength: number | null },
): Window {
  const { hub, policy, spacer } = plan;
  const longer = threadLength !== null;
  const s = spacer.thickness;
  const own = hub.nutThread === null ? null : hub.nutThread.value;
  const Ln = nut === null ? own : nut.threadLength;
  // Whose own thread nobody measured holds nobody knows how much.
  if (c.turns === null || (longer && c.studProtrusion === null) || Ln === null) return NO_WINDOW;
  const { pitch } = compileThread(hub.thread).thread;
  const lead = policy.leadPitches * pitch;
  const travel = c.turns.value * pitch;
  const travelPm = c.turns.pm * pitch;
  const z0 = c.studProtrusion === null ? travel + lead : c.studProtrusion.value;
  const grip = calibrateGrip(z0, lead, travel);
  const nutStart = s + grip - (nut === null ? 0 : nut.shankReach);
  const lengthPm = longer ? (c.studProtrusion === null ? 0 : c.studProtrusion.pm) + policy.fastenerPm : 0;
  const pm = travelPm + (s > 0 ? policy.spacerPm : 0) + lengthPm;
  const off = d.strict ? pm : 0;
  const need = needOf(d, off, own === null ? null : Math.min(own, travel));
  const zero = nutStart + lead;
  const ownPm = Math.max(hub.nutThread?.pm ?? 0, hub.nutBlindDepth?.pm ?? 0);
  const closed = closedEnd(plan, nut, nutStart, d.strict ? pm + (nut === null ? ownPm : policy.fastenerPm) : 0);
  const thread = threadLength === null ? ownThread(plan, z0 - grip, d.strict ? pm : 0) : threadLength - off;
  const shank = nutStart + thread + SLACK;
  return { low: zero + need - SLACK, high: Math.min(closed, shank), enough: Ln >= need - SLACK, zero, cap: Ln };
}

/**
 * Thread that may be counted on from the tip of a stud that stays: what the count has proven, or what was measured where
 * that is more. A nut that the spacer backs off as far as it reaches asks for no more than the proven, so one figure serves
 * every thickness.
 * @param proven from the tip to where the counted nut began
 * @param off error to take off what was measured; nought where a caution may do
 */
function ownThread(plan: Plan, proven: number, off: number): number {
  const own = plan.hub.stockStudThread;
  return own === null ? proven : Math.max(proven, own.value - own.pm - off);
}

/** Where a closed nut's cap ends the stud; infinite for an open nut, minus infinite where nobody can tell. */
function closedEnd(plan: Plan, nut: Nut | null, nutStart: number, off: number, pitch?: number): number {
  const style = nut === null ? plan.hub.nutStyle : nut.style;
  if (style === 'open') return Number.POSITIVE_INFINITY;
  const blind = nut === null ? (plan.hub.nutBlindDepth?.value ?? null) : nut.blindDepth;
  if (style === 'unknown' || blind === null) return Number.NEGATIVE_INFINITY;
  const own = pitch ?? compileThread(plan.hub.thread).thread.pitch;
  return nutStart + blind - minBottomGap(plan.policy.closedNutGap, own) - off + SLACK;
}

export interface ConversionParts {
  readonly stud: Extract<LooseStud, { kind: 'conversion' }>;
  readonly nut: Nut;
  readonly outer: CompiledThread;
}

/** Overall lengths of conversion studs of one make with one nut. */
export function conversionLengths(plan: Plan, c: PlanCorner, d: Demand, { stud, nut, outer }: ConversionParts): Window {
  const { hub, policy, spacer } = plan;
  if (c.tappedDepth === null || c.rotorHat === null || hub.nutGrip === null || nut.threadLength === null)
    return NO_WINDOW;
  const Dt = c.tappedDepth.value;
  const inside = stud.length - outerTip(stud.length, stud.shortEnd, Dt, stud.seatsAt);
  const runOut = stud.seatsAt === 'run-out' ? c.tappedDepth.pm : 0;
  const pm = c.rotorHat.pm + hub.nutGrip.pm + (spacer.thickness > 0 ? policy.spacerPm : 0) + policy.fastenerPm + runOut;
  const hubPm = c.tappedDepth.pm + policy.fastenerPm;
  const hubLead = policy.leadPitches * compileThread(hub.thread).thread.pitch;
  const hubNeed = d.accepted && !d.strict ? d.hubFloor : d.hubTarget + (d.strict ? hubPm : 0);
  const hubEnd = hubEndEngagement(stud.shortEnd, hubLead, Dt) >= hubNeed - SLACK;
  const lead = policy.leadPitches * outer.thread.pitch;
  const nutStart = c.rotorHat.value + spacer.thickness + hub.nutGrip.value - nut.shankReach;
  const off = d.strict ? pm : 0;
  const need = needOf(d, off, null);
  const zero = inside + nutStart + lead;
  const closed = closedEnd(plan, nut, inside + nutStart, d.strict ? pm + policy.fastenerPm : 0, outer.thread.pitch);
  const shank = inside + nutStart + (stud.threadLength ?? 0) - off + SLACK;
  return {
    low: zero + need - SLACK,
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

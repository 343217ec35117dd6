import { calibrateSeat } from '../../engagement/boltStack';
import { calibrateGrip, minBottomGap } from '../../engagement/nutStack';
import { outerTip } from '../../engagement/twoEnded';
import type { CompiledThread } from '../../figures/compiled';
import type { Nut, Plan, PlanCorner } from '../../document/document';
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
  /** Governing minimum, mm, and three turns. */
  readonly minimum: number;
  readonly never: number;
  /** Cautions block (competition without the lead's signature): the error is taken off every margin. */
  readonly strict: boolean;
}

/** Longer bolts under the seat, with so much thread, against the room behind this very corner. */
export function boltLengths(plan: Plan, c: PlanCorner, pitch: number, d: Demand, threadLength: number): Window {
  const { hub, policy, spacer } = plan;
  if (c.turns === null || c.tappedDepth === null || c.roomBehind === null || hub.stockBoltLength === null)
    return NO_WINDOW;
  const behindLimit = c.roomBehind.value - c.roomBehind.pm;
  const lead = policy.leadPitches * pitch;
  const present = c.turns.value * pitch;
  const presentPm = c.turns.pm * pitch;
  const Dt = c.tappedDepth.value;
  const { seat, bounded } = calibrateSeat(hub.stockBoltLength.value, lead, present, Dt, presentPm);
  if (bounded) return NO_WINDOW;
  const pm = presentPm + hub.stockBoltLength.pm + policy.fastenerPm + (spacer.thickness > 0 ? policy.spacerPm : 0);
  const off = d.strict ? pm : 0;
  const need = Math.max(d.minimum + off, d.never);
  const zero = seat + spacer.thickness + lead;
  return {
    low: zero + need - SLACK,
    high:
      seat +
      spacer.thickness +
      SLACK +
      Math.min(Dt + behindLimit - (d.strict ? pm + c.tappedDepth.pm : 0), threadLength - off),
    enough: Dt >= need - SLACK,
    zero,
    cap: Dt,
  };
}

/** Pressed studs of another protrusion and thread length, or the car's own (null), with the stock nut (null) or another. */
export function studLengths(
  plan: Plan,
  c: PlanCorner,
  pitch: number,
  d: Demand,
  nut: Nut | null,
  threadLength: number | null,
): Window {
  const { hub, policy, spacer } = plan;
  const longer = threadLength !== null;
  const s = spacer.thickness;
  if (c.turns === null || (longer && c.studProtrusion === null)) return NO_WINDOW;
  const lead = policy.leadPitches * pitch;
  const present = c.turns.value * pitch;
  const presentPm = c.turns.pm * pitch;
  const z0 = c.studProtrusion === null ? present + lead : c.studProtrusion.value;
  const grip = calibrateGrip(
    z0,
    lead,
    present,
    hub.nutThread === null ? Number.POSITIVE_INFINITY : hub.nutThread.value,
    presentPm,
  );
  const own = hub.nutThread === null ? null : hub.nutThread.value;
  const Ln = nut === null ? own : nut.threadLength;
  // Whose own thread nobody measured holds nobody knows how much.
  if (Ln === null) return NO_WINDOW;
  const reach = nut === null ? 0 : nut.shankReach;
  const nutStart = s + grip.q - reach;
  const lengthPm = longer ? (c.studProtrusion === null ? 0 : c.studProtrusion.pm) + policy.fastenerPm : 0;
  const pm = presentPm + (s > 0 ? policy.spacerPm : 0) + lengthPm;
  const off = d.strict ? pm : 0;
  const need = Math.max(d.minimum + off, d.never);
  const zero = nutStart + lead;
  const known = hub.nutThread !== null && !grip.bounded;
  const ownPm = Math.max(
    hub.nutThread === null ? 0 : hub.nutThread.pm,
    hub.nutBlindDepth === null ? 0 : hub.nutBlindDepth.pm,
  );
  const closed = closedEnd(
    plan,
    nut,
    nutStart,
    known,
    pitch,
    d.strict ? pm + (nut === null ? ownPm : policy.fastenerPm) : 0,
  );
  const thread =
    threadLength === null ? ownThread(plan, c, z0, known ? grip.q : null, d.strict ? pm : null) : threadLength - off;
  const shank = (known ? nutStart : s - reach) + thread + SLACK;
  return { low: zero + need - SLACK, high: Math.min(closed, shank), enough: Ln >= need - SLACK, zero, cap: Ln };
}

/**
 * Thread that may be counted on from the tip of a stud that stays: what the count has proven, or what was measured where
 * that is more. A nut that the spacer backs off as far as it reaches asks for no more than the proven, so one figure serves
 * every thickness.
 * @param grip null where the count only bounds it
 * @param off error to take off what was measured; null where a caution may do
 */
function ownThread(plan: Plan, c: PlanCorner, z0: number, grip: number | null, off: number | null): number {
  const proven = z0 - (grip ?? 0);
  const own = plan.hub.stockStudThread;
  if (own === null || (grip === null && c.studProtrusion === null)) return proven;
  const farPm = grip === null && c.studProtrusion !== null ? c.studProtrusion.pm : 0;
  return Math.max(proven, own.value - own.pm - (off === null ? 0 : off + farPm));
}

/** Where a closed nut's cap ends the stud; infinite for an open nut, minus infinite where nobody can tell. */
function closedEnd(plan: Plan, nut: Nut | null, nutStart: number, known: boolean, pitch: number, off: number): number {
  const style = nut === null ? plan.hub.nutStyle : nut.style;
  if (style === 'open') return Number.POSITIVE_INFINITY;
  const blind = nut === null ? (plan.hub.nutBlindDepth?.value ?? null) : nut.blindDepth;
  if (style === 'unknown' || blind === null || !known) return Number.NEGATIVE_INFINITY;
  return nutStart + blind - minBottomGap(plan.policy.closedNutGap, pitch) - off + SLACK;
}

/** Overall lengths of conversion studs of one make with one nut. */
export function conversionLengths(
  plan: Plan,
  c: PlanCorner,
  stud: Extract<LooseStud, { kind: 'conversion' }>,
  nut: Nut,
  outer: CompiledThread,
  d: Demand,
  hubMinimum: number,
): Window {
  const { hub, policy, spacer } = plan;
  if (c.tappedDepth === null || c.rotorHat === null || hub.nutGrip === null || nut.threadLength === null)
    return NO_WINDOW;
  const Dt = c.tappedDepth.value;
  const inside = stud.length - outerTip(stud.length, stud.shortEnd, Dt, stud.seatsAt);
  const runOut = stud.seatsAt === 'run-out' ? c.tappedDepth.pm : 0;
  const pm = c.rotorHat.pm + hub.nutGrip.pm + policy.spacerPm + policy.fastenerPm + runOut;
  const hubPm = c.tappedDepth.pm + policy.fastenerPm;
  const hubEnd = Math.min(stud.shortEnd, Dt) >= hubMinimum + (d.strict ? hubPm : 0) - SLACK;
  const lead = policy.leadPitches * outer.thread.pitch;
  const nutStart = c.rotorHat.value + spacer.thickness + hub.nutGrip.value - nut.shankReach;
  const off = d.strict ? pm : 0;
  const need = Math.max(d.minimum + off, d.never);
  const zero = inside + nutStart + lead;
  const closed = closedEnd(
    plan,
    nut,
    inside + nutStart,
    true,
    outer.thread.pitch,
    d.strict ? pm + policy.fastenerPm : 0,
  );
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

import { slipOnLimit } from '../engagement/nutStack';
import type { LengthWindow } from '../engagement/boltStack';
import { turnsToLength } from '../engagement/turns';
import { remainingSpigot } from '../centring/fits';
import { type Bearing, clampBand, proofShare } from '../joint/clamp';
import type { Band } from '../joint/friction';
import { neededClamp } from '../joint/need';
import { settlingLossRigid } from '../joint/settling';
import { bearingOf } from '../seat/seats';
import { tightestOf } from '../stance/clock';
import { clearanceLimit, effectiveOffset, gapAfter, trackChange } from '../stance/offset';
import { camberShift, flushSpacer, innerClearanceAfter } from '../stance/position';
import { type BoltClass, boltStrength } from '../thread/classes';
import type { Thread } from '../thread/designation';
import { stressArea } from '../thread/profile';
import { type CompiledThread, compileThread, type Minimums, minimumsFor, type SchoolMinimum } from './compiled';
import type { Corner, Plan, PlanCorner } from '../document/document';
import type { School } from '../document/policy';
import { least, type Result, result } from './result';
import { adapterStack, boltStack, conversionStack, newNut, type StackNumbers, studStack } from './stack';
import { deepestChamfer, ofWheels } from '../document/wheels';

export type { SchoolMinimum } from './compiled';

/** Everything computed for one corner. mm; null where a reading that it needs is missing. */
export interface CornerNumbers extends StackNumbers {
  readonly corner: Corner;
  /** Engagement as the car stands now. */
  readonly present: Result;
  readonly slipOnLimit: Result;
  readonly gapAfter: Result;
  readonly clearanceAfter: Result;
  readonly clearanceLimit: Result;
  /** Clock position that decides the clearance; null where only the tightest was taken. */
  readonly clearanceHour: number | null;
  readonly innerAfter: Result;
  /** Spacer that would stand the tyre flush, after the camber change. */
  readonly flush: Result;
  readonly spigotLeft: Result;
}

export interface JointNumbers {
  /** Clamp per fastener, N: friction × tool scatter. */
  readonly clamp: Band;
  /** Top of the band over the proof load; null for an unknown class. */
  readonly proofShare: number | null;
  /** Estimated need per fastener, N; null without a wheel load. */
  readonly needed: number | null;
  /** Least clamp once the joint has settled, N; null without disc hat and pad. */
  readonly settled: number | null;
}

export interface Numbers {
  readonly thread: Thread;
  /** Schools for the joint that carries the wheel. */
  readonly schools: readonly SchoolMinimum[];
  readonly minimum: number;
  readonly governing: School;
  /** Minimum in the hub of a conversion stud, or on the factory stud of an adapter. */
  readonly hubMinimum: number | null;
  readonly corners: readonly CornerNumbers[];
  /** Axle figures: the worst corner decides. */
  readonly slipOnLimit: Result;
  readonly window: LengthWindow | null;
  readonly effectiveOffset: number | null;
  readonly trackChange: number;
  readonly joint: JointNumbers | null;
}

/** All figures of a plan. Pure: same plan, same figures; the plan is not changed. */
export function computeNumbers(plan: Plan): Numbers {
  const { hub, fastener, spacer, policy } = plan;
  const own = compileThread(hub.thread);
  const outer = outerThread(plan, own);
  const nut = newNut(fastener);
  const stock = minimumsFor(own, hub.threadMaterial, fastenerClass(plan), hub.internalTensile, policy);
  const wheel = nut
    ? minimumsFor(outer, nut.material, fastenerClass(plan), nut.tensile, policy)
    : outer === own
      ? stock
      : minimumsFor(outer, hub.threadMaterial, 'unknown', hub.internalTensile, policy);
  const twoJoints = fastener.kind === 'conversion' || spacer.kind === 'adapter';
  const corners: CornerNumbers[] = [];
  for (const c of plan.corners) corners.push(cornerNumbers(plan, c, own, outer, stock, wheel));
  return {
    thread: outer.thread,
    schools: wheel.schools,
    minimum: wheel.minimum,
    governing: wheel.governing,
    hubMinimum: twoJoints ? stock.minimum : null,
    corners,
    slipOnLimit: least(corners.map((c) => c.slipOnLimit)),
    window: narrowest(corners),
    effectiveOffset: plan.wheel.offset === null ? null : effectiveOffset(plan.wheel.offset, spacer.thickness),
    trackChange: trackChange(spacer.thickness),
    joint: jointNumbers(plan, outer),
  };
}

/** Thread of the joint that carries the wheel. */
function outerThread(plan: Plan, own: CompiledThread): CompiledThread {
  if (plan.fastener.kind === 'conversion') return compileThread(plan.fastener.outerThread);
  if (plan.spacer.adapter !== null) return compileThread(plan.spacer.adapter.studThread);
  return own;
}

/** Class of the fastener that goes in; stock ones are what was read on the car. */
export function fastenerClass(plan: Plan): BoltClass {
  const f = plan.fastener;
  return f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion' ? f.class : plan.hub.fastenerClass;
}

function cornerNumbers(
  plan: Plan,
  c: PlanCorner,
  own: CompiledThread,
  outer: CompiledThread,
  stock: Minimums,
  wheel: Minimums,
): CornerNumbers {
  const { spacer, policy } = plan;
  const s = spacer.thickness;
  const pitch = own.thread.pitch;
  // A count that is no number is no count.
  const present =
    c.turns === null || !Number.isFinite(c.turns.value)
      ? null
      : result(turnsToLength(c.turns.value, pitch), c.turns.pm * pitch);
  const stack = chooseStack(plan, c, present, own, outer, wheel);
  const hours = tightestOf(c);
  const gap = c.gap;
  const flush = gap !== null && (plan.camberChange === 0 || c.archHeight !== null);
  const chamfer = spacer.kind === 'plain' ? deepestChamfer(plan, c) : null;
  const height = c.archHeight === null ? 0 : c.archHeight.value;
  return {
    corner: c.corner,
    present,
    slipOnLimit:
      present === null || !mateMeasured(plan, c)
        ? null
        : { value: slipOnLimit(present.value, stock.minimum), pm: present.pm, rss: present.rss },
    engagement: stack.engagement,
    atMost: stack.atMost,
    hubEngagement: stack.hubEngagement,
    gripBounded: stack.gripBounded,
    threadNeeded: stack.threadNeeded,
    neededAtMost: stack.neededAtMost,
    behind: stack.behind,
    overhang: stack.overhang,
    bottomGap: stack.bottomGap,
    window: stack.window,
    bearing: stack.bearing,
    gapAfter:
      flush && gap !== null
        ? result(gapAfter(gap.value, s) - camberShift(height, plan.camberChange), gap.pm, policy.spacerPm)
        : null,
    clearanceAfter: hours === null ? null : result(hours.value - s, hours.pm, policy.spacerPm),
    clearanceLimit: hours === null ? null : result(clearanceLimit(hours.value, clearanceReserve(plan)), hours.pm),
    clearanceHour: hours !== null && 'hour' in hours ? hours.hour : null,
    innerAfter:
      c.innerClearance === null
        ? null
        : result(innerClearanceAfter(c.innerClearance.value, s), c.innerClearance.pm, policy.spacerPm),
    flush: flush && gap !== null ? result(flushSpacer(gap.value, height, plan.camberChange), gap.pm) : null,
    spigotLeft:
      c.spigotHeight !== null && chamfer !== null
        ? result(
            remainingSpigot(c.spigotHeight.value, s, chamfer.value),
            c.spigotHeight.pm,
            chamfer.pm,
            policy.spacerPm,
          )
        : null,
  };
}

/** The thread that the count was made in was measured: the nut, or the hub at this corner. */
const mateMeasured = (plan: Plan, c: PlanCorner): boolean =>
  (plan.hub.fastening === 'bolt' ? c.tappedDepth : plan.hub.nutThread) !== null;

function chooseStack(
  plan: Plan,
  c: PlanCorner,
  present: Result,
  own: CompiledThread,
  outer: CompiledThread,
  wheel: Minimums,
): StackNumbers {
  if (plan.spacer.adapter !== null) return adapterStack(plan, c, present, own.thread.pitch, outer);
  if (plan.fastener.kind === 'conversion') return conversionStack(plan, c, outer, wheel.minimum);
  return plan.hub.fastening === 'bolt'
    ? boltStack(plan, c, present, own.thread.pitch, wheel.minimum)
    : studStack(plan, c, present, own.thread.pitch, wheel.minimum);
}

/** Reserve on the loaded clearance for the plan's use. */
export const clearanceReserve = (plan: Plan): number =>
  plan.use === 'track' || plan.use === 'competition'
    ? plan.policy.clearanceReserveTrack
    : plan.policy.clearanceReserveStreet;

const bearings = new Map<string, Bearing | null>();

/** Bearing of a seat, kept: plans repeat a few. A ball smaller than its circle bears nowhere and is left uncomputed. */
function bearingFor(seat: Plan['hub']['seat'], contact: number): Bearing | null {
  const key = `${seat}/${contact}`;
  let b = bearings.get(key);
  if (b === undefined) {
    b = bearingOf(seat, contact);
    if (b?.kind === 'ball' && b.contactDiameter >= 2 * b.radius) b = null;
    bearings.set(key, b);
  }
  return b;
}

function jointNumbers(plan: Plan, t: CompiledThread): JointNumbers | null {
  const { hub, policy } = plan;
  if (hub.torque === null || hub.contactDiameter === null || hub.contactDiameter === 0) return null;
  const bearing = bearingFor(fastenerSeat(plan), hub.contactDiameter);
  if (bearing === null) return null;
  const clamp = clampBand(hub.torque.value, t.thread, bearing, hub.condition, 'click');
  const strength = boltStrength(fastenerClass(plan), t.thread.d);
  return {
    clamp,
    proofShare: strength === null ? null : proofShare(clamp.high, t.thread, strength.proof),
    settled: settledClamp(plan, t, clamp.low),
    needed:
      hub.wheelLoad === null
        ? null
        : neededClamp(hub.wheelLoad, policy.roadFriction, policy.loadFactor, policy.jointFriction, hub.lugs),
  };
}

/** Clamp that is left after settling at its worst: over the shortest grip that was measured. An adapter's joint is another one. */
function settledClamp(plan: Plan, t: CompiledThread, low: number): number | null {
  if (plan.spacer.kind === 'adapter') return null;
  let grip = Number.POSITIVE_INFINITY;
  const pads = ofWheels(plan.wheel, 'padThickness');
  for (const c of plan.corners) {
    for (const w of pads) {
      if (c.rotorHat === null || w.measured === null) return null;
      grip = Math.min(grip, c.rotorHat.value - c.rotorHat.pm + w.measured.value - w.measured.pm);
    }
  }
  return grip > 0 && Number.isFinite(grip)
    ? Math.max(0, low - settlingLossRigid(grip, plan.spacer.thickness, stressArea(t.thread)))
    : null;
}

/** Seat of the fastener that bears on the wheel. */
export function fastenerSeat(plan: Plan): Plan['hub']['seat'] {
  const f = plan.fastener;
  if (f.kind === 'bolt') return f.seat;
  return newNut(f)?.seat ?? plan.hub.seat;
}

/** Lengths that suit every corner; null as soon as one corner is unmeasured. */
function narrowest(corners: readonly CornerNumbers[]): LengthWindow | null {
  let min = Number.NEGATIVE_INFINITY;
  let keep = Number.NEGATIVE_INFINITY;
  let max: number | null = Number.POSITIVE_INFINITY;
  for (const { window: w } of corners) {
    if (w === null) return null;
    min = Math.max(min, w.min);
    keep = Math.max(keep, w.keep);
    max = max === null || w.max === null ? null : Math.min(max, w.max);
  }
  return { min, keep, max };
}

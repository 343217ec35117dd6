import { slipOnLimit } from '../engagement/nutStack';
import type { Enough, LengthWindow } from '../engagement/boltStack';
import { turnsToLength } from '../engagement/turns';
import { remainingSpigot } from '../centring/fits';
import { type Bearing, clampBand, proofShare } from '../joint/clamp';
import { worstStress } from '../joint/combined';
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
import {
  type CompiledThread,
  carries,
  compileThread,
  type Minimums,
  minimumsFor,
  type SchoolMinimum,
} from './compiled';
import type { Corner, Plan, PlanCorner } from '../document/document';
import type { School } from '../document/policy';
import { least, type Result, result } from './result';
import {
  adapterStack,
  boltStack,
  conversionStack,
  newNut,
  type StackNumbers,
  type StackParts,
  studStack,
} from './stack';
import { deepestChamfer, ofWheels } from '../document/wheels';

export type { SchoolMinimum } from './compiled';

/** Everything computed for one corner. mm; null where a reading that it needs is missing. */
export interface CornerNumbers extends StackNumbers {
  readonly corner: Corner;
  /** Travel of the counted fastener past its mate’s first thread, with nothing on. */
  readonly travel: Result;
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
  /** Target of the joint that carries the wheel, and the floor under it, mm. */
  readonly minimum: number;
  readonly floor: number;
  readonly governing: School;
  /** The same in the hub of a conversion stud, or on the factory stud of an adapter. */
  readonly hubEnough: Enough | null;
  readonly corners: readonly CornerNumbers[];
  /** Axle figures: the worst corner decides. */
  readonly slipOnLimit: Result;
  readonly window: LengthWindow | null;
  readonly effectiveOffset: number | null;
  readonly trackChange: number;
  readonly joint: JointNumbers | null;
  /** Worst combined stress while it is tightened; null without a torque figure. */
  readonly stress: StressNumbers | null;
}

export interface StressNumbers {
  /** MPa. */
  readonly worst: number;
  /** Yield of the stated class, or of 8.8 where nobody read it, MPa. */
  readonly yield: number;
  readonly classKnown: boolean;
  /** The seat’s contact was measured; else the thread’s own diameter is taken, which clamps the most. */
  readonly contactKnown: boolean;
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
  const joint = jointNumbers(plan, outer);
  const enough = enoughFor(wheel, outer, nut ? nut.tensile : hub.internalTensile, joint);
  const parts = { plan, own, outer, stock: stock.minimum, enough };
  for (const c of plan.corners) corners.push(cornerNumbers(parts, c));
  return {
    thread: outer.thread,
    schools: wheel.schools,
    minimum: enough.target,
    floor: enough.floor,
    governing: wheel.governing,
    hubEnough: twoJoints ? enoughFor(stock, own, hub.internalTensile, joint) : null,
    corners,
    slipOnLimit: least(corners.map((c) => c.slipOnLimit)),
    window: narrowest(corners),
    effectiveOffset: plan.wheel.offset === null ? null : effectiveOffset(plan.wheel.offset, spacer.thickness),
    trackChange: trackChange(spacer.thickness),
    joint,
    stress: stressNumbers(plan, outer),
  };
}

/**
 * Target and floor of a joint. Where the strength of the internal thread is known the floor is no less than what carries the
 * top of the clamp band, and the target never less than the floor.
 */
function enoughFor(m: Minimums, t: CompiledThread, internalTensile: number | null, joint: JointNumbers | null): Enough {
  const carried = internalTensile === null || joint === null ? 0 : carries(t, joint.clamp.high, internalTensile);
  const floor = Math.max(m.floor, carried);
  return { target: Math.max(m.minimum, floor), floor };
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

interface CornerParts {
  readonly plan: Plan;
  readonly own: CompiledThread;
  readonly outer: CompiledThread;
  /** Target on the counted fastener, mm. */
  readonly stock: number;
  readonly enough: Enough;
}

function cornerNumbers({ plan, own, outer, stock, enough }: CornerParts, c: PlanCorner): CornerNumbers {
  const { spacer, policy } = plan;
  const s = spacer.thickness;
  const { pitch } = own.thread;
  // A count that is no number is no count.
  const travel =
    c.turns === null || !Number.isFinite(c.turns.value)
      ? null
      : result(turnsToLength(Math.max(0, c.turns.value), pitch), c.turns.pm * pitch);
  const stack = chooseStack({ plan, c, travel, pitch, outer, enough });
  const hours = tightestOf(c);
  const gap = c.gap;
  const flush = gap !== null && (plan.camberChange === 0 || c.archHeight !== null);
  const chamfer = spacer.kind === 'plain' ? deepestChamfer(plan, c) : null;
  const height = c.archHeight === null ? 0 : c.archHeight.value;
  return {
    ...stack,
    corner: c.corner,
    travel,
    slipOnLimit: slipOn(plan, c, travel, stock),
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

/** Largest plate on the counted fastener: travel less the target, and none where its mate is shorter than that. */
function slipOn(plan: Plan, c: PlanCorner, travel: Result, target: number): Result {
  const mate = plan.hub.fastening === 'bolt' ? c.tappedDepth : plan.hub.nutThread;
  if (travel === null || mate === null) return null;
  const most = mate.value < target - 1e-9 ? mate.value : travel.value;
  return { value: slipOnLimit(Math.min(most, travel.value), target), pm: travel.pm, rss: travel.rss };
}

function chooseStack(parts: StackParts): StackNumbers {
  const { plan } = parts;
  if (plan.spacer.adapter !== null) return adapterStack(parts);
  if (plan.fastener.kind === 'conversion') return conversionStack(parts);
  return plan.hub.fastening === 'bolt' ? boltStack(parts) : studStack(parts);
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

function stressNumbers(plan: Plan, t: CompiledThread): StressNumbers | null {
  const { hub } = plan;
  if (hub.torque === null) return null;
  const { d } = t.thread;
  const contactKnown = hub.contactDiameter !== null && hub.contactDiameter > 0;
  const contact = contactKnown ? (hub.contactDiameter as number) : d;
  const bearing = bearingFor(fastenerSeat(plan), contact) ?? { kind: 'flat' as const, meanDiameter: contact };
  const own = boltStrength(plan.spacer.adapter?.studClass ?? fastenerClass(plan), d);
  return {
    worst: stressKept(t, hub.torque.value, bearing, hub.condition),
    yield: (own ?? (boltStrength('8.8', d) as NonNullable<typeof own>)).yield,
    classKnown: own !== null,
    contactKnown,
  };
}

const stresses = new WeakMap<CompiledThread, Map<string, number>>();

/** Worst stress, kept: plans repeat a few. */
function stressKept(t: CompiledThread, torque: number, bearing: Bearing, condition: Plan['hub']['condition']): number {
  let known = stresses.get(t);
  if (known === undefined) {
    known = new Map();
    stresses.set(t, known);
  }
  const key = `${torque}/${condition}/${JSON.stringify(bearing)}`;
  let worst = known.get(key);
  if (worst === undefined) {
    worst = worstStress({ torque, thread: t.thread, bearing, condition, tool: 'click' });
    known.set(key, worst);
  }
  return worst;
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

/** Lengths that suit every corner; null as soon as one corner has none, or none is left between them. */
function narrowest(corners: readonly CornerNumbers[]): LengthWindow | null {
  let all: LengthWindow | null = null;
  for (const { window: w } of corners) {
    if (w === null) return null;
    all = all === null ? w : both(all, w);
  }
  return all === null || (all.max !== null && all.max < all.min) ? null : all;
}

const both = (a: LengthWindow, b: LengthWindow): LengthWindow => ({
  min: Math.max(a.min, b.min),
  keep: Math.max(a.keep, b.keep),
  max: a.max === null || b.max === null ? null : Math.min(a.max, b.max),
  toFloor: a.toFloor || b.toFloor,
});

/**
 * Whether the choice moves the wheel, or its stance is the very wish: only then are gap and clearance asked for. Studs for
 * bolts with nothing between hub and wheel leave it where it was.
 */
export const movesWheel = (plan: Plan): boolean =>
  plan.wish !== 'conversion' || plan.spacer.thickness > 0 || plan.camberChange !== 0;

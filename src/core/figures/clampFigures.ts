import { type Bearing, clampBand, proofShare } from '../joint/clamp';
import { worstStress } from '../joint/combined';
import type { Band } from '../joint/friction';
import { neededClamp } from '../joint/need';
import { settlingLossRigid } from '../joint/settling';
import { bearingOf } from '../seat/seats';
import { type BoltClass, boltStrength } from '../thread/classes';
import { stressArea } from '../thread/profile';
import type { Plan } from '../document/document';
import { ofWheels } from '../document/wheels';
import type { CompiledThread } from './compiled';
import { newNut } from './stack';

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

export interface StressNumbers {
  /** MPa. */
  readonly worst: number;
  /** Yield of the stated class, or of 8.8 where nobody read it, MPa. */
  readonly yield: number;
  readonly classKnown: boolean;
  /** The seat’s contact was measured; else the thread’s own diameter is taken, which clamps the most. */
  readonly contactKnown: boolean;
}

/** Class of the fastener that goes in; stock ones are what was read on the car. */
export function fastenerClass(plan: Plan): BoltClass {
  const f = plan.fastener;
  return f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion' ? f.class : plan.hub.fastenerClass;
}

/** Class of what holds the wheel: on an adapter its own studs, else the fastener that goes in. */
const wheelClass = (plan: Plan): BoltClass => plan.spacer.adapter?.studClass ?? fastenerClass(plan);

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

/** Clamp of the joint that carries the wheel; null without a torque figure or a contact. */
export function jointNumbers(plan: Plan, t: CompiledThread): JointNumbers | null {
  const { hub, policy } = plan;
  if (hub.torque === null || hub.contactDiameter === null || hub.contactDiameter === 0) return null;
  const bearing = bearingFor(fastenerSeat(plan), hub.contactDiameter);
  if (bearing === null) return null;
  const clamp = clampBand(hub.torque.value, t.thread, bearing, hub.condition, 'click');
  const strength = boltStrength(wheelClass(plan), t.thread.d);
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

/** Combined stress of it while it is tightened; null without a torque figure. */
export function stressNumbers(plan: Plan, t: CompiledThread): StressNumbers | null {
  const { hub } = plan;
  if (hub.torque === null) return null;
  const { d } = t.thread;
  const contactKnown = hub.contactDiameter !== null && hub.contactDiameter > 0;
  const contact = contactKnown ? (hub.contactDiameter as number) : d;
  const bearing = bearingFor(fastenerSeat(plan), contact) ?? { kind: 'flat' as const, meanDiameter: contact };
  const own = boltStrength(wheelClass(plan), d);
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

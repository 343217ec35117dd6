import { type Bearing, clampBand, proofShare } from '../joint/clamp';
import { worstStress } from '../joint/combined';
import type { Band } from '../joint/friction';
import { neededClamp } from '../joint/need';
import { settlingLossRigid } from '../joint/settling';
import { bearingOf } from '../seat/seats';
import { type BoltClass, boltStrength } from '../thread/classes';
import { stressArea } from '../thread/profile';
import type { Plan } from '../document/document';
import { wheelTorque } from '../document/hardware';
import { ofWheels } from '../document/wheels';
import { type CompiledThread, compileThread } from './compiled';
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
  const torque = wheelTorque(plan);
  if (torque === null || hub.contactDiameter === null || hub.contactDiameter === 0) return null;
  const bearing = bearingFor(fastenerSeat(plan), hub.contactDiameter);
  if (bearing === null) return null;
  const clamp = clampBand(torque.value, t.thread, bearing, hub.condition, 'click');
  const strength = boltStrength(wheelClass(plan), t.thread.d);
  return {
    clamp,
    proofShare: strength === null ? null : proofShare(clamp.high, t.thread, strength.proof),
    settled: settledClamp(plan, t, clamp.low),
    needed:
      hub.wheelLoad === null || hub.lugs === null
        ? null
        : neededClamp(hub.wheelLoad, policy.roadFriction, policy.loadFactor, policy.jointFriction, hub.lugs),
  };
}

/** Combined stress of it while it is tightened; null without a torque figure. */
export function stressNumbers(plan: Plan, t: CompiledThread): StressNumbers | null {
  const { hub } = plan;
  const torque = wheelTorque(plan);
  if (torque === null) return null;
  const { d } = t.thread;
  const contactKnown = hub.contactDiameter !== null && hub.contactDiameter > 0;
  const contact = contactKnown ? (hub.contactDiameter as number) : d;
  const bearing = bearingFor(fastenerSeat(plan), contact) ?? { kind: 'flat' as const, meanDiameter: contact };
  const own = boltStrength(wheelClass(plan), d);
  return {
    worst: stressKept(t, torque.value, bearing, hub.condition),
    yield: (own ?? (boltStrength('8.8', d) as NonNullable<typeof own>)).yield,
    classKnown: own !== null,
    contactKnown,
  };
}

/**
 * Combined stress in the factory studs at the torque of an adapter's nuts; null without an adapter or its figure. Those nuts bear
 * flat; where nobody measured on what, the thread's own diameter clamps the most, and twice that the least.
 * @param least takes the contact that clamps the least, where it is not measured
 */
export function hubStress(plan: Plan, least = false): StressNumbers | null {
  const { hub, spacer } = plan;
  const torque = spacer.adapter?.torque ?? null;
  if (torque === null) return null;
  const t = compileThread(hub.thread);
  const { d } = t.thread;
  const own = boltStrength(hub.fastenerClass, d);
  const contact = spacer.adapter?.nutContact ?? null;
  const known = contact !== null && contact > 0;
  const unmeasured = least ? 2 * d : d;
  const meanDiameter = known ? contact : unmeasured;
  return {
    worst: stressKept(t, torque.value, { kind: 'flat', meanDiameter }, spacer.adapter?.condition ?? 'unknown'),
    yield: (own ?? (boltStrength('8.8', d) as NonNullable<typeof own>)).yield,
    classKnown: own !== null,
    contactKnown: known,
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

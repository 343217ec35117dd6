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
import { eachWheel, ofWheels } from '../document/wheels';
import { type CompiledThread, compileThread } from './compiled';
import { fastenerSeat } from './counts';

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
  /** MPa, at the end of the fastener where it is the larger share of its yield. */
  readonly worst: number;
  /** Yield of the stated class, or of 8.8 where nobody read it, MPa. */
  readonly yield: number;
  /** Share of yield at the kindest value of what is not known: class 12.9, and the contact that clamps the least. */
  readonly kindest: number;
  readonly classKnown: boolean;
  /** The contact was measured, and can be; else the thread’s own diameter is taken, which clamps the most. */
  readonly contactKnown: boolean;
  /** The hub end of a two-ended stud is the weaker one. */
  readonly hubEnd: boolean;
}

/** Class of the fastener that holds the wheel; what stays on the car is as it was read. */
export function fastenerClass(plan: Plan): BoltClass {
  const f = plan.fastener;
  return f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion' ? f.class : plan.hub.fastenerClass;
}

/** Class of what holds the wheel: on an adapter its own studs, else the fastener that goes in. */
export const wheelClass = (plan: Plan): BoltClass => plan.spacer.adapter?.studClass ?? fastenerClass(plan);

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

/** The same where it has to be said: a seat that nobody knows, or that cannot bear there, bears flat, which clamps the most. */
const bearingOrFlat = (seat: Plan['hub']['seat'], contact: number): Bearing =>
  bearingFor(seat, contact) ?? { kind: 'flat', meanDiameter: contact };

/** Clamp of the joint that carries the wheel; null without a torque figure or a contact. */
export function jointNumbers(plan: Plan, t: CompiledThread): JointNumbers | null {
  const { hub, policy } = plan;
  const torque = wheelTorque(plan);
  if (torque === null || !canBear(hub.contactDiameter, t.thread.d)) return null;
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

/** Nothing bears on less than the thread itself: such a figure is of something else. */
const canBear = (contact: number | null, d: number): contact is number => contact !== null && contact >= d - 1e-9;

/** Where a seat bears whose contact was not measured, for the least clamp, mm: the largest lug hole, else twice the thread. */
function widestContact(plan: Plan, d: number): number {
  const holes = eachWheel(plan.wheel, 'lugHole').flatMap((w) => (w.measured ? w.measured.value + w.measured.pm : []));
  return Math.max(d, holes.length > 0 ? Math.max(...holes) : 2 * d);
}

/** Most clamp of the wheel's joint, N: a contact that was not measured takes the thread's own diameter. Null without a torque figure. */
export function mostClamp(plan: Plan, t: CompiledThread): number | null {
  const torque = wheelTorque(plan);
  if (torque === null) return null;
  const { contactDiameter, condition } = plan.hub;
  const { d } = t.thread;
  const contact = canBear(contactDiameter, d) ? contactDiameter : d;
  return clampBand(torque.value, t.thread, bearingOrFlat(fastenerSeat(plan), contact), condition, 'click').high;
}

/** The same for the adapter's nuts on the factory studs, N. */
export function mostHubClamp(plan: Plan, t: CompiledThread): number | null {
  const a = plan.spacer.adapter;
  if (a === null || a.torque === null) return null;
  const { d } = t.thread;
  const meanDiameter = canBear(a.nutContact, d) ? a.nutContact : d;
  return clampBand(a.torque.value, t.thread, { kind: 'flat', meanDiameter }, a.condition, 'click').high;
}

interface Loaded {
  /** N·m. */
  readonly torque: number;
  readonly condition: Plan['hub']['condition'];
  readonly class: BoltClass;
  /** Bearing on a contact, mm. */
  readonly bearing: (contact: number) => Bearing;
  /** Measured; null where it was not, or cannot be. */
  readonly contact: number | null;
  /** For the least clamp, where it is not measured, mm. */
  readonly widest: () => number;
  /** Ends that carry the force, the tightened one first. */
  readonly ends: readonly CompiledThread[];
}

/** The end that is stressed to the larger share of its yield, and that share at the kindest value of what is not known. */
function stressOf({ torque, condition, class: said, bearing, contact, widest, ends }: Loaded): StressNumbers {
  const t = ends[0] as CompiledThread;
  const known = boltStrength(said, t.thread.d) !== null;
  const share = (at: CompiledThread, on: number, cls: BoltClass) => {
    const worst = stressKept(t, torque, bearing(on), condition, at);
    const limit = (boltStrength(cls, at.thread.d) as NonNullable<ReturnType<typeof boltStrength>>).yield;
    return { worst, yield: limit, share: worst / limit };
  };
  const most = (on: number, cls: BoltClass) =>
    ends.map((at) => ({ ...share(at, on, cls), hubEnd: at !== t })).reduce((a, b) => (b.share > a.share ? b : a));
  const worst = most(contact ?? t.thread.d, known ? said : '8.8');
  const kindest = known && contact !== null ? worst.share : most(contact ?? widest(), known ? said : '12.9').share;
  return {
    worst: worst.worst,
    yield: worst.yield,
    kindest,
    classKnown: known,
    contactKnown: contact !== null,
    hubEnd: worst.hubEnd,
  };
}

/** Combined stress of it while it is tightened, at both ends of a two-ended stud; null without a torque figure. */
export function stressNumbers(plan: Plan, t: CompiledThread): StressNumbers | null {
  const { hub, fastener } = plan;
  const torque = wheelTorque(plan);
  if (torque === null) return null;
  const { d } = t.thread;
  const seat = fastenerSeat(plan);
  return stressOf({
    torque: torque.value,
    condition: hub.condition,
    class: wheelClass(plan),
    bearing: (contact) => bearingOrFlat(seat, contact),
    contact: canBear(hub.contactDiameter, d) ? hub.contactDiameter : null,
    widest: () => widestContact(plan, d),
    ends: fastener.kind === 'conversion' ? [t, compileThread(fastener.hubThread)] : [t],
  });
}

/**
 * Combined stress in the factory studs at the torque of an adapter's nuts; null without an adapter or its figure. Those nuts bear
 * flat; where it was not measured on what, the thread's own diameter clamps the most, and twice that the least.
 */
export function hubStress(plan: Plan): StressNumbers | null {
  const { hub, spacer } = plan;
  const torque = spacer.adapter?.torque ?? null;
  if (torque === null || spacer.adapter === null) return null;
  const t = compileThread(hub.thread);
  const { d } = t.thread;
  const { nutContact, condition } = spacer.adapter;
  return stressOf({
    torque: torque.value,
    condition,
    class: hub.fastenerClass,
    bearing: (meanDiameter) => ({ kind: 'flat', meanDiameter }),
    contact: canBear(nutContact, d) ? nutContact : null,
    widest: () => 2 * d,
    ends: [t],
  });
}

const stresses = new WeakMap<CompiledThread, Map<string, number>>();

/** Worst stress, kept: plans repeat a few. */
function stressKept(
  t: CompiledThread,
  torque: number,
  bearing: Bearing,
  condition: Plan['hub']['condition'],
  at: CompiledThread,
): number {
  let known = stresses.get(t);
  if (known === undefined) {
    known = new Map();
    stresses.set(t, known);
  }
  const key = `${torque}/${condition}/${at.thread.d}x${at.thread.pitch}/${JSON.stringify(bearing)}`;
  let worst = known.get(key);
  if (worst === undefined) {
    worst = worstStress({ torque, thread: t.thread, bearing, condition, tool: 'click', at: at.thread });
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

import type { Plan } from '../document/document';
import { wheelTorque } from '../document/hardware';
import { eachWheel, ofWheels } from '../document/wheels';
import { type Bearing, clampBand, proofShare } from '../joint/clamp';
import { worstStress } from '../joint/combined';
import type { Band } from '../joint/friction';
import { neededClamp } from '../joint/need';
import { settlingLossRigid } from '../joint/settling';
import { bearingOf, seatInWheel } from '../seat/seats';
import { type BoltClass, boltStrength } from '../thread/classes';
import { stressArea } from '../thread/profile';
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

const bearings = new Map<Plan['hub']['seat'], Map<number, Bearing | null>>();

/** Bearing of a seat, kept: plans repeat a few. A ball smaller than its circle bears nowhere and is left uncomputed. */
function bearingFor(seat: Plan['hub']['seat'], contact: number): Bearing | null {
  let ofSeat = bearings.get(seat);
  if (ofSeat === undefined) {
    ofSeat = new Map();
    bearings.set(seat, ofSeat);
  }
  let b = ofSeat.get(contact);
  if (b === undefined) {
    b = bearingOf(seat, contact);
    if (b?.kind === 'ball' && b.contactDiameter >= 2 * b.radius) b = null;
    ofSeat.set(contact, b);
  }
  return b;
}

/**
 * The same where it has to be said: a seat that nobody knows, or that cannot bear there, bears flat, which clamps the
 * most.
 */
const bearingOrFlat = (seat: Plan['hub']['seat'], contact: number): Bearing =>
  bearingFor(seat, contact) ?? flatOn(contact);

const flats = new Map<number, Bearing>();

/** A flat bearing, one object for each contact, so that what was worked out on it is found again. */
function flatOn(meanDiameter: number): Bearing {
  let flat = flats.get(meanDiameter);
  if (flat === undefined) {
    flat = { kind: 'flat', meanDiameter };
    flats.set(meanDiameter, flat);
  }
  return flat;
}

/** Band of the wheel’s clamp, N: a cone that turns by itself clamps as little as a plain one and as much as a flat. */
function bandOf(plan: Plan, { thread }: CompiledThread, torque: number, bearing: Bearing): Band {
  const { contactDiameter, condition } = plan.hub;
  const band = clampBand(torque, thread, bearing, condition, 'click');
  const seat = fastenerSeat(plan);
  const least = seatInWheel(seat) === seat ? null : bearingOf(seatInWheel(seat), contactDiameter ?? 0);
  return least === null ? band : { ...band, low: clampBand(torque, thread, least, condition, 'click').low };
}

/** Clamp of the joint that carries the wheel; null without a torque figure or a contact. */
export function jointNumbers(plan: Plan, t: CompiledThread): JointNumbers | null {
  const { hub, policy } = plan;
  const torque = wheelTorque(plan);
  if (torque === null || !canBear(hub.contactDiameter, t.thread.d)) return null;
  const bearing = bearingFor(fastenerSeat(plan), hub.contactDiameter);
  if (bearing === null) return null;
  const clamp = bandOf(plan, t, torque.value, bearing);
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

/**
 * Where a seat bears whose contact was not measured, for the least clamp, mm: the largest lug hole, else twice the
 * thread.
 */
function widestContact(plan: Plan, d: number): number {
  const holes = eachWheel(plan.wheel, 'lugHole').flatMap((w) => (w.measured ? w.measured.value + w.measured.pm : []));
  return Math.max(d, holes.length > 0 ? Math.max(...holes) : 2 * d);
}

/**
 * Most clamp of the wheel's joint, N: a contact that was not measured takes the thread's own diameter. Null without a
 * torque figure.
 */
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

/** Yield of a class at a thread, MPa. */
const yieldOf = (cls: BoltClass, { thread }: CompiledThread): number =>
  (boltStrength(cls, thread.d) as NonNullable<ReturnType<typeof boltStrength>>).yield;

/**
 * The end that is stressed to the larger share of its yield, and that share at the kindest value of what is not known.
 */
function stressOf({ torque, condition, class: said, bearing, contact, widest, ends }: Loaded): StressNumbers {
  const t = ends[0] as CompiledThread;
  const classKnown = boltStrength(said, t.thread.d) !== null;
  const contactKnown = contact !== null;
  const worstOn = bearing(contact ?? t.thread.d);
  const kindOn = contactKnown ? worstOn : bearing(widest());
  let [most, kindest] = [0, 0];
  let found: CompiledThread = t;
  let stress = 0;
  for (const at of ends) {
    const here = stressKept(t, torque, worstOn, condition, at);
    const share = here / yieldOf(classKnown ? said : '8.8', at);
    const kind = stressKept(t, torque, kindOn, condition, at) / yieldOf(classKnown ? said : '12.9', at);
    if (kind > kindest) kindest = kind;
    if (share <= most) continue;
    most = share;
    found = at;
    stress = here;
  }
  return {
    worst: stress,
    yield: yieldOf(classKnown ? said : '8.8', found),
    kindest,
    classKnown,
    contactKnown,
    hubEnd: found !== t,
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
 * Combined stress in the factory studs at the torque of an adapter's nuts; null without an adapter or its figure. Those
 * nuts bear flat; where it was not measured on what, the thread's own diameter clamps the most, and twice that the
 * least.
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
    bearing: flatOn,
    contact: canBear(nutContact, d) ? nutContact : null,
    widest: () => 2 * d,
    ends: [t],
  });
}

/** A stress as it was worked out for one bearing. */
interface KeptStress {
  readonly t: CompiledThread;
  readonly at: CompiledThread;
  readonly torque: number;
  readonly condition: Plan['hub']['condition'];
  readonly worst: number;
}
const stresses = new WeakMap<Bearing, KeptStress[]>();
/** As many as one workshop asks for at a time; the oldest goes. */
const KEPT = 24;

/** Worst stress, kept by its bearing: plans repeat a few. */
function stressKept(
  t: CompiledThread,
  torque: number,
  bearing: Bearing,
  condition: Plan['hub']['condition'],
  at: CompiledThread,
): number {
  let known = stresses.get(bearing);
  if (known === undefined) {
    known = [];
    stresses.set(bearing, known);
  }
  for (const k of known)
    if (k.torque === torque && k.t === t && k.at === at && k.condition === condition) return k.worst;
  const worst = worstStress({ torque, thread: t.thread, bearing, condition, tool: 'click', at: at.thread });
  if (known.length >= KEPT) known.shift();
  known.push({ t, at, torque, condition, worst });
  return worst;
}

/**
 * Clamp that is left after settling at its worst: over the shortest grip that was measured. An adapter's joint is
 * another one.
 */
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

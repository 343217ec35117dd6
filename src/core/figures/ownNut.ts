import type { Plan } from '../document/document';
import type { BoltClass, NutClassSaid } from '../thread/classes';
import type { Thread } from '../thread/designation';
import { fastenerClass } from './clampFigures';
import { newNut } from './stack';

/** A nut of marked class as a measure of itself. */
interface Marked {
  readonly nutClass: NutClassSaid;
  readonly material: Plan['hub']['threadMaterial'];
  readonly boltClass: BoltClass;
  /** Its thread with its error taken off, and its height as far as it is known, mm. */
  readonly thread: number | null;
  readonly height: number;
  readonly d: number;
  readonly pitch: number;
}

/**
 * Least height of a nut that its class speaks for, in diameters. ISO 898-2 and ISO 4032, regular nuts (from memory).
 */
const REGULAR = 0.8;

/**
 * A steel nut of marked class at least the stud's, no lower than 0.8 d, is made so that the bolt breaks first: fully
 * on, its own thread is enough. Source: ISO 898-2 (from memory).
 * @returns that thread, mm; null where it is no such nut
 */
function ownTarget(m: Marked): number | null {
  if (m.nutClass === 'unknown' || m.boltClass === 'unknown' || m.material !== 'steel' || m.thread === null) return null;
  if (Number(m.nutClass) < Math.floor(Number(m.boltClass))) return null;
  const tall = Math.max(m.thread, m.height) >= REGULAR * m.d - 1e-9;
  // A tall cap over little thread is no regular nut: its thread is no more than a pitch short of that.
  return tall && m.thread >= REGULAR * m.d - m.pitch - 1e-9 ? m.thread : null;
}

/**
 * The nut on the joint that carries the wheel; null where a bolt does, or where it is no nut of that kind. @param
 * thread of that joint
 */
export function wheelNutTarget(plan: Plan, { d, pitch }: Thread): number | null {
  const { hub, spacer } = plan;
  const nut = newNut(plan.fastener);
  const boltClass = spacer.adapter?.studClass ?? fastenerClass(plan);
  if (nut) {
    const { material, threadLength: thread } = nut;
    return ownTarget({ nutClass: nut.class, material, boltClass, thread, height: 0, d, pitch });
  }
  if (hub.fastening !== 'stud') return null;
  const thread = hub.nutThread === null ? null : hub.nutThread.value - hub.nutThread.pm;
  const height = hub.nutHeight === null ? 0 : hub.nutHeight.value - hub.nutHeight.pm;
  return ownTarget({ nutClass: hub.nutClass, material: hub.threadMaterial, boltClass, thread, height, d, pitch });
}

/** The adapter's nut on the factory studs. @param thread of the hub */
export function adapterNutTarget(plan: Plan, { d, pitch }: Thread): number | null {
  const a = plan.spacer.adapter;
  if (a === null) return null;
  const { nutClass, nutThread: thread } = a;
  const height = a.nutHeight ?? 0;
  // A class is marked on steel nuts; what the present nuts are made of says nothing of these.
  return ownTarget({ nutClass, material: 'steel', boltClass: plan.hub.fastenerClass, thread, height, d, pitch });
}

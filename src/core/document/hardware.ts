import type { Hub, Plan } from './document';
import { ADDS_NOTHING } from './vocabulary';

/**
 * Torque figure of what holds the wheel: a conversion's outer thread has one of its own, with its own source; every
 * other joint takes the vehicle's. Null where nobody gave one.
 */
export const wheelTorque = ({ fastener, hub }: Plan): Hub['torque'] =>
  fastener.kind === 'conversion' ? fastener.torque : hub.torque;

/** Lugs that hold the wheel: those of the hub, or as many as an adapter carries. Null where nobody counted. */
export const wheelLugs = ({ hub, spacer }: Pick<Plan, 'hub' | 'spacer'>): number | null =>
  hub.lugs === null ? null : (spacer.adapter?.lugs ?? hub.lugs);

/**
 * A visit that adds nothing: the maker’s own bolts or studs, as the maker left them, hold the wheel on the bare hub.
 */
export const originalJoint = ({ jobType, spacer, fastener, hub }: Plan): boolean =>
  ADDS_NOTHING.has(jobType) && spacer.thickness === 0 && fastener.kind === 'present' && hub.hardware === 'original';

/** What stays on the car keeps its own locking piece; studs that stay under their own nuts do as well. */
const keepsStock = ({ fastener: f }: Plan): boolean => f.kind === 'present' || (f.kind === 'stud' && f.nut === null);

/** The bolts or nuts of the wheels, where they are what goes on; null where others do, or the wheels have none. */
export const ownThatGoOn = ({ wheel, fastener }: Pick<Plan, 'wheel' | 'fastener'>): Plan['wheel']['own'] | null =>
  fastener.kind === 'present' ? (wheel.own ?? null) : null;

/** The locking piece of the wheel's joint, by what goes in: how much less far it reaches, mm. */
export type LockingPiece =
  | { readonly is: 'none' }
  | { readonly is: 'unknown'; readonly present: boolean }
  | { readonly is: 'piece'; readonly shorter: number; readonly pm: number };

/**
 * Locking follows the hardware: a conversion drops the old locking bolt, and new nuts bring a locking piece or none.
 */
export function lockingOf(plan: Plan): LockingPiece {
  if (keepsStock(plan)) {
    if (!plan.hub.lockingFastener) return { is: 'none' };
    const m = plan.hub.lockingShorter;
    return m === null ? { is: 'unknown', present: true } : { is: 'piece', shorter: m.value, pm: m.pm };
  }
  const { locking } = plan;
  if (locking.kind === 'none') return { is: 'none' };
  return locking.kind === 'piece'
    ? { is: 'piece', shorter: locking.shorter, pm: plan.policy.fastenerPm }
    : { is: 'unknown', present: false };
}

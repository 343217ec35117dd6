import type { Corner, Plan, PlanCorner, WheelEach } from './document';
import type { QuantityId } from './quantities';

/** Fields of a single wheel that a quantity stands for. */
export const WHEEL_FIELD: Readonly<Partial<Record<QuantityId, Exclude<keyof WheelEach, 'name' | 'corner'>>>> = {
  wheelBore: 'bore',
  ringBore: 'ringBore',
  chamferDepth: 'chamferDepth',
  boreRecess: 'boreRecess',
  padThickness: 'padThickness',
  lugHole: 'lugHole',
  pocketDepth: 'pocketDepth',
};

/**
 * Whether some wheel that can go on lacks it; as long as no wheel was measured by itself the figure of the set will do.
 */
function blankOnWheels({ wheel, corners }: Plan, field: NonNullable<(typeof WHEEL_FIELD)[QuantityId]>): boolean {
  if (wheel.each.some((w) => w[field] !== null)) return wheel.each.some((w) => w[field] === null);
  if (field === 'chamferDepth') return corners.some((c) => c.chamferDepth === null);
  return field === 'bore' || field === 'boreRecess' || field === 'padThickness' ? wheel[field] === null : true;
}

/**
 * Whether a plan lacks a reading: of the axle, of a wheel that can go on, or at a corner.
 * @param corner the one that is asked; null asks every corner
 */
export function isBlank(plan: Plan, id: QuantityId, corner: Corner | null): boolean {
  const field = WHEEL_FIELD[id];
  if (field) return blankOnWheels(plan, field);
  if (id === 'originalLength') return plan.hub.original?.length == null;
  if (id in plan.hub) return plan.hub[id as 'nutThread'] === null;
  const at = (c: PlanCorner): boolean => c[id as 'gap'] == null && (id !== 'loadedClearance' || c.clock.length === 0);
  return plan.corners.some((c) => (corner === null || c.corner === corner) && at(c));
}

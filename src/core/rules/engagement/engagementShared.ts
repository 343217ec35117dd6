import type { Plan } from '../../document/document';
import type { QuantityId } from '../../document/quantities';
import { countsCarry } from '../../figures/counts';
import type { CornerNumbers } from '../../figures/numbers';
import type { Result } from '../../figures/result';
import { newNut } from '../../figures/stack/index';
import type { Need } from '../kit/needs';

/**
 * Readings of the stack, in the order of its formulas; what does not belong to a hub or a fastener is left out of a
 * list.
 */
export const STACK_NEEDS: readonly QuantityId[] = [
  'turns',
  'studProtrusion',
  'tappedDepth',
  'rotorHat',
  'boltLength',
  'pilotNose',
  'nutThread',
  'nutGrip',
];

export const engagement = (c: CornerNumbers): Result => c.engagement;

/** What the engagement of this kind of joint is made of; five rules ask it of one plan in turn. */
export function whatEngagementNeeds(plan: Plan): Need {
  if (last?.plan !== plan) last = { plan, need: needOf(plan) };
  return last.need;
}

let last: { readonly plan: Plan; readonly need: Need } | null = null;

function needOf(plan: Plan): Need {
  if (plan.fastener.kind === 'conversion') return 'conversion';
  if (!countsCarry(plan)) return 'counted';
  if (plan.spacer.adapter !== null) return 'adapter-wheel';
  if (plan.fastener.kind === 'present' || plan.fastener.kind === 'nuts') return 'turns';
  return plan.hub.fastening === 'bolt' ? 'turns-and-length' : 'turns-and-protrusion';
}

/** Whose own thread the joint hangs in. */
export function mateOf(plan: Plan): Need {
  if (newNut(plan.fastener)) return 'new-nut';
  return plan.hub.fastening === 'bolt' ? 'mate-hub' : 'mate-nut';
}

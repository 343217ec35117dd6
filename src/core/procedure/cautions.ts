import type { Plan } from '../document/document';
import { hasPlate } from './jobKind';

/** Cautions that a record of this plan must carry. */
export function cautions(plan: Plan): string[] {
  const list = [
    'Wheel fasteners are safety parts: the vehicle maker’s and the hardware supplier’s instructions win over any figure here.',
    'Spacers, longer fasteners and tyres outside the body are regulated: check local codes, approval and insurance, and have the work inspected by a licensed professional where required.',
    'Recheck the torque next day, and again after 50–100 km: alloy wheels settle.',
  ];
  if (plan.use === 'track' || plan.use === 'competition')
    list.push('Recheck before each session, hub cool. Take off plastic centre caps for the track.');
  if (hasPlate(plan) && (plan.fastener.kind === 'bolt' || plan.fastener.kind === 'stud')) {
    list.push(`The longer ${plan.fastener.kind}s never go on without the spacer, and the shorter ones never with it.`);
  }
  if (plan.fastener.kind === 'conversion')
    list.push('The old bolts do not go back in while the studs are in the hub; keep them with the car.');
  if (plan.spacer.kind === 'adapter') list.push('Only wheels whose pockets were measured go on this adapter.');
  return list;
}

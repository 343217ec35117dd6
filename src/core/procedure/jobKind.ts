import type { Plan } from '../document/document';

export type JobKind = 'slip-on' | 'nuts' | 'conversion' | 'adapter';

/** What kind of job a plan is; decides kit, card and tools. */
export function jobKind(plan: Plan): JobKind {
  if (plan.spacer.kind === 'adapter') return 'adapter';
  if (plan.fastener.kind === 'conversion') return 'conversion';
  return plan.fastener.kind === 'nuts' ? 'nuts' : 'slip-on';
}

/** What the wrench turns at the wheel: bolts, or nuts. */
export const looseName = (plan: Plan): 'bolt' | 'nut' =>
  plan.hub.fastening === 'bolt' && plan.fastener.kind !== 'conversion' ? 'bolt' : 'nut';

/** Whether anything goes between hub and wheel: a conversion may go on alone. */
export const hasPlate = (plan: Plan): boolean => plan.spacer.thickness > 0;

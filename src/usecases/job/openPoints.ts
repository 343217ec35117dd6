import { cornersOf } from '@/core/document/axles';
import { CORNER_LABEL } from '@/core/document/labels';
import { assess } from '@/core/evaluate/evaluate';
import type { JobWhole } from '@/store/jobs';
import { heldBack, openHolds, openRounds, stepsNow } from '../fit/card';
import { chalkAgain } from '../survey/archCuts';
import { isStale } from './jobPlan';
import { wheelStates } from './joints';

/** Sentences for everything that stands between this job and its sign-off; empty when it may be signed. */
export function openPoints(whole: JobWhole, now = Date.now()): string[] {
  if (!whole.plan) return ['No plan has been chosen yet.'];
  const plan = whole.plan.document;
  const open: string[] = [];
  if (!whole.plan.intact)
    open.push('The stored plan is not the one that was frozen: it was altered. Approve the choice again.');
  if (isStale(whole))
    open.push('Readings or vehicle data changed since the plan was chosen. Take them into the plan, or choose again.');
  const blocking = assess(plan).blocking.length;
  if (blocking > 0) open.push(`The plan has ${blocking} open ${blocking === 1 ? 'finding' : 'findings'}.`);
  const kit = openHolds(stepsNow(whole, 'stage'), whole).length;
  if (kit > 0) open.push(`Kit list: ${kit} not ticked.`);
  const fit = openHolds(stepsNow(whole, 'fit'), whole).length;
  if (fit > 0) open.push(`Job card: ${fit} hold ${fit === 1 ? 'point' : 'points'} open.`);
  for (const c of chalkAgain(whole))
    open.push(`Chalk the ${CORNER_LABEL[c]} again: its arch was cut since it was last chalked.`);
  open.push(...openRounds(whole).map((b) => b.text), ...cornersOf(plan.axle).flatMap((c) => heldBack(whole, c, now)));
  for (const { corner, state } of wheelStates(whole, whole.torque)) {
    if (!state.complete) open.push(`The ${corner.replace('-', ' ')} wheel is not through its verify pass.`);
  }
  return open;
}

import { missing, type Ok } from '../kit/cases';
import { judgeCorners, OVER } from '../kit/make';
import type { Rule } from '../kit/rule';
import { engagement, STACK_NEEDS, whatEngagementNeeds } from './engagementShared';

/** Under three turns nobody drives. Said only where it is so. */
export const engagementNeverDrive: Rule<'engagement.never-drive', Ok> = {
  id: 'engagement.never-drive',
  title: 'Never driven under three turns',
  statement: 'Under three full turns the car is not driven.',
  formula: 'E ≥ 3·P',
  sources: ['common'],
  policy: ['turnsNeverDrive'],
  schools: '',
  needs: STACK_NEEDS.filter((id) => id !== 'studProtrusion'),
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    const limit = plan.policy.turnsNeverDrive * n.thread.pitch;
    const need = missing(whatEngagementNeeds(plan));
    const found = judgeCorners({
      ...OVER,
      rule: 'engagement.never-drive',
      limit,
      missing: need,
      corners: n.corners,
      pick: engagement,
    });
    if (found.level === 'stop') out.push(found);
  },
  sentence: (f, s) =>
    `Only ${s.both(f.value, 'down')} of thread${s.at}: the car must not be driven on under three turns.`,
};

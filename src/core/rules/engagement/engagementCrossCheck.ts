import type { Plan } from '../../document/document';
import { originalJoint } from '../../document/hardware';
import { SCHOOL_LABEL } from '../../document/labels';
import type { CornerNumbers } from '../../figures/numbers';
import { type Result, result } from '../../figures/result';
import { type Missing, missing, type Ok } from '../kit/cases';
import { finding, judgeCorners, OVER } from '../kit/make';
import type { Rule } from '../kit/rule';
import { held } from '../kit/say';
import { engagement, mateOf, STACK_NEEDS, whatEngagementNeeds } from './engagementShared';

/** Thread that shows was read at every corner, of studs that stay. */
const seen = (plan: Plan): boolean =>
  (plan.fastener.kind === 'present' || plan.fastener.kind === 'nuts') &&
  plan.spacer.adapter === null &&
  plan.corners.every((c) => c.visibleThread !== null);

/** Thread that would show with the plate on; what was read is carried back to nothing on. */
const visible =
  (plan: Plan) =>
  (_: CornerNumbers, i: number): Result => {
    const m = plan.corners[i]?.visibleThread ?? null;
    return m === null ? null : result(m.value - plan.spacer.thickness, m.pm, plan.policy.spacerPm);
  };

/** Every school but the one that decides, as a cross-check. */
export const engagementCrossCheck: Rule<'engagement.cross-check', Ok | Missing> = {
  id: 'engagement.cross-check',
  title: 'Other rule of thumb',
  statement: 'Each rule of thumb that does not decide is a cross-check.',
  formula: 'E ≥ minimum of that rule of thumb',
  sources: ['common'],
  policy: ['turnsByHand', 'turnsInHub', 'turnsPolicy', 'visibleThreadInch'],
  schools:
    'Five turns by hand; seven in the hub; eight counted; half an inch visible. Shown beside the governing one, not governing by default: turns forget the diameter.',
  needs: [...STACK_NEEDS, 'visibleThread'],
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    const need = missing(whatEngagementNeeds(plan));
    const open = n.corners.find((c) => c.atMost);
    for (const { school, minimum } of n.schools) {
      if (school === n.governing || minimum === null) continue;
      if (school === 'visible' && plan.hub.fastening === 'bolt' && plan.fastener.kind !== 'conversion') continue;
      const rule = 'engagement.cross-check' as const;
      const pick = school === 'visible' && seen(plan) ? visible(plan) : engagement;
      const over = { ...OVER, rule, limit: minimum, missing: need, corners: n.corners, pick, school };
      const found = judgeCorners({ ...over, soft: 'note' });
      const unmeasured = found.level === 'unmeasured';
      if (!open || unmeasured || originalJoint(plan)) out.push(found);
      else
        out.push(
          finding({
            rule,
            case: missing(mateOf(plan)),
            limit: minimum,
            unit: 'mm',
            corner: open.corner,
            school,
          }),
        );
    }
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    return held(f, s, f.school ? SCHOOL_LABEL[f.school].toLowerCase() : 'the minimum');
  },
};

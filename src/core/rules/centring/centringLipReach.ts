import type { Plan } from '../../document/document';
import { CORNER_LABEL } from '../../document/labels';
import { chamferByWheel, eachWheel, type OfWheel } from '../../document/wheels';
import { type OfWheelCase, ofWheel, type WheelBlank, wheelBlank } from '../kit/cases';
import type { Case } from '../kit/finding';
import { finding, judgeWheels } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { lipped } from './centringShared';

interface LipUnknown extends Case {
  readonly is: 'lip';
}

const rule = 'centring.lip-reach' as const;

/** Chamfers by wheel, or by corner where they were taken so. */
const chamfers = (plan: Plan): OfWheel[] =>
  chamferByWheel(plan.wheel)
    ? eachWheel(plan.wheel, 'chamferDepth')
    : plan.corners.map((c) => ({ name: `the ${CORNER_LABEL[c.corner]} wheel`, measured: c.chamferDepth }));

/** A lip that ends in the chamfer touches nothing and centres nothing. */
export const centringLipReach: Rule<typeof rule, OfWheelCase | WheelBlank | LipUnknown> = {
  ...PLAIN,
  id: rule,
  title: 'Lip past the chamfer',
  statement: 'A spacer’s lip centres the wheel only where it reaches past the chamfer at the mouth of its bore.',
  formula: 'lip − chamfer ≥ 2 mm',
  policy: ['lipPastChamfer'],
  needs: ['chamferDepth'],
  chosen: ['lip'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    if (!lipped(plan)) return;
    const height = plan.spacer.lipHeight;
    if (height === null) {
      out.push(finding({ rule, case: { is: 'lip' }, unit: 'mm' }));
      return;
    }
    const value = (chamfer: number): number => height - chamfer;
    const limit = plan.policy.lipPastChamfer;
    out.push(judgeWheels({ rule, limit, wheels: chamfers(plan), of: ofWheel, blank: wheelBlank, value }));
  },
  sentence(f, s) {
    if (f.case.is === 'lip')
      return 'Needs the height of the spacer’s lip: one that ends in the chamfer centres nothing.';
    if (f.case.is === 'wheel-blank') return `Needs the bore chamfer of ${f.case.name || 'the wheel'}.`;
    const past = s.v >= 0 ? `${s.value('down')} past the chamfer` : 'no further than the chamfer';
    return s.stop
      ? `The lip reaches ${past} of ${f.case.name}; ${s.limit('up')} is the least to centre it.${s.error}`
      : `The lip reaches ${past} of ${f.case.name}.${s.error}`;
  },
};

import { ofWheels } from '../../document/wheels';
import { type OfWheelCase, ofWheel, type WheelBlank, wheelBlank } from '../kit/cases';
import type { Case } from '../kit/finding';
import { finding, judgeWheels } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { hasLip, lipped } from './centringShared';

interface LipUnknown extends Case {
  readonly is: 'lip';
}

/** The lip against the shallowest bore; a bore that goes through is as deep as the wheel. */
export const centringLipHeight: Rule<'centring.lip-height', OfWheelCase | WheelBlank | LipUnknown> = {
  ...PLAIN,
  id: 'centring.lip-height',
  title: 'Lip in the bore',
  statement:
    'The spacer’s lip is not higher than the wheel’s bore is deep, in every wheel that can go on. A bore that goes through is measured to its other end.',
  formula: 'lip ≤ bore depth',
  sources: ['geometry'],
  needs: ['boreRecess'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    const limit = plan.spacer.lipHeight;
    if (!hasLip(plan)) return;
    if (limit === null) {
      // Where the lip centres, the rule on its reach asks for it.
      if (!lipped(plan)) out.push(finding({ rule: 'centring.lip-height', case: { is: 'lip' }, unit: 'mm' }));
      return;
    }
    const wheels = ofWheels(plan.wheel, 'boreRecess');
    out.push(judgeWheels({ rule: 'centring.lip-height', limit, wheels, of: ofWheel, blank: wheelBlank }));
  },
  sentence(f, s) {
    if (f.case.is === 'lip')
      return 'Needs the height of the spacer’s lip: a bore that is less deep holds the wheel off.';
    const whose = f.case.name === '' ? 'the wheel' : f.case.name;
    if (s.short) return `Needs the depth of the bore of ${whose}.`;
    return s.stop
      ? `The lip is ${s.limit('up')} high and the bore of ${whose} ${s.value('down')} deep: the wheel sits on the lip.`
      : `The bore of ${whose}, ${s.value('down')} deep, takes the ${s.limit('up')} lip.${s.error}`;
  },
};

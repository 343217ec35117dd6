import { ofWheels } from '../../document/wheels';
import { ofWheel, type OfWheelCase, type WheelBlank, wheelBlank } from '../kit/cases';
import { lipped } from './centringShared';
import { judgeWheels } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** The lip against the shallowest bore. Where nobody measured a bore's depth nothing is said: most bores go through. */
export const centringLipHeight: Rule<'centring.lip-height', OfWheelCase | WheelBlank> = {
  ...PLAIN,
  id: 'centring.lip-height',
  title: 'Lip in the bore',
  statement: 'The spacer’s lip is not higher than the wheel’s bore is deep.',
  formula: 'lip ≤ bore depth',
  sources: ['geometry'],
  needs: ['boreRecess'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    const limit = plan.spacer.lipHeight;
    if (!lipped(plan) || limit === null) return;
    const wheels = ofWheels(plan.wheel, 'boreRecess');
    if (wheels.every((w) => w.measured === null)) return;
    out.push(judgeWheels({ rule: 'centring.lip-height', limit, wheels, of: ofWheel, blank: wheelBlank }));
  },
  sentence(f, s) {
    const whose = f.case.name === '' ? 'the wheel' : f.case.name;
    if (s.short) return `Needs the depth of the bore of ${whose}; unmeasured is not pass.`;
    return s.stop
      ? `The lip is ${s.limit('up')} high and the bore of ${whose} ${s.value('down')} deep: the wheel sits on the lip.`
      : `The bore of ${whose}, ${s.value('down')} deep, takes the ${s.limit('up')} lip.${s.error}`;
  },
};

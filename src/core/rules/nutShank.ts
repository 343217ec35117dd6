import { ofWheels } from '../document/wheels';
import { newNut } from '../figures/stack';
import { ofWheel, type OfWheelCase, type WheelBlank, wheelBlank } from './cases';
import { judgeWheels } from './make';
import { PLAIN, type Rule } from './rule';

/** A shank must not be longer than the hole it enters: it would bear on the hub or spacer and clamp nothing. */
export const nutShank: Rule<'nut.shank', OfWheelCase | WheelBlank> = {
  ...PLAIN,
  id: 'nut.shank',
  title: 'Shank in its hole',
  statement: 'A nut’s shank is not longer than the hole it enters.',
  formula: 'shank ≤ pad to seat',
  sources: ['geometry'],
  needs: ['padThickness'],
  chosen: ['fastener'],
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const nut = newNut(plan.fastener);
    if (!nut || nut.shankLength === 0) return;
    const wheels = ofWheels(plan.wheel, 'padThickness');
    out.push(judgeWheels({ rule: 'nut.shank', limit: nut.shankLength, wheels, of: ofWheel, blank: wheelBlank }));
  },
  sentence(f, s) {
    if (f.case.is === 'wheel-blank')
      return f.case.name === ''
        ? s.needs('pad')
        : `Needs the depth of the lug hole of ${f.case.name}; unmeasured is not pass.`;
    return s.stop
      ? `The shank of ${s.limit('up')} is longer than the ${s.value('down')} hole: it bears on what is behind and clamps nothing.`
      : `The shank of ${s.limit('up')} ends inside the ${s.value('down')} hole.${s.error}`;
  },
};

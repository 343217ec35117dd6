import { eachWheel, ofWheels } from '../../document/wheels';
import { newNut } from '../../figures/stack/index';
import { type OfWheelCase, ofWheel, type WheelBlank, wheelBlank } from '../kit/cases';
import type { Case } from '../kit/finding';
import { finding, judgeWheels } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** The same questions of how thick it is. */
interface Thick extends Case {
  readonly is: 'thick' | 'thick-blank' | 'thick-unknown';
  readonly name: string;
}

const rule = 'nut.shank' as const;

/**
 * A shank must end inside the hole it enters, and enter it: else it bears on hub, plate or wheel and clamps nothing.
 */
export const nutShank: Rule<typeof rule, OfWheelCase | WheelBlank | Thick> = {
  ...PLAIN,
  id: rule,
  title: 'Shank in its hole',
  statement:
    'A nut’s shank is shorter than the hole it enters from seat to pad and thinner than the hole, in every wheel, errors inside.',
  formula: 'shank < pad to seat · shank diameter < lug hole',
  sources: ['geometry'],
  needs: ['padThickness', 'lugHole'],
  chosen: ['fastener'],
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const nut = newNut(plan.fastener);
    if (!nut || nut.shankLength === 0) return;
    const pads = ofWheels(plan.wheel, 'padThickness');
    // No longer than the hole is not shorter than it: a hair of room is asked for.
    const limit = nut.shankLength + HAIR;
    out.push(judgeWheels({ rule, limit, wheels: pads, of: ofWheel, blank: wheelBlank, inside: true }));
    if (nut.shankDiameter === null) {
      out.push(finding({ rule, case: { is: 'thick-unknown', name: '' } as Thick, unit: 'mm' }));
      return;
    }
    const holes = eachWheel(plan.wheel, 'lugHole');
    const of = (name: string): Thick => ({ is: 'thick', name });
    const blank = (name: string): Thick => ({ is: 'thick-blank', name });
    out.push(judgeWheels({ rule, limit: nut.shankDiameter + HAIR, wheels: holes, of, blank, inside: true }));
  },
  sentence(f, s) {
    switch (f.case.is) {
      case 'wheel-blank':
        return f.case.name === '' ? s.needs('pad') : `Needs the depth of the lug hole of ${f.case.name}.`;
      case 'thick-unknown':
        return 'Needs the diameter of the nut’s shank: one that does not enter the lug hole seats nowhere.';
      case 'thick-blank':
        return `Needs the lug hole of ${f.case.name || 'every wheel that can go on'}: the nut’s shank has to enter it.`;
      case 'thick':
        return s.stop
          ? `The shank of ${s.limit('up')} does not enter the lug hole of ${f.case.name}, ${s.value('down')} with its error off.`
          : `The shank of ${s.limit('up')} enters the ${s.value('down')} lug hole of ${f.case.name}.`;
      case 'wheel':
        return s.stop
          ? `The shank of ${s.limit('up')} is no shorter than the ${s.value('down')} hole, errors taken off: it bears on what is behind and clamps nothing.`
          : `The shank of ${s.limit('up')} ends inside the ${s.value('down')} hole.`;
    }
  },
};

/** mm; the least that can be told apart, so that equal is not shorter. */
const HAIR = 1e-6;

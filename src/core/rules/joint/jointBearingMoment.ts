import { addedBearingMoment } from '../../joint/bearingMoment';
import type { Ok } from '../kit/cases';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** What a spacer adds to the bending of the wheel bearing. Informational. */
export const jointBearingMoment: Rule<'joint.bearing-moment', Ok> = {
  ...PLAIN,
  id: 'joint.bearing-moment',
  title: 'Moment on the bearing',
  statement: 'What the spacer adds to the bending of the wheel bearing. Informational.',
  formula: 'ΔM = Fz·s',
  sources: ['statics'],
  schools: 'Some say bearings do not notice a few millimetres, others that they wear out sooner. Informational.',
  chosen: ['spacer', 'torque'],
  decidedBy: 'spacer',
  judge({ plan: { hub, spacer } }, out) {
    if (hub.wheelLoad === null || spacer.thickness <= 0) return;
    const value = addedBearingMoment(hub.wheelLoad, spacer.thickness);
    out.push(finding({ rule: 'joint.bearing-moment', level: 'note', value, unit: 'N·m' }));
  },
  sentence: (f, s) =>
    `The wheel load bends the bearing by ${s.torque(f.value)} more. Some say bearings do not notice, others that they wear out sooner; vibration is felt more.`,
};

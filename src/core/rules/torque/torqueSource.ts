import { wheelTorque } from '../../document/hardware';
import { isSource } from '../../document/source';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Figure extends Case {
  readonly is: 'figure' | 'none';
  readonly source: string;
}

/** A torque figure says where it came from. */
export const torqueSource: Rule<'torque.source', Figure> = {
  ...PLAIN,
  id: 'torque.source',
  title: 'Torque figure',
  statement: 'There is a torque figure and it says where it came from.',
  formula: 'figure and source present',
  sources: ['maker', 'iso-6789'],
  policy: ['torqueBand', 'verifyAngle'],
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const t = wheelTorque(plan);
    const known = t !== null && isSource(t.source);
    const which: Figure = { is: known ? 'figure' : 'none', source: t?.source ?? '' };
    const unit = known ? 'N·m' : '';
    out.push(
      finding({
        rule: 'torque.source',
        level: known ? 'pass' : 'unmeasured',
        case: which,
        value: t?.value ?? null,
        unit,
      }),
    );
  },
  sentence: (f, s) =>
    f.case.is === 'none'
      ? 'No torque figure with a source. Look it up in the handbook or on the door plate; Vectis does not guess.'
      : `${s.torque(f.value)}, from: ${f.case.source}.`,
};

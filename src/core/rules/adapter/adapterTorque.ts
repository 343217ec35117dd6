import { isSource } from '../../document/source';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Figure extends Case {
  readonly is: 'figure' | 'none';
  readonly source: string;
}

/** The adapter’s own nuts have a figure with its source. */
export const adapterTorque: Rule<'adapter.torque', Figure> = {
  ...PLAIN,
  id: 'adapter.torque',
  title: 'Torque of the adapter',
  statement: 'The adapter’s nuts have a torque figure with its source, a first and separate job.',
  formula: 'figure and source present',
  sources: ['maker'],
  decidedBy: 'spacer',
  judge({ plan: { spacer } }, out) {
    if (spacer.adapter === null) return;
    const t = spacer.adapter.torque;
    const known = t !== null && isSource(t.source);
    const which: Figure = { is: known ? 'figure' : 'none', source: t?.source ?? '' };
    out.push(
      finding({
        rule: 'adapter.torque',
        level: known ? 'pass' : 'unmeasured',
        case: which,
        value: t?.value ?? null,
        unit: known ? 'N·m' : '',
      }),
    );
  },
  sentence: (f, s) =>
    f.case.is === 'none'
      ? 'No torque figure with a source for the adapter’s nuts: the vehicle’s figure or the adapter’s leaflet.'
      : `Adapter nuts ${s.torque(f.value)}, from: ${f.case.source}. A torque job of its own, before the wheel’s.`,
};

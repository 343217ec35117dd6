import { cornersOf } from '../../document/axles';
import { CORNER_LABEL } from '../../document/labels';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Absent extends Case {
  readonly is: 'absent';
}

/** A corner that a plan leaves out was not measured: its wheel gets the same parts. A plan of one side has one. */
export const readingCorners: Rule<'reading.corners', Absent> = {
  ...PLAIN,
  id: 'reading.corners',
  title: 'Both corners',
  statement: 'A plan is of an axle. A corner that is left out is not measured, and nothing is borrowed from the other.',
  formula: '2 corners',
  sources: ['common'],
  decidedBy: 'car',
  judge({ plan }, out) {
    for (const corner of cornersOf(plan.axle))
      if (plan.corners.every((own) => own.corner !== corner))
        out.push(finding({ rule: 'reading.corners', case: { is: 'absent' }, corner }));
  },
  sentence: (f) =>
    `Needs the readings of the ${f.corner ? CORNER_LABEL[f.corner].toLowerCase() : 'other corner'}: each corner is evaluated by its own.`,
};

import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Planned extends Case {
  readonly is: 'planned';
  readonly tyre: string;
  readonly offset: number;
}

/** Wheels that are only looked at cannot go on. */
export const stancePlanned: Rule<'stance.planned', Planned> = {
  ...PLAIN,
  id: 'stance.planned',
  title: 'Planned tyre and wheel',
  statement:
    'A planned tyre and offset move the measured gap and clearances; bore, seat, pads and pockets of wheels that are not here are unmeasured.',
  formula: 'g′ = g + (ET′ − ET) − (B′ − B)/2 − s; clearance error + |D′ − D|/2',
  sources: ['geometry'],
  decidedBy: 'car',
  judge({ plan }, out) {
    if (plan.planned === null) return;
    const which: Planned = { is: 'planned', ...plan.planned };
    out.push(finding({ rule: 'stance.planned', case: which }));
  },
  sentence: (f) =>
    `Looked at with ${f.case.tyre} on ET ${f.case.offset}. Those wheels are not here: take them in and measure them before anything goes on.`,
};

import type { Ok } from '../kit/cases';
import type { Finding } from '../kit/finding';
import { finding, worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** A rib past the sidewall is what the clearance is measured to. */
export const clearanceRib: Rule<'clearance.rib', Ok> = {
  ...PLAIN,
  id: 'clearance.rib',
  title: 'Rim protector rib',
  statement: 'A rib that stands out past the sidewall is what the clearance is measured to.',
  formula: 'clearance from the rib',
  decidedBy: 'spacer',
  judge({ plan }, out) {
    let found: Finding | null = null;
    for (const { rimProtector, corner } of plan.corners) {
      if (rimProtector === true) found = worse(finding({ rule: 'clearance.rib', level: 'note', corner }), found);
    }
    if (found) out.push(found);
  },
  sentence: (_, s) => `The tyre${s.at} has a rim protector rib: the clearance is from the rib, not from the sidewall.`,
};

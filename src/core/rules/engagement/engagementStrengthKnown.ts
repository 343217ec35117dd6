import type { Ok } from '../kit/cases';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** A governing school that cannot be computed is said. */
export const engagementStrengthKnown: Rule<'engagement.strength-known', Ok> = {
  ...PLAIN,
  id: 'engagement.strength-known',
  title: 'Rule of thumb by strength',
  statement: 'The rule by strength decides with the others, so what it needs should be known.',
  formula: 'class and Rm of hub or nut stated',
  sources: ['stripping', 'iso-898'],
  decidedBy: 'fastener',
  judge({ n }, out) {
    for (const { school, minimum, governs } of n.schools) {
      if (governs && minimum === null)
        out.push(finding({ rule: 'engagement.strength-known', level: 'caution', school }));
    }
  },
  sentence: () =>
    'The rule by strength cannot be computed: class of the fastener or strength of hub or nut is not known. The other rules of thumb decide.',
};

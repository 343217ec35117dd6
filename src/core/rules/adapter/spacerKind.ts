import type { Ok } from '../kit/cases';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** A slotted plate is refused outright. */
export const spacerKind: Rule<'spacer.kind', Ok> = {
  ...PLAIN,
  id: 'spacer.kind',
  title: 'Kind of spacer',
  statement: 'A slotted universal spacer is refused: neither hub nor lugs centre it.',
  formula: 'kind ≠ universal',
  decidedBy: 'spacer',
  judge({ plan }, out) {
    if (plan.spacer.kind === 'universal') out.push(finding({ rule: 'spacer.kind', level: 'stop' }));
  },
  sentence: () => 'A slotted universal spacer is centred by nothing. Use a spacer bored for this hub.',
};

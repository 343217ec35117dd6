import { PLAIN, type Rule } from '../kit/rule';
import { type BehindCase, behindSentence, judgeBehind } from './behindShared';

/** What comes out behind the hub with conversion studs. */
export const studBehind: Rule<'stud.behind', BehindCase> = {
  ...PLAIN,
  id: 'stud.behind',
  title: 'Stud behind the hub',
  statement: 'The hub end of a conversion stud does not stand out further than there is room.',
  formula: 'short end − Dt ≤ A − max(1 mm, 1 P)',
  sources: ['geometry'],
  policy: ['fastenerPm', 'behindReserve'],
  needs: ['tappedDepth', 'roomBehind'],
  chosen: ['fastener'],
  decidedBy: 'length',
  judge(plan, out) {
    if (plan.plan.fastener.kind === 'conversion') judgeBehind('stud.behind', plan, out);
  },
  sentence: behindSentence('a conversion stud'),
};

import { type BehindCase, behindSentence, judgeBehind } from './behindShared';
import { PLAIN, type Rule } from './rule';

/** What comes out behind the hub with longer bolts. */
export const boltBehind: Rule<'bolt.behind', BehindCase> = {
  ...PLAIN,
  id: 'bolt.behind',
  title: 'Bolt tip behind the hub',
  statement:
    'A longer bolt does not reach the shoes, backing plate or sensor ring behind its thread. A tip that ends no further in than the stock bolt’s asks for no room.',
  formula: 'Lb − (tr + s + qb) − Dt ≤ A, or Lb − s ≤ Lc',
  sources: ['geometry'],
  policy: ['leadPitches', 'fastenerPm'],
  needs: ['turns', 'tappedDepth', 'roomBehind', 'stockBoltLength', 'stockNose'],
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge(plan, out) {
    if (plan.plan.fastener.kind === 'bolt') judgeBehind('bolt.behind', plan, out);
  },
  sentence: behindSentence('a longer bolt'),
};

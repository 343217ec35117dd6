import { PLAIN, type Rule } from '../kit/rule';
import { type BehindCase, behindSentence, judgeBehind } from './behindShared';

/**
 * What comes out behind the hub with longer bolts, or with those that are on the car under a thinner plate than they
 * were counted with.
 */
export const boltBehind: Rule<'bolt.behind', BehindCase> = {
  ...PLAIN,
  id: 'bolt.behind',
  title: 'Bolt tip behind the hub',
  statement:
    'A bolt does not reach the shoes, backing plate or sensor ring behind its thread. A tip that ends no further in than it was counted needs no room; a count proves only the plate it was taken with, or a thicker one.',
  formula: 'Lb − (tr + s + qb) − Dt ≤ A − max(1 mm, 1 P), or Lb − s ≤ Lc − s0',
  sources: ['geometry'],
  policy: ['leadPitches', 'fastenerPm', 'behindReserve'],
  needs: ['turns', 'tappedDepth', 'roomBehind', 'boltLength', 'pilotNose'],
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge(plan, out) {
    const { fastener, hub, spacer } = plan.plan;
    if (fastener.kind === 'bolt') judgeBehind('bolt.behind', plan, out);
    else if (fastener.kind === 'present' && hub.fastening === 'bolt' && spacer.adapter === null)
      judgeBehind('bolt.behind', plan, out, (m) => m.deeper);
  },
  sentence: behindSentence('a bolt that ends further in than it was counted'),
};

import { movesWheel } from '../figures/numbers';
import { missing, type Missing, type Ok } from './cases';
import { judgeCorners, OVER } from './make';
import { PLAIN, type Rule } from './rule';

/** The tyre inside the arch at ride height. */
export const stanceGap: Rule<'stance.gap', Ok | Missing> = {
  ...PLAIN,
  id: 'stance.gap',
  title: 'Tyre inside the arch',
  statement: 'The tyre stays inside the arch edge at ride height.',
  formula: 'g − s ≥ 0',
  sources: ['geometry', 'local'],
  needs: ['gap', 'archHeight', 'camber'],
  chosen: ['spacer', 'camber'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    if (!movesWheel(plan) && n.corners.every((c) => c.gapAfter === null)) return;
    const need = missing(plan.camberChange === 0 ? 'gap' : 'gap-and-height');
    const over = {
      ...OVER,
      rule: 'stance.gap' as const,
      limit: 0,
      missing: need,
      corners: n.corners,
      soft: 'caution' as const,
    };
    out.push(judgeCorners({ ...over, pick: (c) => c.gapAfter }));
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    return s.v < 0
      ? `The tyre stands ${s.len(-s.v, 'up')} outside the arch${s.at}. Tyres outside the body are regulated: check local rules.`
      : `${s.value('down')} from arch to tyre${s.at} with the spacer on.${s.error}`;
  },
};

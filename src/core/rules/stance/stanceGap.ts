import type { Plan } from '../../document/document';
import { movesWheel } from '../../figures/numbers';
import { missing, type Missing, type Ok } from '../kit/cases';
import { judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import type { Need } from '../kit/say';

/** What the gap needs besides itself, by what will change; the first that is missing anywhere. */
function needOf({ camberChange, lowerBy, planned, corners, wheel }: Plan): Need {
  if (camberChange !== 0 && corners.some((c) => c.archHeight === null)) return 'gap-and-height';
  if (lowerBy !== 0 && corners.some((c) => c.gapPer10 === null)) return 'gap-per-10';
  return planned !== null && wheel.offset === null ? 'planned' : 'gap';
}

/** The tyre inside the arch at ride height. */
export const stanceGap: Rule<'stance.gap', Ok | Missing> = {
  ...PLAIN,
  id: 'stance.gap',
  title: 'Tyre inside the arch',
  statement: 'The tyre stays inside the arch edge at ride height.',
  formula: 'g − s + h·sin Δγ + k·Δh/10 + ΔET − ΔB/2 ≥ 0',
  sources: ['geometry', 'local'],
  needs: ['gap', 'archHeight', 'gapPer10', 'camber'],
  chosen: ['spacer', 'camber'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    if (!movesWheel(plan) && n.corners.every((c) => c.gapAfter === null)) return;
    const need = missing(needOf(plan));
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

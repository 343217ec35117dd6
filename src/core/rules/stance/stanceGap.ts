import type { Plan } from '../../document/document';
import { askedCorners } from '../../figures/numbers';
import { type Missing, missing, type Ok } from '../kit/cases';
import type { Case } from '../kit/finding';
import { judgeCorners, OVER } from '../kit/make';
import type { Need } from '../kit/needs';
import { PLAIN, type Rule } from '../kit/rule';

/** What the gap needs besides itself, by what will change; the first that is missing anywhere. */
function needOf({ camberChange, lowerBy, planned, corners, wheel }: Plan): Need {
  if (camberChange !== 0 && corners.some((c) => c.archHeight === null)) return 'gap-and-height';
  if (lowerBy !== 0 && corners.some((c) => c.gapPer10 === null)) return 'gap-per-10';
  return planned !== null && wheel.offset === null ? 'planned' : 'gap';
}

interface NotAsked extends Case {
  readonly is: 'not-asked';
}

/** The tyre inside the arch at ride height. */
export const stanceGap: Rule<'stance.gap', Ok | Missing | NotAsked> = {
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
    const corners = askedCorners(plan, n, (c) => c.gapAfter !== null);
    if (corners.length === 0) return;
    const need = missing(needOf(plan));
    const over = {
      ...OVER,
      rule: 'stance.gap' as const,
      limit: 0,
      missing: need,
      corners,
      soft: 'caution' as const,
    };
    const found = judgeCorners({ ...over, pick: (c) => c.gapAfter });
    // Where clearance is the wish, how far out the tyre stands is worth knowing and decides nothing.
    const aside = plan.jobType === 'clearance' && found.case.is === 'missing';
    out.push(aside ? { ...found, level: 'note', case: { is: 'not-asked' } } : found);
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    if (f.case.is === 'not-asked') return `Whether the tyre stands outside the body was not measured${s.at}.`;
    return s.v < 0
      ? `The tyre stands ${s.len(-s.v, 'up')} outside the arch${s.at}. Tyres outside the body are regulated: check local rules.`
      : `${s.value('down')} from arch to tyre${s.at} with the spacer on.${s.error}`;
  },
};

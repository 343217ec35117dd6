import { leastValue } from '../../figures/result';
import type { Ok } from '../kit/cases';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Thickness that would stand the tyre flush. */
export const stanceFlush: Rule<'stance.flush', Ok> = {
  ...PLAIN,
  id: 'stance.flush',
  title: 'Flush thickness',
  statement: 'Thickness that would stand the tyre flush with the arch edge, after a camber change.',
  formula: 's = g + h·sin(Δγ)',
  sources: ['geometry'],
  needs: ['gap', 'archHeight'],
  chosen: ['spacer'],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    if (plan.jobType !== 'stance') return;
    const value = leastValue(n.corners.map((c) => c.flush));
    const limit = plan.spacer.thickness;
    if (value !== null) out.push(finding({ rule: 'stance.flush', level: 'note', value, limit, unit: 'mm' }));
  },
  sentence: (_, s) => `${s.value('down')} would stand the tyre flush with the arch edge.`,
};

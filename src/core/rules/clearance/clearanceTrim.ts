import type { Plan, PlanCorner } from '../../document/document';
import { trimAt } from '../../stance/trim';
import type { Case, Finding } from '../kit/finding';
import { finding, stopOrBlank, worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Trim extends Case {
  readonly is: 'after' | 'lip';
}

const rule = 'clearance.trim' as const;

/** Trim against the lip that is there, errors taken off. */
function lipAt(plan: Plan, c: PlanCorner): Finding | null {
  const { corner, lipDepth } = c;
  // All round, or more at one position of the clock.
  const limit = Math.max(trimAt(plan, corner), ...c.clock.map((h) => h.trim));
  if (!(limit > 0)) return null;
  if (lipDepth === null) return finding({ rule, case: { is: 'lip' }, limit, unit: 'mm', corner });
  const value = lipDepth.value - lipDepth.pm;
  const level = limit > value + 1e-9 ? 'stop' : 'caution';
  const margin = value - limit;
  return finding({ rule, level, case: { is: 'after' }, value, limit, margin, unit: 'mm', corner });
}

/** A plan that counts on lip that is still there. */
export const clearanceTrim: Rule<typeof rule, Trim> = {
  ...PLAIN,
  id: rule,
  title: 'Only after trimming',
  statement:
    'A spacer that goes on only once the lip is trimmed says so; no more comes off than the lip is deep. The clearance after the cut, measured anew, closes it.',
  formula: 't ≤ lip depth',
  sources: ['common', 'local'],
  needs: ['lipDepth'],
  decidedBy: 'car',
  judge({ plan }, out) {
    let found: Finding | null = null;
    let blank: Finding | null = null;
    for (const c of plan.corners) {
      const here = lipAt(plan, c);
      if (here === null) continue;
      if (here.level === 'unmeasured') blank ??= here;
      else found = worse(here, found);
    }
    const decides = stopOrBlank(found, blank);
    if (decides) out.push(decides);
  },
  sentence(f, s) {
    if (f.case.is === 'lip') return `Needs the lip depth${s.at} before ${s.limit('up')} can come off it.`;
    return s.stop
      ? `${s.limit('up')} is more than the lip is deep${s.at}, ${s.value('down')}.`
      : `Only after trimming ${s.limit('up')} off the lip, with the customer’s agreement in writing; then the clearance is measured anew, and chalk again.`;
  },
};

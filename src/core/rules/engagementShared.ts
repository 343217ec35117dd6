import type { Plan } from '../document/document';
import { SCHOOL_LABEL } from '../document/labels';
import type { QuantityId } from '../document/quantities';
import type { CornerNumbers, Numbers } from '../figures/numbers';
import type { Result } from '../figures/result';
import { newNut } from '../figures/stack';
import { missing, type Missing, type Ok } from './cases';
import type { Finding } from './finding';
import { BLANK, finding, judgeCorners, OVER } from './make';
import type { Judged } from './rule';
import { held, type Need, type Say } from './say';

/** Readings of the stack, in the order of its formulas; what does not belong to a hub or a fastener is left out of a list. */
export const STACK_NEEDS: readonly QuantityId[] = [
  'turns',
  'studProtrusion',
  'tappedDepth',
  'rotorHat',
  'stockBoltLength',
  'nutThread',
  'nutGrip',
];

export type MinimumCase = Ok | Missing;

export const engagement = (c: CornerNumbers): Result => c.engagement;

/** What the engagement of this kind of joint is made of. */
export function whatEngagementNeeds(plan: Plan): Need {
  if (plan.fastener.kind === 'conversion') return 'conversion';
  if (plan.spacer.adapter !== null) return 'turns-and-protrusion';
  if (plan.fastener.kind === 'stock' || plan.fastener.kind === 'nuts') return 'turns';
  return plan.hub.fastening === 'bolt' ? 'turns-and-length' : 'turns-and-protrusion';
}

/** Judge of the schools that govern, or of those that do not. */
export const minimumJudge =
  (rule: 'engagement.minimum' | 'engagement.cross-check', governing: boolean) =>
  ({ plan, n }: Judged, out: Finding[]): void => {
    const need = missing(whatEngagementNeeds(plan));
    for (const { school, minimum, governs } of n.schools) {
      if (governs !== governing || minimum === null) continue;
      if (school === 'visible' && plan.hub.fastening === 'bolt' && plan.fastener.kind !== 'conversion') continue;
      const soft = governing ? null : ('note' as const);
      const found = judgeCorners({
        ...OVER,
        rule,
        limit: minimum,
        missing: need,
        corners: n.corners,
        pick: engagement,
        soft,
        school,
      });
      out.push(atMostMate(plan, n, found));
    }
  };

/**
 * A count is travel: where nobody measured the thread it was made in, it is too little at best, and never enough.
 */
function atMostMate(plan: Plan, n: Numbers, found: Finding): Finding {
  if (found.level === 'stop' || found.level === 'unmeasured') return found;
  const open = n.corners.find((c) => c.atMost);
  if (!open) return found;
  return finding({
    ...BLANK,
    rule: found.rule,
    level: 'unmeasured',
    case: missing(mateOf(plan)),
    value: open.engagement?.value ?? null,
    limit: found.limit,
    unit: 'mm',
    corner: open.corner,
    school: found.school,
  });
}

function mateOf(plan: Plan): Need {
  if (newNut(plan.fastener)) return 'new-nut';
  return plan.hub.fastening === 'bolt' ? 'mate-hub' : 'mate-nut';
}

export function minimumSentence(f: Finding<MinimumCase>, s: Say): string {
  if (f.case.is === 'missing') return s.needs(f.case.need);
  return held(f, s, f.school ? SCHOOL_LABEL[f.school].toLowerCase() : 'the minimum');
}

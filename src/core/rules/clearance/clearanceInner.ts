import type { Plan } from '../../document/document';
import { type Missing, missing, type Ok } from '../kit/cases';
import { judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/**
 * Whether the wheel may come nearer to what is inside: any camber takes room on one side of the hub, and a planned
 * wheel or tyre reaches further in or up. Source: geometry.
 */
const asksInside = ({ jobType, camberChange, planned }: Plan): boolean =>
  jobType === 'clearance' || camberChange !== 0 || planned !== null;

/** Room to strut and caliper with the spacer on. */
export const clearanceInner: Rule<'clearance.inner', Ok | Missing> = {
  ...PLAIN,
  id: 'clearance.inner',
  title: 'Clear of strut and caliper',
  statement:
    'The wheel clears strut and caliper with a reserve once the spacer is on. Another camber, wheel or tyre makes it necessary whatever the job is.',
  formula: 'c + s ≥ 3 mm',
  sources: ['geometry', 'common'],
  policy: ['innerReserve'],
  needs: ['innerClearance'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    // The inside of a wheel that only moves outward needs no measuring, unless the inside is the very wish; what was
    // measured counts.
    const corners = asksInside(plan) ? n.corners : n.corners.filter((c) => c.innerAfter !== null);
    if (corners.length === 0) return;
    const limit = plan.policy.innerReserve;
    out.push(
      judgeCorners({
        ...OVER,
        rule: 'clearance.inner',
        limit,
        missing: missing('inner'),
        corners,
        pick: (c) => c.innerAfter,
      }),
    );
  },
  sentence(f, s) {
    if (f.case.is === 'missing')
      return `Needs the clearance to strut or caliper${s.at}: whether the wheel clears it is not known.`;
    return s.stop
      ? `${s.value('down')} to strut or caliper${s.at} with the spacer; the reserve is ${s.limit('up')}. A thicker one.${s.error}`
      : `${s.value('down')} to strut or caliper${s.at} with the spacer.${s.error}`;
  },
};

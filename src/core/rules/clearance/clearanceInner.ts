import { missing, type Missing, type Ok } from '../kit/cases';
import { judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Room to strut and caliper with the spacer on. */
export const clearanceInner: Rule<'clearance.inner', Ok | Missing> = {
  ...PLAIN,
  id: 'clearance.inner',
  title: 'Clear of strut and caliper',
  statement: 'The wheel clears strut and caliper with a reserve once the spacer is on.',
  formula: 'c + s ≥ 3 mm',
  sources: ['geometry', 'common'],
  policy: ['innerReserve'],
  needs: ['innerClearance'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    // Nobody has to measure the inside of a wheel that only moves outward, unless the inside is the very wish; what was measured counts.
    const corners = plan.wish === 'clearance' ? n.corners : n.corners.filter((c) => c.innerAfter !== null);
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
      return `Clearance to strut or caliper was not measured${s.at}, so whether this spacer clears is not known. It is what this job is for.`;
    return s.stop
      ? `${s.value('down')} to strut or caliper${s.at} with the spacer; the reserve is ${s.limit('up')}. A thicker one.${s.error}`
      : `${s.value('down')} to strut or caliper${s.at} with the spacer.${s.error}`;
  },
};

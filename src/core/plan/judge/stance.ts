import type { Plan } from '../document';
import type { Finding } from '../findings';
import { clearanceReserve, type Numbers } from '../numbers';
import { leastValue } from '../result';
import { judgeCorners, make } from './make';

/** Outside, inside, and how near to flush. */
export function judgeStance(plan: Plan, n: Numbers, out: Finding[]): void {
  const { policy, wish, use, spacer } = plan;
  out.push(judgeCorners('clearance.loaded', clearanceReserve(plan), 'clearance', n.corners, (c) => c.clearanceAfter, false, null, null, hourOf(n)));
  out.push(judgeCorners('stance.gap', 0, plan.camberChange === 0 ? 'gap' : 'gap-and-height', n.corners, (c) => c.gapAfter, false, 'caution'));
  // Nobody has to measure the inside of a wheel that only moves outward, unless the inside is the very wish; what was measured counts.
  const inside = wish === 'clearance' ? n.corners : n.corners.filter((c) => c.innerAfter !== null);
  if (inside.length > 0) out.push(judgeCorners('clearance.inner', policy.innerReserve, 'inner', inside, (c) => c.innerAfter));
  if (wish === 'stance') {
    const least = leastValue(n.corners.map((c) => c.flush));
    if (least !== null) out.push(make('stance.flush', 'note', '', least, spacer.thickness, null, 'mm'));
  }
  if (use === 'competition' && spacer.kind !== 'adapter' && spacer.thickness > policy.competitionSlipOn) {
    out.push(make('use.competition', 'caution', '', spacer.thickness, policy.competitionSlipOn, policy.competitionSlipOn - spacer.thickness, 'mm'));
  }
}

/** The clock position that decides, as text for the message; empty where only the tightest was taken. */
function hourOf(n: Numbers): string {
  let hour = '';
  let best = Number.POSITIVE_INFINITY;
  for (const c of n.corners) {
    if (c.clearanceAfter === null || c.clearanceAfter.value - c.clearanceAfter.pm >= best) continue;
    best = c.clearanceAfter.value - c.clearanceAfter.pm;
    hour = c.clearanceHour === null ? '' : String(c.clearanceHour);
  }
  return hour;
}

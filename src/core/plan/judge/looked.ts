import { chalkLimits, chalkVerdict } from '../../stance/chalk';
import type { Plan } from '../document';
import type { Finding, Level } from '../findings';
import { make, worse } from './make';

/** What was looked at and not measured: whether the car had settled, a finger, a rib, chalk. */
export function judgeLooked(plan: Plan, out: Finding[]): void {
  let settled: Finding | null = null;
  let finger: Finding | null = null;
  let rib: Finding | null = null;
  let chalk: Finding | null = null;
  const moves = plan.spacer.thickness > 0;
  for (const c of plan.corners) {
    if (c.gap !== null && c.settled !== true) settled = worse(make('stance.settled', settledLevel(plan, c.settled), c.settled === null ? 'unsaid' : 'no', null, null, null, '', c.corner), settled);
    if (moves && c.fingerPasses !== null) finger = worse(make('clearance.finger', c.fingerPasses ? 'pass' : 'caution', '', null, null, null, '', c.corner), finger);
    if (c.rimProtector === true) rib = worse(make('clearance.rib', 'note', '', null, null, null, '', c.corner), rib);
    if (c.chalk.length > 0) chalk = worse(judgeChalk(plan, c), chalk);
  }
  for (const f of [settled, finger, rib, chalk]) if (f) out.push(f);
}

/** A gap taken on a car that had not settled is no measurement. Where nobody said, it weighs as much as the wish needs it. */
function settledLevel(plan: Plan, settled: boolean | null): Level {
  const counts = plan.wish === 'stance';
  if (settled === false) return counts ? 'unmeasured' : 'caution';
  return counts ? 'caution' : 'note';
}

function judgeChalk(plan: Plan, c: Plan['corners'][number]): Finding {
  const limits = chalkLimits(c.chalk);
  const s = plan.spacer.thickness;
  switch (chalkVerdict(limits, s)) {
    case 'touches':
      return make('clearance.chalk', 'stop', limits.hours.join('/'), s, limits.touchesFrom, (limits.touchesFrom ?? 0) - s, 'mm', c.corner);
    case 'clear':
      return make('clearance.chalk', 'pass', 'clear', s, limits.clearUpTo, (limits.clearUpTo ?? 0) - s, 'mm', c.corner);
    case 'unproven':
      return make('clearance.chalk', 'note', 'unproven', s, limits.clearUpTo, null, 'mm', c.corner);
  }
}

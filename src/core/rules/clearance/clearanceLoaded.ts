import type { Numbers } from '../../figures/numbers';
import { askedCorners, clearanceReserve } from '../../figures/numbers';
import { type Missing, missing } from '../kit/cases';
import type { Case } from '../kit/finding';
import { judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Clock position that decides; null where only the tightest was taken. */
interface AtHour extends Case {
  readonly is: 'hour';
  readonly hour: number | null;
}

function decidingHour(n: Numbers): number | null {
  let hour: number | null = null;
  let best = Number.POSITIVE_INFINITY;
  for (const { clearanceAfter: left, clearanceHour } of n.corners) {
    if (left === null || left.value - left.pm >= best) continue;
    best = left.value - left.pm;
    hour = clearanceHour;
  }
  return hour;
}

/** Loaded clearance with the spacer on. */
export const clearanceLoaded: Rule<'clearance.loaded', AtHour | Missing> = {
  ...PLAIN,
  id: 'clearance.loaded',
  title: 'Loaded clearance',
  statement: 'Loaded clearance less the spacer keeps its reserve.',
  formula: 'min(c + t) − s ≥ r (5 mm street, 8 mm track), each hour moved by camber, height and wheel',
  policy: ['clearanceReserveStreet', 'clearanceReserveTrack'],
  needs: ['loadedClearance', 'lipDepth', 'gapPer10'],
  chosen: ['spacer', 'reserve'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    const corners = askedCorners(plan, n, (c) => c.clearanceAfter !== null);
    if (corners.length === 0) return;
    const which: AtHour = { is: 'hour', hour: decidingHour(n) };
    out.push(
      judgeCorners({
        ...OVER,
        rule: 'clearance.loaded',
        limit: clearanceReserve(plan),
        missing: missing('clearance'),
        corners,
        pick: (c) => c.clearanceAfter,
        case: which,
      }),
    );
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    const hour = f.case.hour === null ? '' : ` at ${f.case.hour} o’clock`;
    const text = `${s.value('down')} left between tyre and arch under load${s.at}${hour}; the reserve is ${s.limit('up')}.`;
    return s.stop ? `${text} It can cut the tyre.${s.error}` : `${text}${s.error}`;
  },
};

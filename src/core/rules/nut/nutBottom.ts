import { countedState } from '../../document/bare';
import type { Plan, PlanCorner } from '../../document/document';
import { minBottomGap } from '../../engagement/nutStack';
import type { CornerNumbers } from '../../figures/numbers';
import type { Result } from '../../figures/result';
import { chosenNut } from '../../figures/stack/index';
import type { Case } from '../kit/finding';
import { finding, judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface BottomCase extends Case {
  readonly is: 'ok' | 'backed-off' | 'style' | 'depth';
}

/**
 * How far a spacer backs the nuts of a corner off by what it is thicker than the one that was on at its own count: so much room is there
 * whatever it was before. Null where nothing was counted there. mm
 */
function backedOff({ spacer, policy }: Plan, c: PlanCorner): NonNullable<Result> | null {
  if (c.turns === null) return null;
  const { spacer: s0, pm } = countedState(c);
  const errors = pm + policy.spacerPm * (s0 > 0 ? 2 : 1);
  return { value: spacer.thickness - s0, pm: errors, rss: errors };
}

/** Room that a stud keeps inside a closed nut. */
export const nutBottom: Rule<'nut.bottom', BottomCase> = {
  ...PLAIN,
  id: 'nut.bottom',
  title: 'Closed nut bottoming',
  statement: 'A stud never reaches the bottom of a closed nut: it would click the wrench and clamp nothing.',
  formula: '(tr + s + q + Dn) − X ≥ max(1.5 mm, 1 P)',
  sources: ['geometry', 'common'],
  policy: ['closedNutGap', 'leadPitches'],
  needs: ['turns', 'studProtrusion', 'tappedDepth', 'rotorHat', 'nutThread', 'nutBlindDepth', 'nutGrip', 'pilotNose'],
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    const { policy, spacer, fastener, hub } = plan;
    if (hub.fastening !== 'stud' && fastener.kind !== 'conversion') return;
    const nut = chosenNut(plan);
    if (nut.style === 'open') return;
    const limit = minBottomGap(policy.closedNutGap, n.thread.pitch);
    const rule = 'nut.bottom' as const;
    if (nut.style === 'unknown') {
      out.push(finding({ rule, level: 'unmeasured', case: { is: 'style' }, limit, unit: 'mm' }));
      return;
    }
    // Each corner by its own count: one that is backed off proves nothing of the other.
    const stays = fastener.kind === 'present' && spacer.kind !== 'adapter';
    const open: CornerNumbers[] = [];
    let least: NonNullable<Result> | null = null;
    for (const [i, c] of plan.corners.entries()) {
      const backed = stays ? backedOff(plan, c) : null;
      if (backed === null || backed.value - backed.pm < limit) open.push(n.corners[i] as CornerNumbers);
      else if (least === null || backed.value - backed.pm < least.value - least.pm) least = backed;
    }
    if (open.length > 0 || least === null) {
      const is = 'depth' as const;
      out.push(judgeCorners({ ...OVER, rule, limit, missing: { is }, corners: open, pick: (c) => c.bottomGap }));
      return;
    }
    const { value, pm, rss } = least;
    const unit = 'mm' as const;
    const which: BottomCase = { is: 'backed-off' };
    out.push(finding({ rule, level: 'pass', case: which, value, limit, margin: value - limit, pm, rss, unit }));
  },
  sentence(f, s) {
    if (s.short && f.case.is === 'style')
      return 'Nobody has said whether the nuts are open or closed. A closed nut can bottom on a longer stud.';
    if (s.short) return s.needs('cap');
    if (f.case.is === 'backed-off')
      return `The spacer backs the nut off by ${s.value('down')}; the stud cannot reach the cap.`;
    if (s.v < 0)
      return `The stud runs ${s.len(-s.v, 'up')} into the bottom of the cap${s.at}: the wrench clicks and the wheel is loose.${s.error}`;
    return s.stop
      ? `The stud comes within ${s.value('down')} of the cap${s.at}; ${s.limit('up')} is the least. The wrench clicks and the wheel is loose.${s.error}`
      : `${s.value('down')} between stud and cap${s.at}; ${s.limit('up')} is the least.${s.error}`;
  },
};

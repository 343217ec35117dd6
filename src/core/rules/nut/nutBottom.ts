import { countedState } from '../../document/bare';
import type { Plan } from '../../document/document';
import { minBottomGap } from '../../engagement/nutStack';
import { chosenNut } from '../../figures/stack/index';
import type { Case } from '../kit/finding';
import { finding, judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface BottomCase extends Case {
  readonly is: 'ok' | 'backed-off' | 'style' | 'depth';
}

/** How far a spacer backs nuts off by what it is thicker than the thickest counted spacer: so much room is there whatever it was before. mm */
function backedOff({ corners, spacer, policy }: Plan): { readonly value: number; readonly pm: number } {
  const thickest = Math.max(...corners.map(countedState).map(({ spacer: s0, pm }) => s0 + pm));
  return { value: spacer.thickness - thickest, pm: policy.spacerPm * (thickest > 0 ? 2 : 1) };
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
    const backed = fastener.kind === 'present' && spacer.kind !== 'adapter' ? backedOff(plan) : null;
    if (backed !== null && backed.value - backed.pm >= limit) {
      const { value, pm } = backed;
      out.push(
        finding({
          rule,
          level: 'pass',
          case: { is: 'backed-off' },
          value,
          limit,
          margin: value - limit,
          pm,
          rss: pm,
          unit: 'mm',
        }),
      );
      return;
    }
    const is = 'depth' as const;
    out.push(judgeCorners({ ...OVER, rule, limit, missing: { is }, corners: n.corners, pick: (c) => c.bottomGap }));
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

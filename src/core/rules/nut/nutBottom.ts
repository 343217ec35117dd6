import { countedState, dabState } from '../../document/bare';
import type { Plan, PlanCorner } from '../../document/document';
import { minBottomGap } from '../../engagement/nutStack';
import type { CornerNumbers } from '../../figures/numbers';
import { asMade, chosenNut } from '../../figures/stack/index';
import type { Case, Finding } from '../kit/finding';
import { errorsInside, finding, judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface BottomCase extends Case {
  readonly is: 'ok' | 'backed-off' | 'dab' | 'as-made' | 'touched' | 'style' | 'depth';
}

const rule = 'nut.bottom' as const;

/**
 * How far a spacer backs the nuts of a corner off by what it is thicker than the one that was on at its own count: so
 * much room is there whatever it was before. Null where nothing was counted there, or that is not enough. mm
 */
function backedOff({ spacer, policy }: Plan, c: PlanCorner, limit: number): Finding | null {
  if (c.turns === null) return null;
  const { spacer: s0, pm: statePm } = countedState(c);
  const value = spacer.thickness - s0;
  const pm = statePm + policy.spacerPm * (s0 > 0 ? 2 : 1);
  if (value - pm < limit) return null;
  const which: BottomCase = { is: 'backed-off' };
  const margin = value - limit;
  return finding({ rule, level: 'pass', case: which, value, limit, margin, pm, rss: pm, unit: 'mm' });
}

/**
 * What was seen in the cap: the dab untouched in a state no shallower than this one, or touched in one no deeper. Null
 * where it says nothing.
 */
function seen({ spacer, fastener }: Plan, c: PlanCorner, m: CornerNumbers): Finding | null {
  const dab = dabState(c);
  if (dab === null || fastener.kind !== (dab.trial ? 'nuts' : 'present')) return null;
  const deeper = dab.spacer - spacer.thickness;
  const { corner } = c;
  const touched: BottomCase = { is: 'touched' };
  if (!dab.untouched)
    return deeper + dab.pm > -1e-9 ? finding({ rule, level: 'stop', case: touched, unit: 'mm', corner }) : null;
  // A cap that the sum runs into, as the dab was looked at, contradicts what was seen: the two readings do not go
  // together.
  if (m.bottomGap !== null && m.bottomGap.value + Math.min(0, deeper) < 0) return null;
  const which: BottomCase = { is: 'dab' };
  return deeper + dab.pm <= 1e-9 ? finding({ rule, level: 'pass', case: which, unit: 'mm', corner }) : null;
}

/** What is known of a cap at one corner without its depth; null where the depth has to tell. */
function known(plan: Plan, c: PlanCorner, m: CornerNumbers, limit: number): Finding | null {
  const looked = plan.spacer.kind === 'adapter' ? null : seen(plan, c, m);
  if (looked !== null) return looked;
  if (plan.fastener.kind !== 'present' || plan.spacer.kind === 'adapter') return null;
  const backed = backedOff(plan, c, limit);
  if (backed !== null) return backed;
  const which: BottomCase = { is: 'as-made' };
  const made = plan.hub.nutBlindDepth === null && asMade(plan, c);
  return made ? finding({ rule, level: 'pass', case: which, unit: 'mm', corner: c.corner }) : null;
}

/** Room that a stud keeps inside a closed nut. */
export const nutBottom: Rule<'nut.bottom', BottomCase> = {
  ...PLAIN,
  id: 'nut.bottom',
  title: 'Closed nut bottoming',
  statement:
    'A stud never reaches the bottom of a closed nut: it would click the wrench and clamp nothing. A count never proves the cap, since a nut that has bottomed feels seated; its depth does, or a dab of grease that was untouched with this nut on this spacer or a thinner one. The maker’s nut on the maker’s stud with nothing added is as the maker made it, until its depth is measured and says otherwise.',
  formula: '(tr + s + q + Dn) − X ≥ max(1.5 mm, 1 P)',
  sources: ['geometry', 'common'],
  policy: ['closedNutGap', 'leadPitches'],
  needs: ['turns', 'studProtrusion', 'tappedDepth', 'rotorHat', 'nutThread', 'nutBlindDepth', 'nutGrip', 'pilotNose'],
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    const { policy, fastener, hub } = plan;
    if (hub.fastening !== 'stud' && fastener.kind !== 'conversion') return;
    const nut = chosenNut(plan);
    if (nut.style === 'open') return;
    const limit = minBottomGap(policy.closedNutGap, n.thread.pitch);
    if (nut.style === 'unknown') {
      out.push(finding({ rule, level: 'unmeasured', case: { is: 'style' }, limit, unit: 'mm' }));
      return;
    }
    // Each corner by its own count and its own dab: one that is clear proves nothing of the other.
    const open: CornerNumbers[] = [];
    let clear: Finding | null = null;
    for (const [i, c] of plan.corners.entries()) {
      const m = n.corners[i] as CornerNumbers;
      const found = known(plan, c, m, limit);
      if (found === null) open.push(m);
      else if (clear === null || found.level === 'stop' || tighter(found, clear)) clear = found;
      if (found?.level === 'stop') break;
    }
    if (clear !== null && (open.length === 0 || clear.level === 'stop')) out.push(clear);
    else {
      const is = 'depth' as const;
      out.push(
        errorsInside(judgeCorners({ ...OVER, rule, limit, missing: { is }, corners: open, pick: (c) => c.bottomGap })),
      );
    }
  },
  sentence(f, s) {
    if (s.short && f.case.is === 'style')
      return 'It is not known whether the nuts are open or closed. A closed nut can bottom on a longer stud.';
    if (s.short && f.value === null) return s.needs('cap');
    switch (f.case.is) {
      case 'backed-off':
        return `The spacer backs the nut off by ${s.value('down')}; the stud cannot reach the cap.`;
      case 'dab':
        return `The dab of grease in the cap${s.at} was untouched with this nut, no further out than it goes on now.`;
      case 'touched':
        return `The dab of grease in the cap${s.at} was touched: the stud meets the bottom of the cap. The wrench clicks and the wheel is loose.`;
      case 'as-made':
        return 'Original nuts on original studs, with nothing added: the cap is as the maker made it.';
      default:
        break;
    }
    if (s.v < 0)
      return `The stud runs ${s.len(-s.v, 'up')} into the bottom of the cap${s.at}: the wrench clicks and the wheel is loose.${s.error}`;
    return s.stop
      ? `The stud comes within ${s.value('down')} of the cap${s.at}; ${s.limit('up')} is the least. The wrench clicks and the wheel is loose.${s.error}`
      : `${s.value('down')} between stud and cap${s.at}; ${s.limit('up')} is the least.${s.error}`;
  },
};

/** The one with less room to spare; what has no figure gives way to one that has. */
const tighter = (a: Finding, b: Finding): boolean =>
  (a.margin ?? Number.POSITIVE_INFINITY) < (b.margin ?? Number.POSITIVE_INFINITY);

import { lockingOf, originalJoint } from '../../document/hardware';
import { engaged } from '../../engagement/engaged';
import type { CornerNumbers } from '../../figures/numbers';
import { result } from '../../figures/result';
import { sameMate } from '../../figures/stack/index';
import { type Missing, missing } from '../kit/cases';
import type { Case, Finding } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { engagement, mateOf, STACK_NEEDS, whatEngagementNeeds } from './engagementShared';
import { type EnoughCase, enoughWords, judgeEnough } from './enoughShared';

interface Unknown extends Case {
  /** Nobody compared the two present pieces, or said whether the new hardware has a locking piece. */
  readonly is: 'present-unknown' | 'new-unknown';
}

const rule = 'engagement.locking' as const;

/** A corner's figures as its locking piece has them: it reaches less far by a difference that was measured. */
function locked(c: CornerNumbers, shorter: number, pm: number): CornerNumbers {
  const { reach, mate } = c;
  if (reach === null) return { ...c, engagement: null };
  const [most, matePm] = mate === null ? [Number.POSITIVE_INFINITY, 0] : [mate.value, mate.pm];
  const value = engaged(reach.value - shorter, most);
  const low = engaged(reach.value - shorter - reach.pm - pm, most - matePm);
  const untouched = c.untouched === null ? null : { ...c.untouched, value: Math.max(0, c.untouched.value - shorter) };
  return { ...c, engagement: result(value, value - low), untouched };
}

/** The locking piece by itself: it is never counted, and it follows the hardware that goes in. */
export const engagementLocking: Rule<typeof rule, EnoughCase | Missing | Unknown> = {
  ...PLAIN,
  id: rule,
  title: 'Thread of the locking piece',
  statement:
    'A locking piece is never counted; its reach is that of the others less the difference of the two pieces, measured side by side, and it is judged for itself. It follows the hardware: new bolts or nuts bring their own or none.',
  formula: 'r_lock = reach + (L_lock − L) (bolt) · reach − (u_lock − u) (nut); E = min(r_lock, mate)',
  sources: ['geometry', 'common'],
  policy: ['turnsNeverDrive', 'fastenerPm'],
  needs: [...STACK_NEEDS, 'lockingShorter'],
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    const piece = lockingOf(plan);
    if (piece.is === 'none') return;
    if (piece.is === 'unknown') {
      out.push(finding({ rule, case: { is: piece.present ? 'present-unknown' : 'new-unknown' }, unit: 'mm' }));
      return;
    }
    // What the car came with is a measure of its own piece, and of a new one that reaches no less than the others do.
    const relief = sameMate(plan) && (plan.fastener.kind !== 'bolt' || piece.shorter <= 0);
    out.push(
      judgeEnough({
        rule,
        corners: n.corners.map((c) => locked(c, piece.shorter, piece.pm)),
        pick: engagement,
        enough: { target: n.minimum, floor: n.floor, own: n.ownNut },
        missing: missing(whatEngagementNeeds(plan)),
        mate: missing(mateOf(plan)),
        relief,
        makers: originalJoint(plan),
        never: plan.policy.turnsNeverDrive * n.thread.pitch,
        school: null,
        pitch: null,
      }),
    );
  },
  sentence(f, s) {
    switch (f.case.is) {
      case 'present-unknown':
        return 'Needs the locking fastener held beside an ordinary one: how much less far it reaches. Alike is 0. It is never counted.';
      case 'new-unknown':
        return 'It is not known whether the new hardware has a locking piece, and whether it is as long as the others.';
      case 'missing':
        return s.needs(f.case.need);
      default:
        return `Locking piece: ${enoughWords(f as Finding<EnoughCase>, s, 'the target')}`;
    }
  },
};

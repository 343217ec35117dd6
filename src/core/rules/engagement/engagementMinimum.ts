import { originalJoint } from '../../document/hardware';
import { SCHOOL_LABEL } from '../../document/labels';
import { sameMate } from '../../figures/stack/index';
import { type Missing, missing } from '../kit/cases';
import type { Finding } from '../kit/finding';
import type { Rule } from '../kit/rule';
import { engagement, mateOf, STACK_NEEDS, whatEngagementNeeds } from './engagementShared';
import { type EnoughCase, enoughWords, judgeEnough } from './enoughShared';

/** Thread engagement against target and floor. */
export const engagementMinimum: Rule<'engagement.minimum', EnoughCase | Missing> = {
  id: 'engagement.minimum',
  title: 'Thread engagement',
  statement:
    'Engagement with the spacer fitted reaches the target. Between floor and target it needs a named sign-off; under the floor it stops, unless the wheel hangs in the very thread that was counted by no less than the car came with, and three turns. A count of turns is travel: what holds is no more than the mate’s own thread, so that has to be measured too, but for a visit that adds nothing to the original joint.',
  formula:
    'E = min(N·P + s0 − s, Ln or Dt) (present) · min(Dt, Lb − seat − nb) (bolt) · min(X − n, nut end) − nut start (stud); floor = max(0.8 d steel or 1.2 d aluminium, 3 P, F/(0.577·Rm·a) + P); target = max(1.0 d or 1.5 d, stripping length + P, floor)',
  sources: ['geometry', 'common', 'stripping', 'iso-724', 'iso-4753'],
  policy: [
    'diameterFactorSteel',
    'diameterFactorAluminium',
    'diameterFactorAluminiumKnown',
    'floorSteel',
    'floorAluminium',
    'floorAluminiumKnown',
    'turnsNeverDrive',
    'leadPitches',
    'spacerPm',
    'fastenerPm',
  ],
  schools:
    'One diameter; strength (neither thread strips before the stud breaks). Default: the more demanding of the two, because one is custom and the other arithmetic, and neither alone catches a soft hub and a coarse thread. Many cars leave the maker with 0.85 to 0.95 diameters; a stop there would teach people to ignore stops.',
  needs: STACK_NEEDS,
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    out.push(
      judgeEnough({
        rule: 'engagement.minimum',
        corners: n.corners,
        pick: engagement,
        enough: { target: n.minimum, floor: n.floor, own: n.ownNut },
        missing: missing(whatEngagementNeeds(plan)),
        mate: missing(mateOf(plan)),
        relief: sameMate(plan),
        makers: originalJoint(plan),
        never: plan.policy.turnsNeverDrive * n.thread.pitch,
        school: n.governing,
        pitch: null,
      }),
    );
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    return enoughWords(f as Finding<EnoughCase>, s, f.school ? SCHOOL_LABEL[f.school].toLowerCase() : 'the target');
  },
};

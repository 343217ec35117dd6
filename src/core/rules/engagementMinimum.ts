import { minimumJudge, minimumSentence, type MinimumCase, STACK_NEEDS } from './engagementShared';
import type { Rule } from './rule';

/** The governing schools of thread engagement. */
export const engagementMinimum: Rule<'engagement.minimum', MinimumCase> = {
  id: 'engagement.minimum',
  title: 'Thread engagement',
  statement:
    'Engagement with the spacer fitted is at least the governing minimum. A count of turns is travel: what holds is no more than the mate’s own thread, so that has to be measured too.',
  formula:
    'E = min(N·P − s, Ln or Dt) (stock) · min(Dt, Lb − seat − nb) (bolt) · min(X − n, nut end) − nut start (stud) ≥ E_min',
  sources: ['geometry', 'common', 'stripping', 'iso-724', 'iso-4753'],
  policy: ['diameterFactorSteel', 'diameterFactorAluminium', 'leadPitches', 'spacerPm', 'fastenerPm'],
  schools:
    'One diameter; strength (neither thread strips before the stud breaks). Default: the more demanding of the two, because one is custom and the other arithmetic, and neither alone catches a soft hub and a coarse thread.',
  needs: STACK_NEEDS,
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge: minimumJudge('engagement.minimum', true),
  sentence: minimumSentence,
};

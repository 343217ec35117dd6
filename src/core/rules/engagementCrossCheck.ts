import { minimumJudge, minimumSentence, type MinimumCase, STACK_NEEDS } from './engagementShared';
import type { Rule } from './rule';

/** The schools that do not govern, as cross-checks. */
export const engagementCrossCheck: Rule<'engagement.cross-check', MinimumCase> = {
  id: 'engagement.cross-check',
  title: 'Other school',
  statement: 'Each school that does not govern is a cross-check.',
  formula: 'E ≥ minimum of that school',
  sources: ['common'],
  policy: ['turnsByHand', 'turnsInHub', 'turnsPolicy', 'visibleThreadInch'],
  schools:
    'Five turns by hand; seven in the hub; eight counted; half an inch visible. Shown beside the governing one, not governing by default: turns forget the diameter.',
  needs: STACK_NEEDS,
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge: minimumJudge('engagement.cross-check', false),
  sentence: minimumSentence,
};

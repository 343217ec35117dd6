import type { Plan } from '../../document/document';
import type { Case, Finding, Level } from '../kit/finding';
import { finding, worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Settled extends Case {
  readonly is: 'no' | 'unsaid';
}

/**
 * A gap taken on a car that had not settled is no measurement. Where nobody said, it weighs as much as the wish needs
 * it.
 */
function levelAt(plan: Plan, settled: boolean | null): Level {
  const counts = plan.jobType === 'stance';
  if (settled === false) return counts ? 'unmeasured' : 'caution';
  return counts ? 'caution' : 'note';
}

/** Whether the car had settled when its gaps were taken. */
export const stanceSettled: Rule<'stance.settled', Settled> = {
  ...PLAIN,
  id: 'stance.settled',
  title: 'Settled suspension',
  statement: 'The gap is taken with the car rolled forward and back. Just off the jack it sits high.',
  formula: 'rolled before the gap was taken',
  decidedBy: 'car',
  judge({ plan }, out) {
    let found: Finding | null = null;
    for (const { gap, settled, corner } of plan.corners) {
      if (gap === null || settled === true) continue;
      const which: Settled = { is: settled === null ? 'unsaid' : 'no' };
      const here = finding({ rule: 'stance.settled', level: levelAt(plan, settled), case: which, corner });
      found = worse(here, found);
    }
    if (found) out.push(found);
  },
  sentence: (f, s) =>
    f.case.is === 'no'
      ? `The gap was taken${s.at} before the suspension had settled: roll the car forward and back, and take it again.`
      : `It is not known whether the suspension had settled${s.at} when the gap was taken.`,
};

import { type Plan, readPlan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { sentence } from '@/core/rules/index';
import { parseThread } from '@/core/thread/designation';
import { type AlsoHolds, alsoHold, inTheWay } from '@/core/whatif/alsoSets';
import { RefusedError } from '@/store/errors';

/** A plan that may go forward. @throws RefusedError naming what stands first in the way */
export function soundPlan(plan: Plan): Plan {
  const checked = readPlan(plan);
  if ('issues' in checked) {
    const first = checked.issues[0];
    throw new RefusedError(`${first?.path ?? 'plan'}: ${first?.message ?? 'is not valid.'}`);
  }
  const { blocking } = assess(checked.plan);
  if (blocking[0]?.level === 'caution')
    throw new RefusedError(
      'What is left in the way somebody has to accept by name, on the figures as they are now: take the choice forward on the bench.',
    );
  if (blocking.length > 0) {
    throw new RefusedError(
      `This choice has ${blocking.length} ${blocking.length === 1 ? 'finding' : 'findings'} in the way (${blocking[0]?.level}). Clear them first.`,
    );
  }
  const other = alsoHold(checked.plan).find(inTheWay);
  if (other)
    throw new RefusedError(
      `It is not known to hold on “${other.name}”, which this job prepares as well${reasonText(other)}. Measure or change what is in the way, or leave that set out.`,
    );
  return checked.plan;
}

const reasonText = ({ reason, plan }: AlsoHolds): string =>
  reason === null
    ? ''
    : `: ${sentence(reason, { units: 'metric', pitch: parseThread('Thread', plan.hub.thread).pitch }).replace(/\.$/, '')}`;

/** The plan in force. @throws RefusedError */
export function planOf<P extends object>(whole: { readonly plan: P | null }): P {
  if (!whole.plan) throw new RefusedError('No plan has been chosen yet.');
  return whole.plan;
}

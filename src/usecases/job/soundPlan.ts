import { type Plan, readPlan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
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
  return checked.plan;
}

/** The plan in force. @throws RefusedError */
export function planOf<P extends object>(whole: { readonly plan: P | null }): P {
  if (!whole.plan) throw new RefusedError('No plan has been chosen yet.');
  return whole.plan;
}

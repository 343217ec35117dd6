'use server';

import { jobCard, kitList } from '@/core/procedure/steps';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { loadJob, tickStep } from '@/store/jobs';
import { act } from '@/usecases/act';
import { finishSteps } from '@/usecases/jobs';
import type { Result } from '@/usecases/result';

/** Ticks or unticks a line of the kit list or job card. */
export async function tick(jobId: string, key: string, on: boolean): Promise<Result<null>> {
  return act(async (who) => {
    const { db } = await theStore();
    const whole = await loadJob(db, jobId);
    if (!whole.plan) throw new RefusedError('No plan has been chosen yet.');
    const known = [...kitList(whole.plan.document), ...jobCard(whole.plan.document)].some((s) => s.key === key);
    if (!known) throw new RefusedError('That step is not on this job’s card any more. Reload the page.');
    await tickStep(db, jobId, whole.plan.id, key, on, who, new Date());
    return null;
  });
}

/** Moves on once every hold point is ticked. */
export async function finish(jobId: string, from: 'stage' | 'fit'): Promise<Result<null>> {
  return act(async (who) => {
    await finishSteps(jobId, from, who);
    return null;
  });
}

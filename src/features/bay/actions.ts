'use server';

import { actOn } from '@/usecases/act';
import { finishSteps, tickLine } from '@/usecases/jobs';
import { idOf, type Result } from '@/usecases/result';

/** Ticks or unticks a line of the kit list or job card. */
export async function tick(jobId: string, key: string, on: boolean): Promise<Result<null>> {
  return actOn((who) => tickLine(idOf(jobId), key, on, who));
}

/** Moves on once every hold point is ticked. */
export async function finish(jobId: string, from: 'stage' | 'fit'): Promise<Result<null>> {
  return actOn((who) => finishSteps(idOf(jobId), from, who));
}

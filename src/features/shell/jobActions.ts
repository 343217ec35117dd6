'use server';

import { actOn } from '@/usecases/act';
import { changeToPlanB, holdJob, takeUpAgain } from '@/usecases/job/otherWays';
import { idOf, RefusedError, type Result } from '@/usecases/result';

const text = (typed: unknown): string => {
  if (typeof typed !== 'string') throw new RefusedError('Say it in a sentence.');
  return typed;
};

/** Lays a job aside, with its reason. */
export async function hold(jobId: string, why: string, reason: string): Promise<Result<null>> {
  return actOn((who) => holdJob(idOf(jobId), text(why), text(reason), who));
}

/** Takes a job up again. */
export async function takeUp(jobId: string): Promise<Result<null>> {
  return actOn((who) => takeUpAgain(idOf(jobId), who));
}

/** Changes to the plan that was set ready beside the one in force. */
export async function changePlan(jobId: string, reason: string): Promise<Result<null>> {
  return actOn((who) => changeToPlanB(idOf(jobId), text(reason), who));
}

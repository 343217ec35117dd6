'use server';

import { actOn } from '@/usecases/act';
import { takeReadingsIn } from '@/usecases/job/jobs';
import { idOf, type Result } from '@/usecases/result';

/** Takes readings that were added since into the plan in force; its choice, ticks and torque stay. */
export async function takeIn(jobId: string): Promise<Result<null>> {
  return actOn((who) => takeReadingsIn(idOf(jobId), who));
}

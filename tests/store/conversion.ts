import { sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Db } from '@/store/connection';
import type { ChoiceDraft } from '@/store/schema';
import { stepsNow } from '@/usecases/fit/card';
import { takeForward } from '@/usecases/job/bench';
import { finishSteps, jobById } from '@/usecases/job/jobs';
import { tickLine } from '@/usecases/job/ticks';
import { studs } from '../conversionStuds';

/** The demo workshop's job that is being fitted, planned anew as a conversion and at its card again. */
export async function conversionAtCard(db: Db, fit: string, by: string): Promise<void> {
  const { job } = await jobById(fit);
  await db.execute(
    sql`insert into reading (id, job_id, quantity, value, unit, typed, pm, method, by, at)
        values (${newId()}, ${fit}, 'nutGrip', 12, 'mm', '12', 0.1, 'caliper', ${by}, now())`,
  );
  const choice = {
    ...job.draft,
    locking: { kind: 'none' },
    fastener: { ...studs, nut: { ...studs.nut, tensile: 900 } },
  };
  await takeForward(fit, undefined, choice as ChoiceDraft, null, by);
  for (const s of stepsNow(await jobById(fit), 'stage')) await tickLine(fit, s.key, true, by);
  await finishSteps(fit, 'stage', by);
}

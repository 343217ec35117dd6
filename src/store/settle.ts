import { asc, isNotNull, sql } from 'drizzle-orm';
import { hubAfter } from '@/core/document/hubAfter';
import { fitted } from './carStateSchema';
import type { Db, Executor } from './connection';
import { fittedBy, fittedNow, putOn } from './fitted';
import { settleHub } from './hubs';
import { type JobWhole, loadJob } from './jobs';
import { job } from './schema';

/** What a sign-off leaves on the car: what hangs on each corner of its axle, and the hub as the next visit finds it. */
export async function settleSigned(tx: Executor, whole: JobWhole, by: string, at: Date): Promise<void> {
  const plan = whole.plan?.document;
  const hub = whole.hubs.find((h) => h.axle === whole.job.axle);
  if (!plan || !hub) return;
  const before = await fittedNow(tx, whole.vehicle.id);
  await putOn(tx, whole.vehicle.id, fittedBy(plan, whole.job, before, by, at), at);
  const after = hubAfter(plan);
  await settleHub(tx, { jobId: whole.job.id, hub, after, takesOff: whole.job.wish === 'take-off' }, at);
}

/** Cars whose jobs an earlier release signed get what hangs on them, the latest job last. @returns how many jobs */
export async function settleOld(db: Db): Promise<number> {
  const rows = await db
    .select({ id: job.id, by: job.signedBy, at: job.signedAt, version: job.version })
    .from(job)
    .where(
      sql`${isNotNull(job.signedAt)} and not exists (select 1 from ${fitted} where ${fitted.vehicleId} = ${job.vehicleId})`,
    )
    .orderBy(asc(job.signedAt));
  for (const { id, by, at } of rows) {
    const whole = await loadJob(db, id);
    const same = whole.hubs.find((h) => h.axle === whole.job.axle)?.fastening === whole.plan?.document.hub.fastening;
    if (at && same) await settleSigned(db, whole, by ?? '', at);
  }
  return rows.length;
}

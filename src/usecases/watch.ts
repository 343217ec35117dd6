import 'server-only';
import { sql } from 'drizzle-orm';
import { theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import { job } from '@/store/schema';

/**
 * One short text that is another one after anything happened to a job, or to the one on the other axle of its visit: both share
 * kit list, card, face and record. @throws NotFoundError
 */
export async function stateOfJob(jobId: string): Promise<string> {
  const { db } = await theStore();
  // Names are written out: inside a select of one table the builder leaves the table away.
  const count = (table: string, more = '') =>
    sql<string>`(select count(*)${sql.raw(more)} from ${sql.raw(table)} t where t.job_id = "job"."id")`;
  const withdrawn = " || '/' || count(t.withdrawn_at)";
  const rows = await db
    .select({
      version: job.version,
      at: job.updatedAt,
      torque: count('torque_entry'),
      ticks: count('job_step', withdrawn),
      bay: count('bay_entry'),
      readings: count('reading', withdrawn),
      chalk: count('chalk_test', withdrawn),
      plans: count('plan'),
      rechecks: count('recheck', " || '/' || count(t.done_at) || '/' || count(t.reason)"),
    })
    .from(job)
    .where(sql`"job"."visit_id" = (select own.visit_id from job own where own.id = ${jobId})`)
    .orderBy(job.id);
  if (rows.length === 0) throw new NotFoundError('This job');
  return rows
    .map((r) =>
      [r.version, r.at.getTime(), r.torque, r.ticks, r.bay, r.readings, r.chalk, r.plans, r.rechecks].join('.'),
    )
    .join(';');
}

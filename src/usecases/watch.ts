import 'server-only';
import { eq, sql } from 'drizzle-orm';
import { theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import { job } from '@/store/schema';

/** One short text that is another one after anything happened to a job. @throws NotFoundError */
export async function stateOfJob(jobId: string): Promise<string> {
  const { db } = await theStore();
  // Names are written out: inside a select of one table the builder leaves the table away.
  const count = (table: string, more = '') =>
    sql<string>`(select count(*)${sql.raw(more)} from ${sql.raw(table)} t where t.job_id = ${jobId})`;
  const withdrawn = " || '/' || count(t.withdrawn_at)";
  const [row] = await db
    .select({
      version: job.version,
      at: job.updatedAt,
      torque: count('torque_entry'),
      ticks: count('job_step', withdrawn),
      readings: count('reading', withdrawn),
      chalk: count('chalk_test', withdrawn),
      plans: count('plan'),
      rechecks: count('recheck', " || '/' || count(t.done_at) || '/' || count(t.reason)"),
    })
    .from(job)
    .where(eq(job.id, jobId));
  if (!row) throw new NotFoundError('This job');
  return [row.version, row.at.getTime(), row.torque, row.ticks, row.readings, row.chalk, row.plans, row.rechecks].join(
    '.',
  );
}

import 'server-only';
import { inArray, type SQL, sql } from 'drizzle-orm';
import { groupBy } from '@/core/groupBy';
import { type Executor, theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import { job, type Stage } from '@/store/schema';

/**
 * One short text that is another one after anything happened to a job, or to the one on the other axle of its visit:
 * both share kit list, card, face and record. @throws NotFoundError
 */
export async function stateOfJob(jobId: string): Promise<string> {
  const { db } = await theStore();
  const [only] = await statesOf(db, sql`"job"."visit_id" = (select own.visit_id from job own where own.id = ${jobId})`);
  if (only === undefined) throw new NotFoundError('This job');
  return only.state;
}

/** A visit as far as other screens need to know it. */
export interface VisitState {
  readonly visitId: string;
  readonly vehicleId: string;
  readonly jobs: readonly { readonly id: string; readonly stage: Stage; readonly signed: boolean }[];
  /** A short text that is another one after anything happened to one of its jobs. */
  readonly state: string;
}

/** The same for several visits in one question, in no order. */
export const statesOfVisits = (db: Executor, visitIds: readonly string[]): Promise<VisitState[]> =>
  visitIds.length === 0 ? Promise.resolve([]) : statesOf(db, inArray(job.visitId, [...visitIds]));

async function statesOf(db: Executor, where: SQL): Promise<VisitState[]> {
  // Names are written out: inside a select of one table the builder leaves the table away.
  const count = (table: string, more = '') =>
    sql<string>`(select count(*)${sql.raw(more)} from ${sql.raw(table)} t where t.job_id = "job"."id")`;
  const withdrawn = " || '/' || count(t.withdrawn_at)";
  const rows = await db
    .select({
      id: job.id,
      visitId: job.visitId,
      vehicleId: job.vehicleId,
      version: job.version,
      at: job.updatedAt,
      signedAt: job.signedAt,
      stage: job.stage,
      torque: count('torque_entry'),
      ticks: count('job_step', withdrawn),
      bay: count('bay_entry'),
      readings: count('reading', withdrawn),
      chalk: count('chalk_test', withdrawn),
      plans: count('plan'),
      rechecks: count('recheck', " || '/' || count(t.done_at) || '/' || count(t.reason)"),
    })
    .from(job)
    .where(where)
    .orderBy(job.id);
  return [...groupBy(rows, (r) => r.visitId)].map(([visitId, own]) => ({
    visitId,
    vehicleId: own[0]?.vehicleId ?? '',
    jobs: own.map((r) => ({ id: r.id, stage: r.stage, signed: r.signedAt !== null })),
    state: own
      .map((r) =>
        [r.version, r.at.getTime(), r.torque, r.ticks, r.bay, r.readings, r.chalk, r.plans, r.rechecks].join('.'),
      )
      .join(';'),
  }));
}

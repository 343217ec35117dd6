import { and, desc, eq, gte, isNotNull, isNull, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { WorkKind } from '@/core/procedure/estimate';
import { bayEntry } from './baySchema';
import { type PastWorkRow, pastWork } from './calendarSchema';
import type { Executor } from './connection';
import { job, plan } from './schema';

export type PastInput = Omit<PastWorkRow, 'id'>;

/** Remembers work; a job that is remembered already is remembered anew. */
export async function remember(tx: Executor, input: PastInput): Promise<void> {
  await tx
    .insert(pastWork)
    .values({ ...input, id: newId() })
    .onConflictDoUpdate({ target: pastWork.jobId, set: { ...input } });
}

/** Remembers work that nothing is known of yet; what was remembered meanwhile, with its time, stays. */
export async function rememberUnknown(tx: Executor, input: PastInput): Promise<void> {
  await tx
    .insert(pastWork)
    .values({ ...input, id: newId() })
    .onConflictDoNothing({ target: pastWork.jobId });
}

/** Notes what a recheck of a job found: how many lugs moved. A job that is not remembered is passed over. */
export async function rememberRecheck(tx: Executor, jobId: string, moved: number): Promise<void> {
  await tx
    .update(pastWork)
    .set({
      movedLugs: sql`${pastWork.movedLugs} + ${moved}`,
      rechecks: sql`${pastWork.rechecks} + 1`,
    })
    .where(eq(pastWork.jobId, jobId));
}

/** The latest work of a kind whose time is known: what was estimated, and what it took. */
export const tookOf = (db: Executor, kind: WorkKind) =>
  db
    .select({ estimated: pastWork.estimatedMin, actual: pastWork.actualMin })
    .from(pastWork)
    .where(and(eq(pastWork.kind, kind), isNotNull(pastWork.actualMin), isNotNull(pastWork.estimatedMin)))
    .orderBy(desc(pastWork.at))
    .limit(60);

/** The latest work of the shop, newest first. */
export const pastSince = (db: Executor, since: Date, most = 2000): Promise<PastWorkRow[]> =>
  db.select().from(pastWork).where(gte(pastWork.at, since)).orderBy(desc(pastWork.at)).limit(most);

/** Gaps as they were predicted and as they came out, since a time, the latest first. */
export async function gapPairs(db: Executor, since: Date, most = 2000) {
  const rows = await db
    .select({ predicted: pastWork.predictedGapMm, achieved: pastWork.achievedGapMm })
    .from(pastWork)
    .where(and(gte(pastWork.at, since), isNotNull(pastWork.predictedGapMm), isNotNull(pastWork.achievedGapMm)))
    .orderBy(desc(pastWork.at))
    .limit(most);
  return rows.map((r) => ({ predicted: r.predicted as number, achieved: r.achieved as number }));
}

/** So much work of a kind, the latest, is looked through for what is like a job. */
const LOOKED_THROUGH = 400;

/**
 * Work like this one, of the latest of its kind: on a plate within `near` mm, the same car first, then the same
 * wheels, then the nearest plate.
 */
export async function similarWork(
  db: Executor,
  like: {
    readonly kind: WorkKind;
    readonly plateMm: number;
    readonly car: string;
    readonly wheels: string;
    readonly near: number;
  },
  most: number,
): Promise<PastWorkRow[]> {
  const latest = db
    .select()
    .from(pastWork)
    .where(and(eq(pastWork.kind, like.kind), sql`abs(${pastWork.plateMm} - ${like.plateMm}) <= ${like.near}`))
    .orderBy(desc(pastWork.at))
    .limit(LOOKED_THROUGH)
    .as('latest');
  return db
    .select()
    .from(latest)
    .orderBy(
      sql`${latest.car} = ${like.car} desc`,
      sql`${latest.wheels} = ${like.wheels} desc`,
      sql`abs(${latest.plateMm} - ${like.plateMm})`,
      desc(latest.at),
    )
    .limit(most);
}

/** The locker’s time as it was read last in this shop, hours, and where; null where no clock was ever started. */
export async function lastCure(db: Executor): Promise<{ readonly hours: number; readonly source: string } | null> {
  const [row] = await db
    .select({ detail: bayEntry.detail })
    .from(bayEntry)
    .where(and(eq(bayEntry.kind, 'clock'), sql`${bayEntry.detail}->>'clock' = 'locker'`))
    .orderBy(desc(bayEntry.at))
    .limit(1);
  const d = row?.detail;
  return d?.kind === 'clock' ? { hours: d.minutes / 60, source: d.source } : null;
}

/** Jobs that were signed and are not remembered, the one signed last first. */
export async function forgotten(db: Executor, most: number): Promise<string[]> {
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .innerJoin(plan, and(eq(plan.jobId, job.id), isNull(plan.supersededAt)))
    .leftJoin(pastWork, eq(pastWork.jobId, job.id))
    .where(and(isNotNull(job.signedAt), isNull(pastWork.id)))
    .orderBy(desc(job.signedAt))
    .limit(most);
  return rows.map((r) => r.id);
}

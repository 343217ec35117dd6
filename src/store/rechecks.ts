import { and, asc, eq, isNull, lt, not, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { RecheckLink } from '@/core/procedure/rechecks';
import { whoActsNow } from './acting';
import { booking } from './calendarSchema';
import type { Executor } from './connection';
import { among } from './find';
import { JOB_BRIEF } from './jobBrief';
import { type RecheckRow, recheck } from './recordSchema';
import { job, vehicle } from './schema';

/** The chain of a job's revision, what is due first at the top. */
export const rechecksOf = (db: Executor, jobId: string, revision: number): Promise<RecheckRow[]> =>
  db
    .select()
    .from(recheck)
    .where(and(eq(recheck.jobId, jobId), eq(recheck.revision, revision)))
    .orderBy(asc(recheck.dueTo), asc(recheck.seq));

/** Links that are still open, of the revision that each job was signed with last; the one due first at the top. */
export const openRechecks = (db: Executor) =>
  db
    .select({ link: recheck, job: JOB_BRIEF, name: vehicle.name, plate: vehicle.plate })
    .from(recheck)
    .innerJoin(job, and(eq(recheck.jobId, job.id), eq(recheck.revision, job.revision)))
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(and(isNull(recheck.doneAt), eq(job.stage, 'recheck')))
    .orderBy(asc(recheck.dueTo), asc(recheck.id))
    .limit(2000);

/** Open links of one vehicle, the one due first at the top. */
export const openRechecksOf = (db: Executor, vehicleId: string) =>
  db
    .select({ link: recheck, job })
    .from(recheck)
    .innerJoin(job, and(eq(recheck.jobId, job.id), eq(recheck.revision, job.revision)))
    .where(and(eq(job.vehicleId, vehicleId), isNull(recheck.doneAt), eq(job.stage, 'recheck')))
    .orderBy(asc(recheck.dueTo), asc(recheck.id));

const ownTime = sql`exists (select 1 from ${booking} where ${booking.recheckId} = ${recheck.id} and ${booking.endedAt} is null)`;

/**
 * Whether the car comes for other work inside a link's window: it is looked at then, before anything else, and needs no
 * time of its own.
 */
const joinsVisit = (now: Date) =>
  sql`exists (select 1 from booking v join job w on w.visit_id = v.visit_id where w.vehicle_id = ${job.vehicleId} and w.signed_at is null and v.kind = 'visit' and v.ended_at is null and v.end_at > ${now.toISOString()}::timestamptz and v.start_at between ${recheck.dueFrom} and ${recheck.dueTo})`;

/**
 * Open links that are due before a time and have no time at all: no booking of their own, and no visit of their car
 * inside their window. The one due first at the top; of each job the next one only.
 */
export const unbookedRechecks = (db: Executor, before: Date, most: number, now: Date) =>
  db
    .select({ link: recheck, job: JOB_BRIEF, name: vehicle.name, plate: vehicle.plate })
    .from(recheck)
    .innerJoin(job, and(eq(recheck.jobId, job.id), eq(recheck.revision, job.revision)))
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(
      and(
        isNull(recheck.doneAt),
        eq(job.stage, 'recheck'),
        lt(recheck.dueFrom, before),
        not(ownTime),
        not(joinsVisit(now)),
        sql`not exists (select 1 from recheck e where e.job_id = ${recheck.jobId} and e.revision = ${recheck.revision} and e.done_at is null and (e.due_to, e.seq) < (${recheck.dueTo}, ${recheck.seq}))`,
      ),
    )
    .orderBy(asc(recheck.dueTo), asc(recheck.id))
    .limit(most);

/**
 * Open links of some cars without a booking of their own, due first at the top: what a visit of one of them takes
 * along.
 */
export const rechecksToJoin = (db: Executor, vehicleIds: readonly string[]) =>
  vehicleIds.length === 0
    ? Promise.resolve([])
    : db
        .select({
          kind: recheck.kind,
          dueFrom: recheck.dueFrom,
          dueTo: recheck.dueTo,
          axle: job.axle,
          vehicleId: job.vehicleId,
        })
        .from(recheck)
        .innerJoin(job, and(eq(recheck.jobId, job.id), eq(recheck.revision, job.revision)))
        .where(and(among(job.vehicleId, vehicleIds), isNull(recheck.doneAt), eq(job.stage, 'recheck'), not(ownTime)))
        .orderBy(asc(recheck.dueTo), asc(recheck.id));

/**
 * A link of a chain with when its job was signed; null where there is none, or it is of a record that was corrected
 * since.
 */
export async function recheckById(db: Executor, id: string) {
  const [row] = await db
    .select({ link: recheck, signedAt: job.signedAt, visitId: job.visitId })
    .from(recheck)
    .innerJoin(job, and(eq(recheck.jobId, job.id), eq(recheck.revision, job.revision)))
    .where(eq(recheck.id, id));
  return row ? { ...row.link, signedAt: row.signedAt, visitId: row.visitId } : null;
}

/** Sets the chain of a sign-off. */
export async function setRechecks(
  tx: Executor,
  jobId: string,
  revision: number,
  chain: readonly RecheckLink[],
  signedAt: Date,
): Promise<void> {
  for (const [seq, link] of chain.entries()) {
    await tx.insert(recheck).values({
      id: newId(),
      jobId,
      revision,
      seq,
      kind: link.kind,
      dueFrom: new Date(signedAt.getTime() + link.from),
      dueTo: new Date(signedAt.getTime() + link.to),
    });
  }
}

/** Adds a link to the chain of a signed job. */
export async function addLink(
  tx: Executor,
  { id: jobId, revision }: { readonly id: string; readonly revision: number },
  chain: readonly RecheckRow[],
  link: Pick<RecheckRow, 'kind' | 'dueFrom' | 'dueTo' | 'note'>,
): Promise<void> {
  const seq = Math.max(-1, ...chain.map((l) => l.seq)) + 1;
  await tx.insert(recheck).values({ id: newId(), jobId, revision, seq, ...link });
}

/** Notes why a link is done before its time. */
export async function allowEarly(tx: Executor, id: string, reason: string): Promise<void> {
  await tx.update(recheck).set({ reason }).where(eq(recheck.id, id));
}

/** Ends a link. */
export async function endRecheck(
  tx: Executor,
  id: string,
  outcome: NonNullable<RecheckRow['outcome']>,
  by: string,
  at: Date,
  reason?: string,
): Promise<void> {
  await tx
    .update(recheck)
    .set({ outcome, doneBy: by, donePersonId: whoActsNow(), doneAt: at, ...(reason === undefined ? {} : { reason }) })
    .where(eq(recheck.id, id));
}

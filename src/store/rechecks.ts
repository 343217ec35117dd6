import { and, asc, eq, isNull, lt, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { RecheckLink } from '@/core/procedure/rechecks';
import { booking } from './calendarSchema';
import type { Executor } from './connection';
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
    .select({ link: recheck, job, name: vehicle.name, plate: vehicle.plate })
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

/** Open links that are due before a time and have no booking, the one due first at the top; of each job the next one only. */
export const unbookedRechecks = (db: Executor, before: Date, most: number) =>
  db
    .select({ link: recheck, job, name: vehicle.name, plate: vehicle.plate })
    .from(recheck)
    .innerJoin(job, and(eq(recheck.jobId, job.id), eq(recheck.revision, job.revision)))
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(
      and(
        isNull(recheck.doneAt),
        eq(job.stage, 'recheck'),
        lt(recheck.dueFrom, before),
        sql`not exists (select 1 from ${booking} where ${booking.recheckId} = ${recheck.id} and ${booking.endedAt} is null)`,
        sql`not exists (select 1 from recheck e where e.job_id = ${recheck.jobId} and e.revision = ${recheck.revision} and e.done_at is null and (e.due_to, e.seq) < (${recheck.dueTo}, ${recheck.seq}))`,
      ),
    )
    .orderBy(asc(recheck.dueTo), asc(recheck.id))
    .limit(most);

/** A link of a chain with when its job was signed; null where there is none, or it is of a record that was corrected since. */
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
    .set({ outcome, doneBy: by, doneAt: at, ...(reason === undefined ? {} : { reason }) })
    .where(eq(recheck.id, id));
}

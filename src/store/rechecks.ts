import { and, asc, eq, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { RecheckLink } from '@/core/procedure/rechecks';
import type { Executor } from './connection';
import { type RecheckRow, recheck } from './recordSchema';
import { job, vehicle } from './schema';

/** The chain of a job's revision, in order. */
export const rechecksOf = (db: Executor, jobId: string, revision: number): Promise<RecheckRow[]> =>
  db
    .select()
    .from(recheck)
    .where(and(eq(recheck.jobId, jobId), eq(recheck.revision, revision)))
    .orderBy(asc(recheck.seq));

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

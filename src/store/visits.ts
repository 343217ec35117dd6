import { asc, eq } from 'drizzle-orm';
import type { Executor } from './connection';
import { among } from './find';
import { JOB_BRIEF, type JobBrief } from './jobBrief';
import { type JobRow, job, visit } from './schema';

/** The axles of a visit, front first. */
export const jobsOfVisit = (db: Executor, visitId: string): Promise<JobRow[]> =>
  db.select().from(job).where(eq(job.visitId, visitId)).orderBy(asc(job.axle));

/** The visit of a job; null where there is no such job. */
export async function visitOf(db: Executor, jobId: string): Promise<string | null> {
  const [row] = await db.select({ visitId: job.visitId }).from(job).where(eq(job.id, jobId));
  return row?.visitId ?? null;
}

/** Writes down what the odometer showed as the car came; null takes it back. */
export async function setMileage(tx: Executor, visitId: string, mileageKm: number | null): Promise<void> {
  await tx.update(visit).set({ mileageKm }).where(eq(visit.id, visitId));
}

/** The axles of some visits, front first. */
export const jobsOfVisits = (db: Executor, visitIds: readonly string[]): Promise<JobBrief[]> =>
  visitIds.length === 0
    ? Promise.resolve([])
    : db.select(JOB_BRIEF).from(job).where(among(job.visitId, visitIds)).orderBy(asc(job.axle));

import { desc, eq } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Executor } from './connection';
import { event } from './schema';

export interface EventInput {
  readonly jobId?: string;
  readonly vehicleId?: string;
  readonly kind: string;
  readonly detail: Record<string, unknown>;
  readonly by: string;
  readonly at: Date;
}

/** Appends to the audit trail, inside the transaction of what it tells. */
export async function recordEvent(tx: Executor, e: EventInput): Promise<void> {
  await tx.insert(event).values({ ...e, id: newId(), jobId: e.jobId ?? null, vehicleId: e.vehicleId ?? null });
}

/** Audit trail of a job, newest first. */
export async function eventsOfJob(db: Executor, jobId: string): Promise<(typeof event.$inferSelect)[]> {
  return db.select().from(event).where(eq(event.jobId, jobId)).orderBy(desc(event.at));
}

/**
 * When the latest thing was noted; null in a new folder. Ids begin with their time, so that the last id is the latest.
 */
export async function latestEvent(db: Executor): Promise<Date | null> {
  const [row] = await db.select({ at: event.at }).from(event).orderBy(desc(event.id)).limit(1);
  return row?.at ?? null;
}

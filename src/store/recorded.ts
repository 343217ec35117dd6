import { and, eq, isNull } from 'drizzle-orm';
import type { Db } from './connection';
import { chalkTest, job, jobStep, plan, reading, torqueEntry } from './schema';

/**
 * What the store has of what a record was made from: its plan, and the torque entries and ticks of the plan they were
 * logged under.
 */
export async function storedUnder(db: Db, planId: string, logId: string) {
  const [document] = await db.select().from(plan).where(eq(plan.id, planId));
  const log = await db.select().from(torqueEntry).where(eq(torqueEntry.planId, logId));
  const ticks = await db
    .select()
    .from(jobStep)
    .where(and(eq(jobStep.planId, logId), isNull(jobStep.withdrawnAt)));
  return { document, log, ticks };
}

/** Readings and chalk tests of a job by their ids, withdrawn ones too. */
export async function storedFigures(db: Db, jobId: string) {
  const readings = await db.select().from(reading).where(eq(reading.jobId, jobId));
  const chalk = await db.select().from(chalkTest).where(eq(chalkTest.jobId, jobId));
  return { readings: new Map(readings.map((r) => [r.id, r])), chalk: new Map(chalk.map((c) => [c.id, c])) };
}

/** Who signed a job and when, as it stands. */
export async function signatureOnJob(db: Db, jobId: string) {
  const [row] = await db.select({ signedBy: job.signedBy, signedAt: job.signedAt }).from(job).where(eq(job.id, jobId));
  return row ?? null;
}

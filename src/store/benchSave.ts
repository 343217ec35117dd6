import { and, eq } from 'drizzle-orm';
import type { Executor } from './connection';
import { benchSave } from './onceSchema';

/** Notes that a bench kept the choice of a job, and which version that made. */
export async function noteBench(tx: Executor, jobId: string, bench: string, version: number): Promise<void> {
  await tx
    .insert(benchSave)
    .values({ jobId, bench, version })
    .onConflictDoUpdate({ target: benchSave.jobId, set: { bench, version } });
}

/** Whether a job stands as this very bench left it. */
export async function leftByBench(tx: Executor, jobId: string, bench: string, version: number): Promise<boolean> {
  const [last] = await tx
    .select({ version: benchSave.version })
    .from(benchSave)
    .where(and(eq(benchSave.jobId, jobId), eq(benchSave.bench, bench)));
  return last?.version === version;
}

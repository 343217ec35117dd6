import { and, asc, eq, isNull } from 'drizzle-orm';
import { upgradeChoice } from '@/core/document/upgrade';
import type { BayEntry } from '@/core/procedure/bay';
import { bayLog } from './bay';
import type { Executor } from './connection';
import { NotFoundError } from './errors';
import { currentPlan, type PlanInForce } from './plans';
import { type JobRow, job, jobStep, type TorqueEntryRow, torqueEntry } from './schema';

/** Where a job stands, and nothing else of it: enough to refuse most of what may not be. @throws NotFoundError */
export async function jobHead(
  db: Executor,
  id: string,
): Promise<Pick<JobRow, 'stage' | 'held' | 'heldWhy' | 'version'>> {
  const [head] = await db
    .select({ stage: job.stage, held: job.held, heldWhy: job.heldWhy, version: job.version })
    .from(job)
    .where(eq(job.id, id));
  if (!head) throw new NotFoundError('This job');
  return head;
}

/** What the work at the car stands on: the plan in force, its ticks, torque and notes. */
export interface WorkWhole {
  readonly job: JobRow;
  /** The frozen plan in force, if one was chosen. */
  readonly plan: PlanInForce | null;
  /** Steps ticked under that plan, by key. */
  readonly ticked: ReadonlyMap<string, { readonly by: string; readonly at: Date }>;
  /** Torque log under that plan, in order. */
  readonly torque: readonly TorqueEntryRow[];
  /** What happened at the car under that plan, in order. */
  readonly bay: readonly BayEntry[];
}

/** A job as far as the work at the car asks of it, in a third of the reads. @throws NotFoundError */
export async function loadWork(db: Executor, id: string): Promise<WorkWhole> {
  const [row] = await db.select().from(job).where(eq(job.id, id));
  if (!row) throw new NotFoundError('This job');
  return { job: presentDraft(row), ...(await workOf(db, id)) };
}

export async function workOf(db: Executor, id: string): Promise<Omit<WorkWhole, 'job'>> {
  const frozen = await currentPlan(db, id);
  if (frozen === null) return { plan: null, ticked: new Map(), torque: [], bay: [] };
  const ticks = await db
    .select()
    .from(jobStep)
    .where(and(eq(jobStep.planId, frozen.log), isNull(jobStep.withdrawnAt)));
  return {
    plan: frozen,
    ticked: new Map(ticks.map((t) => [t.key, { by: t.by, at: t.at }])),
    torque: await torqueLog(db, frozen.log),
    bay: await bayLog(db, frozen.log),
  };
}

/** What stood on the bench of an earlier release lacks what was added since. */
export const presentDraft = (row: JobRow): JobRow => ({
  ...row,
  draft: row.draft && upgradeChoice(row.draft),
  planB: row.planB && { ...row.planB, choice: upgradeChoice(row.planB.choice) },
});

/** Torque entries of a plan, corner by corner in order. */
export async function torqueLog(db: Executor, planId: string): Promise<TorqueEntryRow[]> {
  return db
    .select()
    .from(torqueEntry)
    .where(eq(torqueEntry.planId, planId))
    .orderBy(asc(torqueEntry.corner), asc(torqueEntry.seq));
}

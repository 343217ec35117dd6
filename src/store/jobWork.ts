import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import type { Plan } from '@/core/document/document';
import { upgradeChoice } from '@/core/document/upgrade';
import { bayLog, type StoredBayEntry } from './bay';
import type { Executor } from './connection';
import { NotFoundError } from './errors';
import { currentPlan, type PlanInForce, storedPlan } from './plans';
import { type JobRow, job, jobStep, plan, type TorqueEntryRow, torqueEntry } from './schema';

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

/** Steps of a job are those of its plan. */
export interface CardPlan {
  readonly job: Pick<JobRow, 'id' | 'signedAt'>;
  /** The frozen plan in force, if one was chosen. */
  readonly plan: Pick<PlanInForce, 'document' | 'steps' | 'log'> | null;
}

/** What a step of the card waits for: the plan in force, and what was said at the car. */
export interface CardWhole extends CardPlan {
  /** What happened at the car under that plan, in order. */
  readonly bay: readonly StoredBayEntry[];
}

/** What the work at the car stands on: the card, its ticks, and its torque. */
export interface WorkWhole extends CardWhole {
  readonly job: JobRow;
  readonly plan: PlanInForce | null;
  /** Steps ticked under that plan, by key. */
  readonly ticked: ReadonlyMap<string, { readonly by: string; readonly personId: string | null; readonly at: Date }>;
  /** Torque log under that plan, in order. */
  readonly torque: readonly TorqueEntryRow[];
}

/** A job as far as its steps ask of it. @throws NotFoundError */
export async function loadCard(db: Executor, id: string): Promise<CardPlan> {
  const [found] = await db
    .select({ signedAt: job.signedAt, planId: plan.id, logOf: plan.logOf, document: plan.document, steps: plan.steps })
    .from(job)
    .leftJoin(plan, and(eq(plan.jobId, job.id), isNull(plan.supersededAt)))
    .where(eq(job.id, id))
    .orderBy(desc(plan.id))
    .limit(1);
  if (!found) throw new NotFoundError('This job');
  const { signedAt, planId, logOf, document, steps } = found;
  if (planId === null || document === null) return { job: { id, signedAt }, plan: null };
  let read: Plan | null = null;
  const inForce = {
    steps,
    log: logOf ?? planId,
    // Read only where somebody looks: what is not among its steps is refused without it.
    get document(): Plan {
      read ??= storedPlan(document);
      return read;
    },
  };
  return { job: { id, signedAt }, plan: inForce };
}

export async function workOf(db: Executor, id: string): Promise<Omit<WorkWhole, 'job'>> {
  const frozen = await currentPlan(db, id);
  if (frozen === null) return { plan: null, ticked: new Map(), torque: [], bay: [] };
  return {
    plan: frozen,
    ticked: await ticksUnder(db, frozen.log),
    torque: await torqueLog(db, frozen.log),
    bay: await bayLog(db, frozen.log),
  };
}

/** Steps that are ticked under a plan, by key. */
export async function ticksUnder(db: Executor, planId: string): Promise<WorkWhole['ticked']> {
  const ticks = await db
    .select({ key: jobStep.key, by: jobStep.by, personId: jobStep.personId, at: jobStep.at })
    .from(jobStep)
    .where(and(eq(jobStep.planId, planId), isNull(jobStep.withdrawnAt)));
  return new Map(ticks.map((t) => [t.key, { by: t.by, personId: t.personId, at: t.at }]));
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

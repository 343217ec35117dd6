import { and, desc, eq, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { digestOf } from '@/core/document/digest';
import { type Plan, readPlan } from '@/core/document/document';
import { keepEvaluation } from '@/core/evaluate/kept';
import { keepSteps } from '@/core/procedure/keep';
import type { KeptSteps } from '@/core/procedure/step';
import { asKept } from '@/core/procedure/workOrder';
import type { Db, Executor } from './connection';
import { RefusedError } from './errors';
import { recordEvent } from './events';
import { type PlanRow, plan } from './schema';

/** The plan in force. Its document is in the present format; the digest is over the one that is stored. */
export interface PlanInForce extends PlanRow {
  /** The stored document is the one that was frozen. */
  readonly intact: boolean;
  /** The plan under which ticks and torque are kept. */
  readonly log: string;
}

/** The plan of a job that counts now; null where none was chosen. */
export async function currentPlan(db: Executor, jobId: string): Promise<PlanInForce | null> {
  const [row] = await db
    .select()
    .from(plan)
    .where(and(eq(plan.jobId, jobId), isNull(plan.supersededAt)))
    .orderBy(desc(plan.id))
    .limit(1);
  return row
    ? {
        ...row,
        document: storedPlan(row.document),
        intact: digestOf(row.document) === row.digest,
        log: row.logOf ?? row.id,
      }
    : null;
}

/**
 * A stored document in the present shape: what was added since is unknown in it. The first release already wrote
 * the present version's name on the shape that is upgraded from here as the one before.
 */
export function storedPlan(document: unknown): Plan {
  const read = tryRead(document);
  if (read === null) throw new RefusedError('The plan of this job was written by a release that this one cannot read.');
  return read;
}

function tryRead(document: unknown): Plan | null {
  for (const candidate of [document, { ...(document as Plan), format: 'vectis-plan/0' }]) {
    const read = readPlan(candidate);
    if ('plan' in read) return read.plan;
  }
  return null;
}

/**
 * Freezes a plan as the one in force, with what the rules find in it and its lists; an earlier one is kept as
 * superseded. In the transaction of the caller.
 * @param logOf the plan under which ticks and torque go on; left out, this one begins its own
 * @returns its id
 */
export async function freezePlan(
  tx: Executor,
  jobId: string,
  document: Plan,
  by: string,
  at: Date,
  logOf: string | null = null,
): Promise<string> {
  const id = newId();
  await tx
    .update(plan)
    .set({ supersededAt: at })
    .where(and(eq(plan.jobId, jobId), isNull(plan.supersededAt)));
  await tx.insert(plan).values({
    id,
    jobId,
    document,
    digest: digestOf(document),
    policyVersion: document.policy.version,
    evaluation: keepEvaluation(document),
    steps: stepsGoOn(logOf === null ? null : ((await stepsUnder(tx, logOf)) ?? null), document),
    judgedAt: at,
    logOf,
    frozenAt: at,
    frozenBy: by,
  });
  await recordEvent(tx, { jobId, kind: 'plan.frozen', detail: { planId: id, logOf }, by, at });
  return id;
}

/**
 * Lists of a plan: where ticks go on under an earlier one, that one’s lists, so that a card that was begun is the card
 * that is ended.
 */
function stepsGoOn(kept: KeptSteps | null, document: Plan): KeptSteps {
  const today = keepSteps(document);
  return { stage: [...asKept(kept?.stage, today.stage)], fit: [...asKept(kept?.fit, today.fit)] };
}

async function stepsUnder(tx: Executor, planId: string): Promise<KeptSteps | null> {
  const [row] = await tx.select({ steps: plan.steps }).from(plan).where(eq(plan.id, planId));
  return row?.steps ?? null;
}

/** Keeps what the rules find in the plan in force now, with its lists: what a record is signed with. */
export async function keepJudgement(tx: Executor, inForce: PlanInForce, at: Date): Promise<void> {
  await tx
    .update(plan)
    .set({
      evaluation: keepEvaluation(inForce.document),
      steps: stepsGoOn(inForce.steps, inForce.document),
      judgedAt: at,
    })
    .where(eq(plan.id, inForce.id));
}

/**
 * Plans of a release that did not keep what it found yet are judged once, by today's rules, when the folder is opened.
 * What cannot be read is left alone: its page says so.
 * @returns how many were judged
 */
export async function judgeOldPlans(db: Db, at: Date): Promise<number> {
  const rows = await db.select({ id: plan.id, document: plan.document }).from(plan).where(isNull(plan.evaluation));
  let judged = 0;
  for (const { id, document } of rows) {
    const read = tryRead(document);
    if (read === null) continue;
    await db
      .update(plan)
      .set({ evaluation: keepEvaluation(read), steps: keepSteps(read), judgedAt: at })
      .where(eq(plan.id, id));
    judged += 1;
  }
  return judged;
}

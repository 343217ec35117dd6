import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { type Plan, readPlan } from '@/core/plan/document';
import { upgradeChoice } from '@/core/plan/upgrade';
import type { Db, Executor } from './connection';
import { ChangedMeanwhileError, NotFoundError, RefusedError } from './errors';
import { recordEvent } from './events';
import {
  type ChalkTestRow, type ChoiceDraft, chalkTest, type JobRow, job, jobStep, type PlanRow, plan, type ReadingRow, reading, type Stage, torqueEntry,
  type TorqueEntryRow, vehicle,
} from './schema';
import { loadVehicle, type VehicleWhole } from './vehicles';

export type JobInput = Pick<JobRow, 'vehicleId' | 'wheelSetId' | 'axle' | 'wish' | 'use'> & Partial<Pick<JobRow, 'visitId'>>;
export type ReadingInput = Pick<ReadingRow, 'quantity' | 'corner' | 'value' | 'unit' | 'typed' | 'pm' | 'method'> & Partial<Pick<ReadingRow, 'hour'>>;

export interface JobWhole extends VehicleWhole {
  readonly job: JobRow;
  /** In the order taken; withdrawn ones are left out. */
  readonly readings: readonly ReadingRow[];
  /** Chalk tests in the order they were made; withdrawn ones are left out. */
  readonly chalk: readonly ChalkTestRow[];
  /** The job on the other axle in the same visit, if there is one. */
  readonly partner: JobRow | null;
  /** The frozen plan in force, if one was chosen. */
  readonly plan: PlanRow | null;
  /** Steps ticked under that plan, by key. */
  readonly ticked: ReadonlyMap<string, { by: string; at: Date }>;
  /** Torque log under that plan, in order. */
  readonly torque: readonly TorqueEntryRow[];
}

export interface JobLine {
  readonly job: JobRow;
  readonly vehicleName: string;
  readonly plate: string;
}

/** Opens a job at its first stage; without a visit of its own it begins one. @returns its id */
export async function addJob(db: Db, input: JobInput, by: string, at: Date): Promise<string> {
  const id = newId();
  await db.transaction(async (tx) => {
    await tx.insert(job).values({ visitId: id, ...input, id, stage: 'take-in', createdAt: at, updatedAt: at });
    await recordEvent(tx, { jobId: id, vehicleId: input.vehicleId, kind: 'job.opened', detail: { ...input }, by, at });
  });
  return id;
}

/** Every job with its vehicle's name, newest change first. */
export async function listJobs(db: Executor, vehicleId?: string): Promise<JobLine[]> {
  const query = db
    .select({ job, vehicleName: vehicle.name, plate: vehicle.plate })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .orderBy(desc(job.updatedAt));
  return vehicleId ? query.where(eq(job.vehicleId, vehicleId)) : query;
}

/** A job with all that belongs to it. @throws NotFoundError */
export async function loadJob(db: Executor, id: string): Promise<JobWhole> {
  const [row] = await db.select().from(job).where(eq(job.id, id));
  if (!row) throw new NotFoundError('This job');
  return withJob(db, await loadVehicle(db, row.vehicleId), row);
}

/** The job on the other axle of the same visit, on the vehicle that was loaded already; null where there is none. */
export const loadPartner = async (db: Executor, whole: JobWhole): Promise<JobWhole | null> => (whole.partner ? withJob(db, whole, whole.partner) : null);

async function withJob(db: Executor, of: VehicleWhole, row: JobRow): Promise<JobWhole> {
  const { vehicle: car, hubs, wheelSets, wheels } = of;
  const { id } = row;
  const readings = await db
    .select()
    .from(reading)
    .where(and(eq(reading.jobId, id), isNull(reading.withdrawnAt)))
    .orderBy(asc(reading.id));
  const chalk = await db
    .select()
    .from(chalkTest)
    .where(and(eq(chalkTest.jobId, id), isNull(chalkTest.withdrawnAt)))
    .orderBy(asc(chalkTest.id));
  const partners = await db.select().from(job).where(and(eq(job.visitId, row.visitId), ne(job.axle, row.axle)));
  const frozen = await currentPlan(db, id);
  const ticks = frozen
    ? await db.select().from(jobStep).where(and(eq(jobStep.planId, frozen.id), isNull(jobStep.withdrawnAt)))
    : [];
  const torque = frozen ? await torqueLog(db, frozen.id) : [];
  return { vehicle: car, hubs, wheelSets, wheels, job: presentDraft(row), readings, chalk, partner: partners[0] ?? null, plan: frozen, ticked: new Map(ticks.map((t) => [t.key, { by: t.by, at: t.at }])), torque };
}

/** What stood on the bench of an earlier release lacks what was added since. */
const presentDraft = (row: JobRow): JobRow => (row.draft ? { ...row, draft: upgradeChoice(row.draft) } : row);

async function currentPlan(db: Executor, jobId: string): Promise<PlanRow | null> {
  const [row] = await db
    .select()
    .from(plan)
    .where(and(eq(plan.jobId, jobId), isNull(plan.supersededAt)))
    .orderBy(desc(plan.id))
    .limit(1);
  return row ? { ...row, document: storedPlan(row.document) } : null;
}

/**
 * A stored document in the present shape: what was added since is unknown in it. The first release already wrote
 * the present version's name on the shape that is upgraded from here as the one before.
 */
export function storedPlan(document: unknown): Plan {
  for (const candidate of [document, { ...(document as Plan), format: 'vectis-plan/0' }]) {
    const read = readPlan(candidate);
    if ('plan' in read) return read.plan;
  }
  throw new RefusedError('The plan of this job was written by a release that this one cannot read.');
}

/** Torque entries of a plan, corner by corner in order. */
export async function torqueLog(db: Executor, planId: string): Promise<TorqueEntryRow[]> {
  return db.select().from(torqueEntry).where(eq(torqueEntry.planId, planId)).orderBy(asc(torqueEntry.corner), asc(torqueEntry.seq));
}

/** Keeps a reading. @returns its id */
export async function addReading(db: Db, jobId: string, input: ReadingInput, by: string, at: Date): Promise<string> {
  const id = newId();
  await onJob(db, { jobId, kind: 'reading.taken', detail: { ...input }, by, at }, (tx) => tx.insert(reading).values({ ...input, id, jobId, by, at }));
  return id;
}

/** Withdraws a reading; the row stays, the one before it counts again. */
export async function withdrawReading(db: Db, jobId: string, id: string, by: string, at: Date): Promise<void> {
  await onJob(db, { jobId, kind: 'reading.withdrawn', detail: { id }, by, at }, (tx) => tx.update(reading).set({ withdrawnAt: at }).where(and(eq(reading.id, id), eq(reading.jobId, jobId))));
}

export type ChalkInput = Pick<ChalkTestRow, 'corner' | 'trialMm' | 'load' | 'hours'>;

/** Keeps a chalk test. @returns its id */
export async function addChalkTest(db: Db, jobId: string, input: ChalkInput, by: string, at: Date): Promise<string> {
  const id = newId();
  await onJob(db, { jobId, kind: 'chalk.tested', detail: { ...input }, by, at }, (tx) => tx.insert(chalkTest).values({ ...input, id, jobId, by, at }));
  return id;
}

/** Withdraws a chalk test; the row stays. */
export async function withdrawChalkTest(db: Db, jobId: string, id: string, by: string, at: Date): Promise<void> {
  await onJob(db, { jobId, kind: 'chalk.withdrawn', detail: { id }, by, at }, (tx) => tx.update(chalkTest).set({ withdrawnAt: at }).where(and(eq(chalkTest.id, id), eq(chalkTest.jobId, jobId))));
}

/** Saves what stands on the bench, unless another screen saved first. @returns the new version @throws ChangedMeanwhileError */
export async function saveDraft(db: Db, jobId: string, version: number, draft: ChoiceDraft, at: Date): Promise<number> {
  const saved = await db
    .update(job)
    .set({ draft, updatedAt: at, version: version + 1 })
    .where(and(eq(job.id, jobId), eq(job.version, version)))
    .returning({ version: job.version });
  if (!saved[0]) throw new ChangedMeanwhileError('The choice on this job');
  return saved[0].version;
}

/** Moves a job to a stage. */
export async function moveJob(db: Db, jobId: string, stage: Stage, by: string, at: Date, more: Partial<JobRow> = {}): Promise<void> {
  await db.transaction(async (tx) => {
    await setStage(tx, jobId, stage, by, at, more);
  });
}

/** The same inside a transaction of the caller's. */
export async function setStage(tx: Executor, jobId: string, stage: Stage, by: string, at: Date, more: Partial<JobRow> = {}): Promise<void> {
  await tx.update(job).set({ ...more, stage, updatedAt: at, version: sql`${job.version} + 1` }).where(eq(job.id, jobId));
  await recordEvent(tx, { jobId, kind: 'job.stage', detail: { stage }, by, at });
}

/** Freezes a plan as the one in force; an earlier one is kept as superseded. */
export async function freezePlan(db: Db, jobId: string, document: Plan, digest: string, by: string, at: Date): Promise<string> {
  const id = newId();
  await db.transaction(async (tx) => {
    await tx.update(plan).set({ supersededAt: at }).where(and(eq(plan.jobId, jobId), isNull(plan.supersededAt)));
    await tx.insert(plan).values({ id, jobId, document, digest, policyVersion: document.policy.version, frozenAt: at, frozenBy: by });
    await setStage(tx, jobId, 'stage', by, at, { signedAt: null, signedBy: null, recheckDueAt: null });
  });
  return id;
}

/** Ticks or unticks a step under a plan. */
export async function tickStep(db: Db, jobId: string, planId: string, key: string, on: boolean, by: string, at: Date): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(jobStep).set({ withdrawnAt: at }).where(and(eq(jobStep.planId, planId), eq(jobStep.key, key), isNull(jobStep.withdrawnAt)));
    if (on) await tx.insert(jobStep).values({ id: newId(), jobId, planId, key, by, at });
    await touch(tx, jobId, at);
  });
}

/** A change under a job: all of it or nothing, the job's time moved on and the event recorded. */
async function onJob(db: Db, event: Parameters<typeof recordEvent>[1] & { readonly jobId: string }, change: (tx: Executor) => PromiseLike<unknown>): Promise<void> {
  await db.transaction(async (tx) => {
    await change(tx);
    await touch(tx, event.jobId, event.at);
    await recordEvent(tx, event);
  });
}

async function touch(tx: Executor, jobId: string, at: Date): Promise<void> {
  await tx.update(job).set({ updatedAt: at }).where(eq(job.id, jobId));
}

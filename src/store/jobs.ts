import { and, asc, desc, eq, gt, isNull, ne, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { shareCorner } from '@/core/document/axles';
import type { Policy } from '@/core/document/policy';
import type { Executor } from './connection';
import { ChangedMeanwhileError, NotFoundError } from './errors';
import { recordEvent } from './events';
import { presentDraft, type WorkWhole, workOf } from './jobWork';
import { currentPolicy } from './policy';
import { rechecksOf } from './rechecks';
import type { RecheckRow } from './recordSchema';
import {
  type AxleHubRow,
  axleHub,
  type ChalkTestRow,
  type ChoiceDraft,
  chalkTest,
  event,
  type JobRow,
  job,
  jobStep,
  type ReadingRow,
  reading,
  type Stage,
  type VisitRow,
  visit,
  wheelSet,
} from './schema';
import { loadVehicle, type VehicleWhole } from './vehicles';
import { wheelsOf } from './wheels';

export type JobInput = Pick<JobRow, 'vehicleId' | 'wheelSetId' | 'axle' | 'wish' | 'use'> &
  Partial<Pick<JobRow, 'visitId' | 'axleHubId'>>;
export type ReadingInput = Pick<ReadingRow, 'quantity' | 'corner' | 'value' | 'unit' | 'typed' | 'pm' | 'method'> &
  Partial<Pick<ReadingRow, 'hour' | 'onPlateMm' | 'onWheelSetId' | 'trialPart' | 'confirms'>>;

export interface JobWhole extends VehicleWhole, WorkWhole {
  /** In the order taken; withdrawn ones are left out. */
  readonly readings: readonly ReadingRow[];
  /** Chalk tests in the order they were made; withdrawn ones are left out. */
  readonly chalk: readonly ChalkTestRow[];
  /** Thresholds and schools that the shop judges by today; a frozen plan keeps its own. */
  readonly policy: Policy;
  /** The visit that it is an axle of. */
  readonly visit: VisitRow;
  /** The other jobs of the same visit, in order: the other axle, or sides of an axle that are held differently. */
  readonly others: readonly JobRow[];
  /** Rechecks of the revision that was signed last, in order. */
  readonly rechecks: readonly RecheckRow[];
}

/**
 * Opens a job at its first stage, in the transaction of the caller; without a visit of its own it begins one. @returns
 * its id
 */
export async function addJob(tx: Executor, input: JobInput, by: string, at: Date): Promise<string> {
  const id = newId();
  const visitId = input.visitId ?? id;
  await tx.insert(visit).values({ id: visitId, vehicleId: input.vehicleId, openedAt: at }).onConflictDoNothing();
  await tx.insert(job).values({ ...input, visitId, id, stage: 'take-in', createdAt: at, updatedAt: at });
  await recordEvent(tx, { jobId: id, vehicleId: input.vehicleId, kind: 'job.opened', detail: { ...input }, by, at });
  return id;
}

/** As long as a second press of the same button is taken for the first, ms. */
const PRESSED_TWICE = 10_000;

/**
 * The very same job, if the same person opened it a moment ago and nobody went on with it: a second press opens no
 * second one.
 */
export async function justOpened(
  tx: Executor,
  { vehicleId, wheelSetId, axle, wish, use }: Pick<JobInput, 'vehicleId' | 'wheelSetId' | 'axle' | 'wish' | 'use'>,
  by: string,
  at: Date,
): Promise<JobRow | null> {
  const [row] = await tx
    .select({ job })
    .from(event)
    .innerJoin(job, eq(event.jobId, job.id))
    .where(
      and(
        eq(event.vehicleId, vehicleId),
        eq(event.kind, 'job.opened'),
        eq(event.by, by),
        gt(event.at, new Date(at.getTime() - PRESSED_TWICE)),
        eq(job.wheelSetId, wheelSetId),
        eq(job.axle, axle),
        eq(job.wish, wish),
        eq(job.use, use),
        eq(job.stage, 'take-in'),
      ),
    )
    .orderBy(desc(event.at))
    .limit(1);
  return row?.job ?? null;
}

/** A job with all that belongs to it. @throws NotFoundError */
export async function loadJob(db: Executor, id: string): Promise<JobWhole> {
  const [row] = await db.select().from(job).where(eq(job.id, id));
  if (!row) throw new NotFoundError('This job');
  return withJob(db, await loadVehicle(db, row.vehicleId), row);
}

/** The other jobs of the same visit, on the vehicle that was loaded already. */
export const loadOthers = (db: Executor, whole: JobWhole): Promise<JobWhole[]> =>
  Promise.all(whole.others.map((row) => withJob(db, whole, row)));

async function withJob(db: Executor, of: VehicleWhole, row: JobRow): Promise<JobWhole> {
  const { id } = row;
  const { vehicle: car, hubs, wheelSets, wheels } = await asFound(db, of, row);
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
  const came = await db
    .select({ visit, other: job })
    .from(visit)
    .leftJoin(job, and(eq(job.visitId, visit.id), ne(job.id, row.id)))
    .where(eq(visit.id, row.visitId))
    .orderBy(asc(job.axle));
  const policy = await currentPolicy(db);
  return {
    vehicle: car,
    hubs,
    wheelSets,
    wheels,
    job: presentDraft(row),
    readings,
    chalk,
    // The database lets no job be without its visit.
    visit: (came[0] as NonNullable<(typeof came)[0]>).visit,
    others: came.flatMap((c) => c.other ?? []),
    policy,
    rechecks: row.signedAt === null ? [] : await rechecksOf(db, id, row.revision),
    ...(await workOf(db, id)),
  };
}

/** The hub that a job stands on beside those of the car today: what is on its corners today is not what it found. */
const withOwnHub = (hubs: readonly AxleHubRow[], own: AxleHubRow): AxleHubRow[] => [
  ...hubs.filter((h) => !shareCorner(h.axle, own.axle)),
  own,
];

/** The car as the job found it: its own hub where that was changed since, and its wheels where they were put away. */
async function asFound(db: Executor, of: VehicleWhole, row: JobRow): Promise<VehicleWhole> {
  let { hubs, wheelSets, wheels } = of;
  if (row.axleHubId !== null && !hubs.some((h) => h.id === row.axleHubId)) {
    const [own] = await db.select().from(axleHub).where(eq(axleHub.id, row.axleHubId));
    if (own) hubs = withOwnHub(hubs, own);
  }
  if (!wheelSets.some((w) => w.id === row.wheelSetId)) {
    const away = await db.select().from(wheelSet).where(eq(wheelSet.id, row.wheelSetId));
    wheelSets = [...wheelSets, ...away];
    wheels = [...wheels, ...(await wheelsOf(db, [row.wheelSetId]))];
  }
  return { ...of, hubs, wheelSets, wheels };
}

/** Keeps a reading, in the transaction of the caller. @returns its id */
export async function addReading(
  tx: Executor,
  jobId: string,
  input: ReadingInput,
  by: string,
  at: Date,
  id = newId(),
): Promise<string> {
  const added = await tx
    .insert(reading)
    .values({ ...input, id, jobId, by, at })
    .onConflictDoNothing({ target: reading.id })
    .returning({ id: reading.id });
  // One whose answer was lost is sent again, and is there already.
  if (!added[0]) return id;
  await noted(tx, { jobId, kind: 'reading.taken', detail: { ...input }, by, at });
  return id;
}

/**
 * Withdraws a reading; the row stays, the one before it counts again. @throws NotFoundError when it is no reading of
 * this job
 */
export async function withdrawReading(tx: Executor, jobId: string, id: string, by: string, at: Date): Promise<void> {
  const gone = await tx
    .update(reading)
    .set({ withdrawnAt: at })
    .where(and(eq(reading.id, id), eq(reading.jobId, jobId), isNull(reading.withdrawnAt)))
    .returning({ id: reading.id });
  if (!gone[0]) throw new NotFoundError('This reading');
  await noted(tx, { jobId, kind: 'reading.withdrawn', detail: { id }, by, at });
}

/** What a reading of a job measures; null where there is none. */
export async function quantityOf(tx: Executor, jobId: string, id: string): Promise<string | null> {
  const [row] = await tx
    .select({ quantity: reading.quantity })
    .from(reading)
    .where(and(eq(reading.id, id), eq(reading.jobId, jobId)));
  return row?.quantity ?? null;
}

export type ChalkInput = Pick<ChalkTestRow, 'corner' | 'trialMm' | 'load' | 'across' | 'hours'> &
  Partial<Pick<ChalkTestRow, 'heldBy'>>;

/** Keeps a chalk test, in the transaction of the caller; the same one twice counts once. @returns its id */
export async function addChalkTest(
  tx: Executor,
  jobId: string,
  input: ChalkInput,
  by: string,
  at: Date,
  id = newId(),
): Promise<string> {
  const added = await tx
    .insert(chalkTest)
    .values({ ...input, id, jobId, by, at })
    .onConflictDoNothing({ target: chalkTest.id })
    .returning({ id: chalkTest.id });
  // One whose answer was lost is sent again, and is there already.
  if (added[0]) await noted(tx, { jobId, kind: 'chalk.tested', detail: { ...input }, by, at });
  return id;
}

/** Withdraws a chalk test; the row stays. @throws NotFoundError when it is none of this job */
export async function withdrawChalkTest(tx: Executor, jobId: string, id: string, by: string, at: Date): Promise<void> {
  const gone = await tx
    .update(chalkTest)
    .set({ withdrawnAt: at })
    .where(and(eq(chalkTest.id, id), eq(chalkTest.jobId, jobId), isNull(chalkTest.withdrawnAt)))
    .returning({ id: chalkTest.id });
  if (!gone[0]) throw new NotFoundError('This chalk test');
  await noted(tx, { jobId, kind: 'chalk.withdrawn', detail: { id }, by, at });
}

/**
 * Saves what stands on the bench, unless another screen saved first. @returns the new version @throws
 * ChangedMeanwhileError
 */
export async function saveDraft(
  tx: Executor,
  jobId: string,
  version: number,
  draft: ChoiceDraft,
  at: Date,
): Promise<number> {
  const saved = await tx
    .update(job)
    .set({ draft, updatedAt: at, version: version + 1 })
    .where(and(eq(job.id, jobId), eq(job.version, version)))
    .returning({ version: job.version });
  if (!saved[0]) throw new ChangedMeanwhileError('The choice on this job');
  return saved[0].version;
}

/** Sets a job's stage, in the transaction of the caller. Only `usecases/advance` decides which. */
export async function setStage(
  tx: Executor,
  jobId: string,
  stage: Stage,
  by: string,
  at: Date,
  more: Partial<JobRow> = {},
): Promise<void> {
  await tx
    .update(job)
    .set({ ...more, stage, updatedAt: at, version: sql`${job.version} + 1` })
    .where(eq(job.id, jobId));
  await recordEvent(tx, { jobId, kind: 'job.stage', detail: { stage }, by, at });
}

/** Ticks or unticks a step under a plan, in the transaction of the caller. */
export async function tickStep(
  tx: Executor,
  jobId: string,
  planId: string,
  key: string,
  on: boolean,
  by: string,
  at: Date,
): Promise<void> {
  await tx
    .update(jobStep)
    .set({ withdrawnAt: at })
    .where(and(eq(jobStep.planId, planId), eq(jobStep.key, key), isNull(jobStep.withdrawnAt)));
  if (on) await tx.insert(jobStep).values({ id: newId(), jobId, planId, key, by, at });
  await noted(tx, { jobId, kind: on ? 'step.ticked' : 'step.unticked', detail: { planId, key }, by, at });
}

/** A change under a job: its time moves on and the event is recorded. */
async function noted(
  tx: Executor,
  event: Parameters<typeof recordEvent>[1] & { readonly jobId: string },
): Promise<void> {
  await tx.update(job).set({ updatedAt: event.at }).where(eq(job.id, event.jobId));
  await recordEvent(tx, event);
}

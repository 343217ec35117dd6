import { and, eq, getTableColumns, inArray, isNull, or } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { createSchemaFactory } from 'drizzle-zod';
import { z } from 'zod';
import { digestOf } from '@/core/document/digest';
import { readPlan } from '@/core/document/document';
import { axleInSentence } from '@/core/document/labels';
import { ownFastenersSchema } from '@/core/document/ownFasteners';
import { presentQuantity } from '@/core/document/renamed';
import { firstBreak } from '@/core/torque/chain';
import type { VectisRecord } from '@/records/document';
import { readRecord } from '@/records/upgrade';
import type { Executor } from './connection';
import { NotFoundError, RefusedError } from './errors';
import { keyIdOf, signatureHolds } from './folder/signingKey';
import { keysById } from './keys';
import type { RecordRow } from './recordSchema';
import { sealOf } from './records';
import {
  axleHub,
  bayEntry,
  chalkTest,
  installationKey,
  job,
  jobStep,
  note,
  photo,
  plan,
  reading,
  recheck,
  record,
  torqueEntry,
  vehicle,
  visit,
  wheel,
  wheelReading,
  wheelSet,
} from './schema';
import { hashedBody } from './torque';

export const VISIT_FORMAT = 'vectis-visit/1';

/** Tables of a visit in the order in which they can be put in. */
const TABLES = {
  vehicle,
  hubs: axleHub,
  wheelSets: wheelSet,
  wheels: wheel,
  wheelReadings: wheelReading,
  visits: visit,
  jobs: job,
  readings: reading,
  chalkTests: chalkTest,
  plans: plan,
  steps: jobStep,
  torque: torqueEntry,
  bay: bayEntry,
  rechecks: recheck,
  keys: installationKey,
  records: record,
  notes: note,
  photos: photo,
} as const satisfies Record<string, PgTable>;
type Part = keyof typeof TABLES;
const PARTS = Object.keys(TABLES) as Part[];

/** Of the car only what is missing here goes in; it may be here already, and then ours stays. */
const OF_CAR: ReadonlySet<Part> = new Set<Part>(['vehicle', 'hubs', 'wheelSets', 'wheels', 'wheelReadings']);
/** What may be here already, and then ours stays as well. */
const MAY_BE_HERE: ReadonlySet<Part> = new Set<Part>([...OF_CAR, 'notes', 'photos', 'keys']);
/** Parts that files of earlier releases do not have. */
const LATER: ReadonlySet<Part> = new Set<Part>(['visits', 'keys']);

const { createInsertSchema } = createSchemaFactory({ coerce: { date: true } });
const MOST_ROWS = 20_000;

/**
 * A visit as a file: rows of each table, with times as ISO 8601 in UTC and lengths and torques in the unit of their
 * name.
 */
export const visitSchema = z.strictObject({
  format: z.literal(VISIT_FORMAT),
  ...(Object.fromEntries(
    PARTS.map((p) => {
      const rows = z.array(createInsertSchema(TABLES[p] as PgTable)).max(MOST_ROWS);
      return [p, LATER.has(p) ? rows.default([]) : rows];
    }),
  ) as unknown as { [P in Part]: z.ZodType<(typeof TABLES)[P]['$inferSelect'][]> }),
  /** Files of the photos by their SHA-256, base64. */
  files: z.record(z.string().regex(/^[0-9a-f]{64}$/), z.base64()).default({}),
});
export type VisitFile = z.infer<typeof visitSchema>;

const inEach = (rows: unknown, change: (row: Record<string, unknown>) => object): unknown =>
  Array.isArray(rows) ? rows.map((r: unknown) => (typeof r === 'object' && r !== null ? change({ ...r }) : r)) : rows;

/** A file of any release with the words of this one; what is no visit comes back as it was. */
export function presentVisit(json: unknown): unknown {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) return json;
  const file = json as Record<string, unknown>;
  return {
    ...file,
    ...(file.visits === undefined ? { visits: visitsOf(file.jobs) } : {}),
    jobs: inEach(file.jobs, presentCuts),
    hubs: inEach(file.hubs, (h) => (h.hardware === 'makers' ? { ...h, hardware: 'original' } : h)),
    readings: inEach(file.readings, (r) => ({ ...r, quantity: presentQuantity(String(r.quantity)) })),
  };
}

/** Earlier releases knew a visit by its jobs alone. */
function visitsOf(jobs: unknown): object[] {
  const rows = Array.isArray(jobs)
    ? jobs.filter((j): j is Record<string, unknown> => typeof j === 'object' && j !== null)
    : [];
  const opened = (id: unknown): unknown =>
    rows
      .filter((j) => j.visitId === id)
      .map((j) => j.createdAt)
      .sort()[0];
  return [...new Set(rows.map((j) => j.visitId))].map((id) => ({
    id,
    vehicleId: rows.find((j) => j.visitId === id)?.vehicleId,
    openedAt: opened(id),
    mileageKm: null,
  }));
}

/** Arch work was said of both corners at once. */
function presentCuts({ archDoneAt, archDoneBy, archNote, ...job }: Record<string, unknown>): Record<string, unknown> {
  if (archDoneAt == null) return job;
  const cut = { at: new Date(String(archDoneAt)).toISOString(), by: archDoneBy ?? '', note: archNote ?? '' };
  return { archCuts: { [`${job.axle}-left`]: cut, [`${job.axle}-right`]: cut }, ...job };
}

/**
 * JSON Schema (draft 2020-12) of a visit’s file; whether its rows belong to each other and hold is checked beyond it.
 */
export function visitJsonSchema(): Record<string, unknown> {
  const ofDate = (ctx: { zodSchema: z.core.$ZodTypes; jsonSchema: Record<string, unknown> }): void => {
    if (ctx.zodSchema._zod.def.type === 'date') Object.assign(ctx.jsonSchema, { type: 'string', format: 'date-time' });
  };
  return {
    ...z.toJSONSchema(visitSchema, { target: 'draft-2020-12', io: 'input', unrepresentable: 'any', override: ofDate }),
    $id: VISIT_FORMAT.replace('/', '-'),
    title: 'Vectis visit',
    description:
      'Rows of one visit to a workshop, by table: the car, its hubs and wheels, its axles with readings, frozen plans, ticks, torque, what happened at the car, sealed records and photos.',
  };
}

/** Every row that a visit’s record rests on. @throws NotFoundError */
export async function visitRows(db: Executor, jobId: string): Promise<Omit<VisitFile, 'files'>> {
  const [one] = await db.select().from(job).where(eq(job.id, jobId));
  if (!one) throw new NotFoundError('This job');
  const jobs = await db.select().from(job).where(eq(job.visitId, one.visitId));
  const ids = jobs.map((j) => j.id);
  const car = one.vehicleId;
  const wheelSets = await db.select().from(wheelSet).where(eq(wheelSet.vehicleId, car));
  const sets = wheelSets.map((s) => s.id);
  const wheels = sets.length === 0 ? [] : await db.select().from(wheel).where(inArray(wheel.wheelSetId, sets));
  const own = wheels.map((w) => w.id);
  const records = await db.select().from(record).where(inArray(record.jobId, ids));
  return {
    format: VISIT_FORMAT,
    vehicle: await db.select().from(vehicle).where(eq(vehicle.id, car)),
    hubs: await db.select().from(axleHub).where(eq(axleHub.vehicleId, car)),
    wheelSets,
    wheels,
    wheelReadings:
      own.length === 0 ? [] : await db.select().from(wheelReading).where(inArray(wheelReading.wheelId, own)),
    visits: await db.select().from(visit).where(eq(visit.id, one.visitId)),
    jobs,
    readings: await db.select().from(reading).where(inArray(reading.jobId, ids)),
    chalkTests: await db.select().from(chalkTest).where(inArray(chalkTest.jobId, ids)),
    plans: await db.select().from(plan).where(inArray(plan.jobId, ids)),
    steps: await db.select().from(jobStep).where(inArray(jobStep.jobId, ids)),
    torque: await db.select().from(torqueEntry).where(inArray(torqueEntry.jobId, ids)),
    bay: await db.select().from(bayEntry).where(inArray(bayEntry.jobId, ids)),
    rechecks: await db.select().from(recheck).where(inArray(recheck.jobId, ids)),
    keys: [...(await keysById(db, [...new Set(records.flatMap((r) => r.keyId ?? []))])).values()],
    records,
    notes: await db
      .select()
      .from(note)
      .where(and(eq(note.vehicleId, car), or(inArray(note.jobId, ids), isNull(note.jobId)))),
    photos: await db
      .select()
      .from(photo)
      .where(and(eq(photo.vehicleId, car), or(inArray(photo.jobId, ids), isNull(photo.jobId)))),
  };
}

/**
 * Puts a visit of another installation in: all of it or nothing, as it was there. Plans, torque chains and seals are
 * worked out again before anything is kept. Of a car that is here already ours stays as it is.
 * @returns id of a job of the visit @throws RefusedError where it is here already, was altered, or does not hang
 * together
 */
export async function putVisit(tx: Executor, read: Omit<VisitFile, 'files'>, at: Date): Promise<string> {
  sound(read);
  const file = asForeign(read, at);
  const ids = file.jobs.map((j) => j.id);
  const there = await tx
    .select({ id: job.id })
    .from(job)
    .where(or(inArray(job.id, ids), inArray(job.visitId, [...new Set(file.jobs.map((j) => j.visitId))])));
  if (there.length > 0) throw new RefusedError('This visit is here already. Nothing was changed.');
  for (const part of PARTS) {
    const rows = file[part] as Record<string, unknown>[];
    if (rows.length === 0) continue;
    const table = TABLES[part] as PgTable;
    const put = tx.insert(table).values(rows.map((r) => known(table, r)) as never);
    await (MAY_BE_HERE.has(part) ? put.onConflictDoNothing() : put);
  }
  return ids[0] as string;
}

/** A key that comes with a file is another workshop’s, whatever the file says; and its records were imported. */
const asForeign = (file: Omit<VisitFile, 'files'>, at: Date): Omit<VisitFile, 'files'> => ({
  ...file,
  keys: file.keys.map((k) => ({ ...k, own: false, addedAt: at })),
  records: file.records.map((r) => ({ ...r, importedAt: at })),
});

/** Only columns of the table: a later release may know more. */
const known = (table: PgTable, row: Record<string, unknown>): Record<string, unknown> => {
  const columns = getTableColumns(table);
  const ours = Object.entries(row).filter(([k]) => k in columns);
  // People of another workshop are on no list of ours.
  return Object.fromEntries(ours.map(([k, value]) => [k, k === 'personId' || k === 'donePersonId' ? null : value]));
};

const refused = (what: string): RefusedError => new RefusedError(`This visit was not read in: ${what}`);

/** Whether rows belong to each other, and to what was frozen, chained and sealed. @throws RefusedError */
function sound(f: Omit<VisitFile, 'files'>): void {
  belongs(f);
  for (const p of f.plans) {
    if (digestOf(p.document) !== p.digest) throw refused('a plan is not the one that was frozen.');
    const read = [p.document, { ...p.document, format: 'vectis-plan/0' }].some((d) => 'plan' in readPlan(d));
    if (!read) throw refused('a plan cannot be read by this release.');
  }
  chained(f);
  sealed(f);
  for (const one of f.jobs) if (one.signedAt !== null) signed(f, one);
}

/**
 * A signed job brings what its signature rests on: the record of it, and every torque entry and tick that the record
 * holds. What only says that it was signed is refused. @throws RefusedError
 */
function signed(f: Omit<VisitFile, 'files'>, one: (typeof f.jobs)[number]): void {
  const axle = `${axleInSentence(one.axle)} is signed`;
  const [last] = f.records.filter((r) => r.jobId === one.id).sort((a, b) => b.revision - a.revision);
  if (!last) throw refused(`${axle}, and its record is missing.`);
  if (last.signedBy !== one.signedBy || last.signedAt.getTime() !== one.signedAt?.getTime())
    throw refused(`${axle} by somebody else, or at another time, than its record says.`);
  const record = readable(last);
  const mileage = f.visits[0]?.mileageKm ?? null;
  if (record.visit !== null && record.visit.mileageKm !== mileage)
    throw refused(`${axle}, and its record says another mileage.`);
  const frozen = record.plan;
  if (frozen === null || !f.plans.some((p) => p.id === frozen.id && p.digest === frozen.digest))
    throw refused(`${axle}, and the plan of its record is missing.`);
  const lost = (rows: readonly { readonly hash: string }[], wanted: readonly { readonly hash: string }[]): boolean => {
    const there = new Set(rows.map((r) => r.hash));
    return wanted.length === 0 || wanted.some((w) => !there.has(w.hash));
  };
  if (
    lost(
      f.torque.filter((e) => e.jobId === one.id),
      record.torque,
    )
  )
    throw refused(`${axle}, and torque entries of its record are missing.`);
  const ticks = new Set(f.steps.filter((s) => s.jobId === one.id && s.withdrawnAt === null).map((s) => s.key));
  if (record.ticks.length === 0 || record.ticks.some(({ key }) => !ticks.has(key)))
    throw refused(`${axle}, and hold points of its record are missing.`);
}

function belongs(f: Omit<VisitFile, 'files'>): void {
  const [car] = f.vehicle;
  if (!car || f.vehicle.length !== 1) throw refused('it is of no car, or of more than one.');
  if (f.jobs.length === 0 || f.jobs.length > 2) throw refused('a visit has one or two axles.');
  const one = new Set(f.jobs.map((j) => j.visitId)).size === 1 && f.jobs.every((j) => j.vehicleId === car.id);
  const came = f.visits.length === 1 && f.visits.every((v) => v.id === f.jobs[0]?.visitId && v.vehicleId === car.id);
  if (!one || !came) throw refused('its axles are not of one visit.');
  const jobs = new Set(f.jobs.map((j) => j.id));
  const plans = new Set(f.plans.map((p) => p.id));
  const sets = new Set(f.wheelSets.map((s) => s.id));
  const { readings, chalkTests, steps, torque, bay, rechecks, records } = f;
  const ofJobs = [...readings, ...chalkTests, ...f.plans, ...steps, ...torque, ...bay, ...rechecks, ...records];
  if (ofJobs.some((r) => !jobs.has(r.jobId))) throw refused('a row belongs to a job that is not in it.');
  if ([...steps, ...torque, ...bay].some((r) => !plans.has(r.planId)))
    throw refused('a row belongs to a plan that is not in it.');
  if (f.jobs.some((j) => !sets.has(j.wheelSetId))) throw refused('its wheels are not in it.');
  if (f.wheelSets.some((s) => s.own != null && !ownFastenersSchema.safeParse(s.own).success))
    throw refused('the bolts or nuts of its wheels do not read.');
  if (readings.some((r) => r.onWheelSetId && !sets.has(r.onWheelSetId)))
    throw refused('a reading was taken on wheels that are not in it.');
}

function chained(f: Omit<VisitFile, 'files'>): void {
  const logs = new Set(f.torque.map((e) => `${e.planId}/${e.corner}`));
  for (const log of logs) {
    const rows = f.torque.filter((e) => `${e.planId}/${e.corner}` === log).sort((a, b) => a.seq - b.seq);
    if (firstBreak(rows, hashedBody) !== null)
      throw refused(`the ${rows[0]?.corner.replace('-', ' ')} torque log was altered.`);
  }
}

function sealed(f: Omit<VisitFile, 'files'>): void {
  for (const { id } of f.jobs) {
    let before: string | null = null;
    for (const r of f.records.filter((x) => x.jobId === id).sort((a, b) => a.revision - b.revision)) {
      if (sealOf(r, before) !== r.seal) throw refused(`the seal of revision ${r.revision} does not hold.`);
      before = r.seal;
      signedByKey(f, r);
    }
  }
}

/**
 * A signature is of its record and by the key that the record names; one that is missing is not read as none. @throws
 * RefusedError
 */
function signedByKey(f: Omit<VisitFile, 'files'>, r: (typeof f.records)[number]): void {
  const named = readable(r).installation;
  if (named === null && !r.keyId && !r.signature) return;
  const key = f.keys.find((k) => k.id === r.keyId);
  const ok =
    key !== undefined &&
    named?.keyId === key.id &&
    named.publicKey === key.publicKey &&
    keyIdOf(key.publicKey) === key.id &&
    signatureHolds(key.publicKey, r.seal, r.signature ?? '');
  if (!ok) throw refused(`the signature of revision ${r.revision} does not hold.`);
}

function readable(r: Pick<RecordRow, 'snapshot' | 'revision'>): VectisRecord {
  try {
    return readRecord(r.snapshot);
  } catch {
    throw refused(`revision ${r.revision} of a record cannot be read by this release.`);
  }
}

import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { and, asc, eq, isNotNull, sql } from 'drizzle-orm';
import stringify from 'fast-json-stable-stringify';
import { v7 as newId } from 'uuid';
import { recheckChain } from '@/core/procedure/rechecks';
import type { Plan } from '@/core/document/document';
import type { Db, Executor } from './connection';
import { type JobWhole, loadJob } from './jobs';
import { setRechecks } from './rechecks';
import { type Remarks, remarksOf } from './remarks';
import { type RecordRow, record } from './recordSchema';
import { event, job } from './schema';

/** Everything of a job as plain JSON: what a record shows. */
export function snapshotOf(whole: JobWhole): Record<string, unknown> {
  return JSON.parse(JSON.stringify({ ...whole, ticked: [...whole.ticked] }));
}

const DATE = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;
/** Keys whose texts are times. */
const TIMES = /(?:At|^at)$/;

function revived(value: unknown, key = ''): unknown {
  if (typeof value === 'string') return TIMES.test(key) && DATE.test(value) ? new Date(value) : value;
  if (Array.isArray(value)) return value.map((v) => revived(v));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, revived(v, k)]));
}

/** The job as it was when the record was signed. */
export function jobOf(row: RecordRow): JobWhole {
  const whole = revived(row.snapshot) as JobWhole & { ticked: [string, { by: string; at: Date }][] };
  // A record of an earlier release has no log of the bay.
  return {
    ...whole,
    bay: whole.bay ?? [],
    ticked: new Map(whole.ticked as unknown as [string, { by: string; at: Date }][]),
  };
}

/** Notes and photos as they were when the record was signed; a record of an earlier release has none. */
export const remarksIn = (row: RecordRow): Remarks =>
  (revived(row.snapshot) as { remarks?: Remarks }).remarks ?? { photos: [], notes: [] };

/** Seal of a record: over what it holds, who signed, when and why, and the revision before it. */
export function sealOf(r: Omit<RecordRow, 'id' | 'seal'>, before: string | null): string {
  const { jobId, revision, snapshot, reason, signedAt, signedBy } = r;
  const body = { jobId, revision, snapshot, reason, signedAt: signedAt.toISOString(), signedBy, before };
  return bytesToHex(sha256(utf8ToBytes(stringify(body))));
}

/** Records of a job, the first revision first. */
export const recordsOf = (db: Executor, jobId: string): Promise<RecordRow[]> =>
  db.select().from(record).where(eq(record.jobId, jobId)).orderBy(asc(record.revision));

/**
 * Keeps the record of a sign-off. A job that was opened again by its recheck and signed anew keeps what was signed first as well: each
 * sign-off is a revision of its own.
 * @param whole the job as it stands once signed
 */
export async function keepRecord(tx: Executor, whole: JobWhole, reason: string | null): Promise<void> {
  const { id: jobId, revision, signedAt, signedBy } = whole.job;
  if (signedAt === null || signedBy === null) return;
  const before = (await recordsOf(tx, jobId)).at(-1)?.seal ?? null;
  const remarks = JSON.parse(JSON.stringify(await remarksOf(tx, whole.vehicle.id, [jobId])));
  const body = { jobId, revision, snapshot: { ...snapshotOf(whole), remarks }, reason, signedAt, signedBy };
  await tx.insert(record).values({ ...body, id: newId(), seal: sealOf(body, before) });
}

/** Earlier releases set one recheck, a day after. */
const NEXT_DAY = 24 * 3600_000;

/** Jobs that an earlier release signed here get their record, as it stands when the folder is opened; an imported visit is not ours to seal. @returns how many */
export async function keepOldRecords(db: Db): Promise<number> {
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .where(
      and(
        isNotNull(job.signedAt),
        sql`not exists (select 1 from ${record} where ${record.jobId} = ${job.id})`,
        sql`not exists (select 1 from ${event} where ${event.kind} = 'visit.read-in' and ${event.detail}->>'visit' = ${job.visitId})`,
      ),
    );
  for (const { id } of rows) {
    const { job: row, rechecks } = await loadJob(db, id);
    if (row.stage === 'recheck' && rechecks.length === 0 && row.signedAt !== null)
      await setRechecks(db, id, row.revision, recheckChain(row.use as Plan['use'], NEXT_DAY), row.signedAt);
    await keepRecord(db, await loadJob(db, id), 'kept by a later release than the one that signed it');
  }
  return rows.length;
}

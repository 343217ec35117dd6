import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { and, asc, eq, isNotNull, sql } from 'drizzle-orm';
import stringify from 'fast-json-stable-stringify';
import { v7 as newId } from 'uuid';
import type { Plan } from '@/core/document/document';
import { recheckChain } from '@/core/procedure/rechecks';
import { recordSchema } from '@/records/document';
import type { Db, Executor } from './connection';
import type { Signer } from './folder/signingKey';
import { type JobWhole, loadJob } from './jobs';
import { setRechecks } from './rechecks';
import { recordOf } from './recordOf';
import { type RecordRow, record } from './recordSchema';
import { remarksOf } from './remarks';
import { event, job } from './schema';

/** Seal of a record: over what it holds, who signed, when and why, and the revision before it. */
export function sealOf(
  r: Pick<RecordRow, 'jobId' | 'revision' | 'snapshot' | 'reason' | 'signedAt' | 'signedBy'>,
  before: string | null,
): string {
  const { jobId, revision, snapshot, reason, signedAt, signedBy } = r;
  const body = { jobId, revision, snapshot, reason, signedAt: signedAt.toISOString(), signedBy, before };
  return bytesToHex(sha256(utf8ToBytes(stringify(body))));
}

/** Records of a job, the first revision first. */
export const recordsOf = (db: Executor, jobId: string): Promise<RecordRow[]> =>
  db.select().from(record).where(eq(record.jobId, jobId)).orderBy(asc(record.revision));

/**
 * Writes the record of a sign-off, sealed and signed. A job that was opened again by its recheck and signed anew keeps
 * what was signed first as well: each sign-off is a revision of its own.
 * @param whole the job as it stands once signed
 * @param signer the key of this installation; null for what was signed before there were keys
 * @param personId who signed, where the list of people knows them
 */
export async function writeRecord(
  tx: Executor,
  whole: JobWhole,
  reason: string | null,
  signer: Signer | null,
  personId: string | null,
): Promise<void> {
  const { id: jobId, revision, signedAt, signedBy } = whole.job;
  if (signedAt === null || signedBy === null) return;
  const before = (await recordsOf(tx, jobId)).at(-1)?.seal ?? null;
  const snapshot = recordSchema.parse(
    recordOf(whole, await remarksOf(tx, whole.vehicle.id, [jobId]), {
      person: { id: personId, name: signedBy },
      at: signedAt,
      installation: signer && { keyId: signer.keyId, publicKey: signer.publicKey },
    }),
  );
  const body = { jobId, revision, snapshot, reason, signedAt, signedBy };
  const seal = sealOf(body, before);
  await tx
    .insert(record)
    .values({ ...body, id: newId(), seal, signature: signer?.sign(seal) ?? null, keyId: signer?.keyId ?? null });
}

/** Earlier releases set one recheck, a day after. */
const NEXT_DAY = 24 * 3600_000;

/**
 * Jobs that an earlier release signed here get their record, as it stands when the folder is opened; an imported visit
 * is not ours to seal. @returns how many
 */
export async function writeOldRecords(db: Db): Promise<number> {
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
    await writeRecord(db, await loadJob(db, id), 'written by a later release than the one that signed it', null, null);
  }
  return rows.length;
}

/** Whether a record of any axle of a visit was signed, whatever was corrected since. */
export async function signedInVisit(db: Executor, visitId: string): Promise<boolean> {
  const [one] = await db
    .select({ id: record.id })
    .from(record)
    .innerJoin(job, eq(job.id, record.jobId))
    .where(eq(job.visitId, visitId))
    .limit(1);
  return one !== undefined;
}

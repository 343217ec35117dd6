import 'server-only';
import { cache } from 'react';
import type { RecordedEvaluation } from '@/records/document';
import { readRecord } from '@/records/upgrade';
import { theStore } from '@/store/connection';
import type { JobWhole } from '@/store/jobs';
import type { RecordRow } from '@/store/recordSchema';
import { recordsOf } from '@/store/records';
import { type Remarks, remarksOf } from '@/store/remarks';
import { jobById, othersOfJob } from '../job/jobs';
import { recordedJob, recordedRemarks } from './recordedJob';
import { type RecordSignature, recordSignature } from './signature';

/** The signed revision that a sheet is of. */
export interface SheetRevision {
  readonly number: number;
  readonly reason: string | null;
  readonly seal: string;
  readonly signature: RecordSignature;
  /** What the rules found, in the words of then; null where the release that signed kept none. */
  readonly evaluation: RecordedEvaluation | null;
}

/** An axle of a visit as its record shows it: as it was signed, else as it stands. */
export interface RecordedAxle {
  readonly whole: JobWhole;
  /** Null while the job is open. */
  readonly revision: SheetRevision | null;
  readonly remarks: Remarks;
}

/**
 * A signed record, with what belongs to its rechecks and not to it: the chain as it stands, and gaps as they came out
 * since.
 */
export function withWhatCame(signed: JobWhole, live: JobWhole): JobWhole {
  const since = live.readings.filter((r) => r.quantity === 'gapFitted' && !signed.readings.some((s) => s.id === r.id));
  return { ...signed, rechecks: live.rechecks, readings: [...signed.readings, ...since] };
}

/** The record of a job that is shown: the revision asked for, else the last one of a signed job, else none. */
export const shownRecord = (
  records: readonly RecordRow[],
  live: JobWhole,
  asked: number | null,
): RecordRow | undefined =>
  records.find((r) => r.revision === asked) ?? (live.job.signedAt === null ? undefined : records.at(-1));

/** What was signed of a job, every revision; read once for a page. */
export const recordsOfJob = cache(async (jobId: string) => recordsOf((await theStore()).db, jobId));

async function axleOf(live: JobWhole, asked: number | null): Promise<RecordedAxle> {
  const { db } = await theStore();
  const { id } = live.job;
  const row = shownRecord(await recordsOfJob(id), live, asked);
  if (!row) return { whole: live, revision: null, remarks: await remarksOf(db, live.vehicle.id, [id]) };
  const record = readRecord(row.snapshot);
  const signature = await recordSignature(db, row);
  return {
    whole: withWhatCame(recordedJob(record), live),
    revision: {
      number: row.revision,
      reason: row.reason,
      seal: row.seal,
      signature,
      evaluation: record.plan?.evaluation ?? null,
    },
    remarks: recordedRemarks(record),
  };
}

/**
 * Every axle of a job's visit, the front first. @param asked a revision of the job itself; null for the latest @throws
 * NotFoundError
 */
export async function recordedVisit(jobId: string, asked: number | null): Promise<RecordedAxle[]> {
  const live = await jobById(jobId);
  const own = await axleOf(live, asked);
  const others = await othersOfJob(live);
  const axles = [own, ...(await Promise.all(others.map((o) => axleOf(o, null))))];
  return axles.sort((a, b) => a.whole.job.axle.localeCompare(b.whole.job.axle));
}

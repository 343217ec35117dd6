import 'server-only';
import { theStore } from '@/store/connection';
import { type JobWhole, loadJob } from '@/store/jobs';
import { jobOf, recordsOf, remarksIn } from '@/store/records';
import { type Remarks, remarksOf } from '@/store/remarks';
import type { RecordRow } from '@/store/recordSchema';

/** An axle of a visit as its record shows it: as it was signed, else as it stands. */
export interface RecordedAxle {
  readonly whole: JobWhole;
  readonly revision: { readonly number: number; readonly reason: string | null; readonly seal: string } | null;
  readonly remarks: Remarks;
}

/** A signed record, with what belongs to its rechecks and not to it: the chain as it stands, and gaps as they came out since. */
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

async function axleOf(live: JobWhole, asked: number | null): Promise<RecordedAxle> {
  const { db } = await theStore();
  const { id } = live.job;
  const signed = shownRecord(await recordsOf(db, id), live, asked);
  if (!signed) return { whole: live, revision: null, remarks: await remarksOf(db, live.vehicle.id, [id]) };
  return {
    whole: withWhatCame(jobOf(signed), live),
    revision: { number: signed.revision, reason: signed.reason, seal: signed.seal },
    remarks: remarksIn(signed),
  };
}

/** Every axle of a job's visit, the front first. @param asked a revision of the job itself; null for the latest @throws NotFoundError */
export async function recordedVisit(jobId: string, asked: number | null): Promise<RecordedAxle[]> {
  const { db } = await theStore();
  const live = await loadJob(db, jobId);
  const own = await axleOf(live, asked);
  const axles = live.partner ? [own, await axleOf(await loadJob(db, live.partner.id), null)] : [own];
  return axles.sort((a, b) => a.whole.job.axle.localeCompare(b.whole.job.axle));
}

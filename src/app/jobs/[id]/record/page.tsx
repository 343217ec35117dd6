import { format } from 'date-fns';
import type { Metadata } from 'next';
import { NavLink } from '@/ui/NavLink';
import { PrintButton } from '@/features/records/PrintButton';
import { ReadingsTable } from '@/features/records/ReadingsTable';
import { RecordSheet } from '@/features/records/RecordSheet';
import { Revising } from '@/features/records/Revising';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { theStore } from '@/store/connection';
import { JobRemarks } from '../../remarks';
import type { JobWhole } from '@/store/jobs';
import { jobOf, recordsOf } from '@/store/records';
import { isStale, staleBecause } from '@/usecases/jobPlan';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Record' };

/** A signed record, with what belongs to its rechecks and not to it: the chain as it stands, and gaps as they came out since. */
function withWhatCame(signed: JobWhole, live: JobWhole): JobWhole {
  const since = live.readings.filter((r) => r.quantity === 'gapFitted' && !signed.readings.some((s) => s.id === r.id));
  return { ...signed, rechecks: live.rechecks, readings: [...signed.readings, ...since] };
}

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ revision?: string | string[] }>;
}) {
  const { id } = await params;
  const live = await jobOr404(id);
  const { units } = await readSession();
  const records = await recordsOf((await theStore()).db, id);
  const asked = Number((await searchParams).revision);
  // A signed job shows what was signed; one that is open shows how it stands, and what was signed before on demand.
  const signed = records.find((r) => r.revision === asked) ?? (live.job.signedAt === null ? undefined : records.at(-1));
  const whole = signed ? withWhatCame(jobOf(signed), live) : live;
  return (
    <JobFrame whole={live} here="record">
      <main className="flex max-w-[980px] flex-col gap-4 p-5 print:max-w-none print:p-0">
        {whole.plan ? (
          <>
            <div className="no-print flex flex-wrap items-center justify-end gap-4">
              {records.length > 0 ? (
                <nav aria-label="Revisions" className="mr-auto flex flex-wrap gap-x-4 text-[14px]">
                  {records.map((r) => (
                    <NavLink
                      key={r.revision}
                      href={`/jobs/${id}/record?revision=${r.revision}`}
                      aria-current={r.revision === signed?.revision ? 'page' : undefined}
                      className="touch flex items-center underline-offset-4 aria-[current=page]:font-[640] [&:not([aria-current])]:text-accent [&:not([aria-current])]:underline"
                    >
                      Revision {r.revision}, {r.signedBy}, {format(r.signedAt, 'd MMM yyyy HH:mm')}
                    </NavLink>
                  ))}
                  {live.job.signedAt === null ? (
                    <NavLink
                      href={`/jobs/${id}/record`}
                      aria-current={signed ? undefined : 'page'}
                      className="touch flex items-center underline-offset-4 aria-[current=page]:font-[640] [&:not([aria-current])]:text-accent [&:not([aria-current])]:underline"
                    >
                      As it stands
                    </NavLink>
                  ) : null}
                </nav>
              ) : null}
              {!signed && isStale(whole) ? (
                <p className="text-stop">Changed since this plan was chosen: {staleBecause(whole, units).join(' ')}</p>
              ) : null}
              <PrintButton />
            </div>
            {signed ? (
              <Revising
                jobId={id}
                revision={signed.revision}
                latest={signed.revision === records.at(-1)?.revision && live.job.signedAt !== null}
              />
            ) : null}
            <RecordSheet
              whole={whole}
              inForce={whole.plan}
              units={units}
              revision={signed ? { number: signed.revision, reason: signed.reason, seal: signed.seal } : null}
            />
          </>
        ) : (
          <>
            <h1>Record</h1>
            <NeedsPlan jobId={id} />
            <ReadingsTable whole={whole} units={units} />
          </>
        )}
        <JobRemarks whole={live} />
      </main>
    </JobFrame>
  );
}

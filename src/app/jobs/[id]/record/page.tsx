import { format } from 'date-fns';
import type { Metadata } from 'next';
import { AXLE_LABEL } from '@/core/document/labels';
import { PrintButton } from '@/features/records/PrintButton';
import { ReadingsTable } from '@/features/records/ReadingsTable';
import { RecordSheet } from '@/features/records/RecordSheet';
import { Revising } from '@/features/records/Revising';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { NavLink } from '@/ui/NavLink';
import { isStale, staleBecause } from '@/usecases/job/jobPlan';
import { jobOr404 } from '@/usecases/pages';
import { recordedVisit, recordsOfJob, shownRecord } from '@/usecases/record/recordedVisit';
import { readSession } from '@/usecases/session';
import { JobRemarks } from '../../remarks';

const LINK = 'touch inline-flex items-center text-[14px] text-accent underline underline-offset-4';

export const metadata: Metadata = { title: 'Record' };

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
  const records = await recordsOfJob(id);
  const asked = Number((await searchParams).revision);
  const revision = Number.isInteger(asked) ? asked : null;
  // A signed job shows what was signed; one that is open shows how it stands, and what was signed before on demand.
  const signed = shownRecord(records, live, revision);
  const visit = await recordedVisit(id, revision);
  const whole = visit.find((a) => a.whole.job.id === id)?.whole ?? live;
  const pdf = `/api/job/${id}/record${signed && revision !== null ? `?revision=${revision}` : ''}`;
  return (
    <JobFrame whole={live} here="record">
      <main className="flex max-w-[980px] flex-col gap-4 p-5 print:max-w-none print:p-0">
        {visit.some((a) => a.whole.plan) ? (
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
              {!signed && whole.plan && isStale(whole) ? (
                <p className="text-stop">Changed since this plan was chosen: {staleBecause(whole, units).join(' ')}</p>
              ) : null}
              <a className={LINK} href={pdf} target="_blank" rel="noreferrer">
                As PDF
              </a>
              <a
                className={LINK}
                href={`${pdf}${pdf.includes('?') ? '&' : '?'}appendix=1`}
                target="_blank"
                rel="noreferrer"
              >
                PDF with appendix
              </a>
              <a className={LINK} href={`/api/job/${id}/torque`} download>
                Torque as CSV
              </a>
              <a className={LINK} href={`/api/job/${id}/visit`} download>
                Visit as JSON
              </a>
              <PrintButton />
            </div>
            {signed ? (
              <Revising
                jobId={id}
                revision={signed.revision}
                latest={signed.revision === records.at(-1)?.revision && live.job.signedAt !== null}
              />
            ) : null}
            {visit.map((axle) =>
              axle.whole.plan ? (
                <RecordSheet
                  key={axle.whole.job.id}
                  whole={axle.whole}
                  inForce={axle.whole.plan}
                  units={units}
                  revision={axle.revision}
                />
              ) : (
                <section
                  key={axle.whole.job.id}
                  aria-label={AXLE_LABEL[axle.whole.job.axle]}
                  className="flex flex-col gap-2"
                >
                  <p className="border-l-2 border-accent pl-4">
                    {AXLE_LABEL[axle.whole.job.axle]} of this visit: no plan has been taken forward yet.
                  </p>
                  <ReadingsTable whole={axle.whole} units={units} />
                </section>
              ),
            )}
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

import { format } from 'date-fns';
import { assess } from '@/core/evaluate/evaluate';
import { sentence } from '@/core/rules/index';
import { NavLink } from '@/ui/NavLink';
import { AXLE_LABEL, USE_LABEL, WISH_LABEL } from '@/core/document/labels';
import type { Use, Wish } from '@/core/document/vocabulary';
import type { JobWhole } from '@/store/jobs';
import { cx } from '@/ui/cx';
import { asOfToday, staleBecause } from '@/usecases/jobPlan';
import { readSession } from '@/usecases/session';
import { STAGE_VIEWS, stageIndex } from '@/usecases/stages';
import { PlanStanding } from './PlanStanding';

/** The job's seven stages, always visible: where the job stands, what is done, where you look. */
export function JobRail({ whole, here }: { whole: JobWhole; here: string }) {
  const { job, vehicle } = whole;
  const now = stageIndex(job.stage);
  return (
    <aside className="no-print border-r border-line max-md:border-r-0 max-md:border-b">
      <div className="flex flex-col gap-4 p-4 md:sticky md:top-0">
        <div>
          <NavLink
            href={`/vehicles/${vehicle.id}`}
            className="text-[17px] leading-tight font-[640] underline-offset-4 hover:underline"
          >
            {vehicle.name}
          </NavLink>
          <p className="figure text-[13px] text-soft">{vehicle.plate}</p>
          <p className="mt-1 text-[13px] text-soft">
            {AXLE_LABEL[job.axle]} · {WISH_LABEL[job.wish as Wish].toLowerCase()} ·{' '}
            {USE_LABEL[job.use as Use].toLowerCase()}
          </p>
          {whole.partner ? (
            <NavLink
              href={`/jobs/${whole.partner.id}/${here}`}
              className="touch flex items-center text-[14px] text-accent underline underline-offset-4"
            >
              {AXLE_LABEL[whole.partner.axle]} of this visit
            </NavLink>
          ) : null}
        </div>
        <nav aria-label="Stages of this job">
          <ol className="flex flex-col max-md:flex-row max-md:flex-wrap">
            {STAGE_VIEWS.map((s, i) => (
              <li key={s.stage}>
                <NavLink
                  href={`/jobs/${job.id}/${s.stage}`}
                  aria-current={s.stage === here ? 'page' : undefined}
                  className={cx(
                    'touch grid grid-cols-[22px_1fr] items-center gap-1 rounded-[3px] px-2 text-[15px] hover:bg-accent-wash',
                    s.stage === here && 'bg-accent-wash font-[640]',
                  )}
                >
                  <StageMark state={i < now ? 'done' : i === now ? 'now' : 'ahead'} />
                  {s.label}
                </NavLink>
              </li>
            ))}
          </ol>
        </nav>
        <NavLink
          href={`/jobs/${job.id}/record`}
          aria-current={here === 'record' ? 'page' : undefined}
          className="touch flex items-center border-t border-line px-2 text-[15px] aria-[current=page]:font-[640]"
        >
          Record
        </NavLink>
      </div>
    </aside>
  );
}

function StageMark({ state }: { state: 'done' | 'now' | 'ahead' }) {
  const word = { done: 'done', now: 'here now', ahead: 'ahead' }[state];
  return (
    <svg
      viewBox="0 0 16 16"
      width="14"
      height="14"
      role="img"
      aria-label={word}
      className={state === 'now' ? 'text-accent' : 'text-soft'}
    >
      {state === 'done' ? <path d="M2 8.5 6 12.5 14 3.5" fill="none" stroke="currentColor" strokeWidth="2" /> : null}
      {state === 'now' ? <path d="M3 2 13 8 3 14Z" fill="currentColor" /> : null}
      {state === 'ahead' ? <path d="M4 8H12" stroke="currentColor" strokeWidth="1.6" /> : null}
    </svg>
  );
}

/** Frame of every job page: rail, what stands in the way of the plan or of a change, and the work. */
export async function JobFrame({
  whole,
  here,
  children,
}: {
  whole: JobWhole;
  here: string;
  children: React.ReactNode;
}) {
  return (
    <div className="grid flex-1 grid-cols-[196px_minmax(0,1fr)] max-md:grid-cols-1 print:block">
      <JobRail whole={whole} here={here} />
      <div className="flex min-w-0 flex-col">
        <Notice whole={whole} here={here} />
        {children}
      </div>
    </div>
  );
}

const WORK = ['take-in', 'measure', 'choose', 'stage', 'fit', 'torque'];

async function Notice({ whole, here }: { whole: JobWhole; here: string }) {
  const { job, plan } = whole;
  if (job.signedAt !== null) {
    if (!WORK.includes(here)) return null;
    const on = `Signed off by ${job.signedBy}, ${format(job.signedAt, 'd MMM yyyy HH:mm')}.`;
    return (
      <section aria-label="Signed off" className="no-print border-b border-line bg-accent-wash px-5 py-2 text-[14px]">
        {on} The record does not change:{' '}
        {job.stage === 'closed' ? 'open a new job for new work.' : 'only its recheck is entered.'}
      </section>
    );
  }
  if (!plan || !['stage', 'fit', 'torque'].includes(here)) return null;
  const { units } = await readSession();
  const changes = staleBecause(whole, units);
  const { blocking, numbers } = assess(asOfToday(whole) ?? plan.document);
  if (changes.length === 0 && blocking.length === 0) return null;
  const findings = blocking.map((f) => ({
    level: f.level as 'stop',
    text: sentence(f, { units, pitch: numbers.thread.pitch }),
  }));
  return <PlanStanding jobId={job.id} changes={changes} findings={findings} />;
}

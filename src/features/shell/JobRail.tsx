import { format } from 'date-fns';
import { fastenerText } from '@/core/document/fastenerText';
import { AXLE_LABEL, JOB_TYPE_LABEL, USE_LABEL } from '@/core/document/labels';
import { type Policy, policyChanges } from '@/core/document/policy';
import type { JobType, Use } from '@/core/document/vocabulary';
import { assess } from '@/core/evaluate/evaluate';
import { sentence } from '@/core/rules/index';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { cx } from '@/ui/cx';
import { NavLink } from '@/ui/NavLink';
import { asOfToday, hubOf, staleBecause } from '@/usecases/job/jobPlan';
import { STAGE_VIEWS, stageIndex } from '@/usecases/job/stages';
import { readSession } from '@/usecases/session';
import type { ChoiceDraft, JobRow, JobWhole } from '@/usecases/shown';
import { stateOfJob } from '@/usecases/watch';
import { HELD_LABEL } from './held';
import { LayAside, PlanBReady, TakeUp } from './LayAside';
import { PlanStanding } from './PlanStanding';
import { Watch } from './Watch';

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
          {whole.others.length > 0 ? null : (
            <p className="mt-1 text-[13px] text-soft">
              {AXLE_LABEL[job.axle]} · {wishedText(job)}
            </p>
          )}
        </div>
        {whole.others.length > 0 ? <VisitAxles job={job} others={whole.others} here={here} /> : null}
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
        <div className="flex border-t border-line">
          {(['record', ...(job.signedAt === null ? ['quote'] : [])] as const).map((paper) => (
            <NavLink
              key={paper}
              href={`/jobs/${job.id}/${paper}`}
              aria-current={here === paper ? 'page' : undefined}
              className="touch flex flex-1 items-center px-2 text-[15px] aria-[current=page]:font-[640]"
            >
              {paper === 'record' ? 'Record' : 'Quote'}
            </NavLink>
          ))}
        </div>
        {job.held === null && job.signedAt === null ? <LayAside jobId={job.id} /> : null}
      </div>
    </aside>
  );
}

const wishedText = (job: JobRow): string =>
  `${JOB_TYPE_LABEL[job.wish as JobType].toLowerCase()} · ${USE_LABEL[job.use as Use].toLowerCase()}`;

/** Where an axle stands, in a word: its stage, or that it rests. */
const standsText = (job: JobRow): string => {
  if (job.held !== null) return HELD_LABEL[job.held].toLowerCase();
  if (job.stage === 'closed') return 'closed';
  const view = STAGE_VIEWS.find((s) => s.stage === job.stage);
  return (view?.label ?? job.stage).toLowerCase();
};

/** The axles of a visit, each with its wish and where it stands; the way from one to the other. */
function VisitAxles({ job, others, here }: { job: JobRow; others: readonly JobRow[]; here: string }) {
  const axles = [job, ...others].sort((a, b) => a.axle.localeCompare(b.axle));
  return (
    <nav aria-label="Axles of this visit">
      <ul className="flex flex-col border-y border-line max-md:flex-row">
        {axles.map((j) => (
          <li key={j.id} className="flex-1 not-first:border-t not-first:border-line max-md:not-first:border-t-0">
            <NavLink
              href={`/jobs/${j.id}/${here}`}
              aria-current={j.id === job.id ? 'true' : undefined}
              className="touch flex flex-col justify-center border-l-4 border-transparent px-2 py-1 text-[13px] text-soft hover:bg-accent-wash aria-[current=true]:border-accent"
            >
              <span className="text-[15px] text-ink">{AXLE_LABEL[j.axle]}</span>
              <span>{wishedText(j)}</span>
              <span>{standsText(j)}</span>
            </NavLink>
          </li>
        ))}
      </ul>
    </nav>
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
      <Watch jobId={whole.job.id} mark={await stateOfJob(whole.job.id)} />
      <div className="flex min-w-0 flex-col">
        <Notice whole={whole} here={here} />
        {children}
      </div>
    </div>
  );
}

const WORK = ['take-in', 'measure', 'choose', 'stage', 'fit', 'torque'];

/** What a plan B is, in a line. */
const planBText = ({ spacer, fastener }: ChoiceDraft, whole: JobWhole, units: UnitSystem): string => {
  const { fastening, nutStyle, hardware } = hubOf(whole);
  const hub = { fastening, nutStyle: nutStyle as 'open', hardware, boltLength: null, original: null };
  const plate = spacer.thickness === 0 ? 'no spacer' : `${formatLength(spacer.thickness, units)} ${spacer.kind}`;
  return `${plate}, ${fastenerText({ fastener, hub }, units)}`;
};

async function Notice({ whole, here }: { whole: JobWhole; here: string }) {
  const { job } = whole;
  const { units } = await readSession();
  const rests =
    job.held && job.heldAt ? (
      <TakeUp jobId={job.id}>
        <span className="font-[620]">{HELD_LABEL[job.held]}.</span> {job.heldWhy} {job.heldBy},{' '}
        {format(job.heldAt, 'd MMM yyyy HH:mm')}
      </TakeUp>
    ) : null;
  const ready =
    job.planB && job.signedAt === null && ['choose', 'stage', 'fit', 'torque'].includes(here) ? (
      <PlanBReady
        jobId={job.id}
        text={planBText(job.planB.choice, whole, units)}
        may={here !== 'choose' && whole.plan !== null && ['stage', 'fit', 'torque'].includes(job.stage)}
      />
    ) : null;
  return (
    <>
      {rests}
      <Standing whole={whole} here={here} />
      {ready}
    </>
  );
}

async function Standing({ whole, here }: { whole: JobWhole; here: string }) {
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
  const older = <OlderPolicy then={plan.document.policy} now={whole.policy} />;
  if (changes.length === 0 && blocking.length === 0) return older;
  const findings = blocking.map((f) => ({
    level: f.level as 'stop',
    text: sentence(f, { units, pitch: numbers.thread.pitch }),
  }));
  return (
    <>
      {older}
      <PlanStanding jobId={job.id} changes={changes} findings={findings} />
    </>
  );
}

/** A plan keeps the thresholds that it was frozen under, and says so where the shop has others since. */
function OlderPolicy({ then, now }: { then: Policy; now: Policy }) {
  const changes = policyChanges(then, now);
  const schools = [...then.governing].sort().join() !== [...now.governing].sort().join();
  if (then.version === now.version || (changes.length === 0 && !schools)) return null;
  return (
    <section aria-label="Older settings" className="no-print border-b border-line bg-accent-wash px-5 py-2 text-[14px]">
      This plan is evaluated with the settings it was chosen under, {then.version}. The shop’s are {now.version} since:{' '}
      {[
        ...changes.map(
          (c) => `${c.rule.statement.replace(/[.:]$/, '').toLowerCase()} ${c.from} then, ${c.to} ${c.rule.unit} now`,
        ),
        ...(schools ? ['other rules of thumb decide'] : []),
      ].join('; ')}
      . Approve the choice again to check it against those.
    </section>
  );
}

import { formatDistanceStrict, isBefore } from 'date-fns';
import { NavLink } from '@/ui/NavLink';
import { AXLE_LABEL, USE_LABEL, JOB_TYPE_LABEL } from '@/core/document/labels';
import type { Use, JobType } from '@/core/document/vocabulary';
import type { BoardStage } from '@/store/board';
import type { JobLine } from '@/store/jobs';
import { LinkButton } from '@/ui/Button';
import { Verdict } from '@/ui/Verdict';
import { HELD_LABEL } from '@/features/shell/held';
import { STAGE_VIEWS, stagePath } from '@/usecases/stages';

const SECTION = 'grid grid-cols-[120px_1fr] border-t border-line py-1.5 max-sm:grid-cols-1';

/** Jobs by stage, each with its next action. Stages without a job stay visible: the order is the lesson. */
export function Board({
  board,
  resting,
  now,
  find,
}: {
  board: readonly BoardStage[];
  /** Declined, or waiting for something: said, and not asked for. */
  resting: Omit<BoardStage, 'stage'>;
  now: Date;
  find: string;
}) {
  const closed = board.find((b) => b.stage === 'closed') ?? { count: 0, lines: [] };
  const none = board.every((b) => b.count === 0) && resting.count === 0;
  if (find !== '' && none)
    return <p className="border-l-2 border-accent pl-4">No job is on a car that is called like “{find}”.</p>;
  if (none) {
    return (
      <section className="max-w-[640px] border-l-2 border-accent pl-4">
        <p className="text-[17px]">No jobs yet.</p>
        <p className="mt-1 text-soft">
          Take a vehicle in first: its plate and its thread are enough to begin. Then open a job on one axle.
        </p>
        <div className="mt-4 flex flex-wrap gap-3">
          <LinkButton look="main" href="/vehicles/new">
            Take in a vehicle
          </LinkButton>
          <LinkButton href="/practice">Try it on a practice car, 10 minutes</LinkButton>
        </div>
      </section>
    );
  }
  return (
    <div className="flex flex-col">
      {STAGE_VIEWS.map((view) => {
        const { count, lines: here } = board.find((b) => b.stage === view.stage) ?? { count: 0, lines: [] };
        return (
          <section key={view.stage} aria-labelledby={`stage-${view.stage}`} className={SECTION}>
            <h2 id={`stage-${view.stage}`} className="pt-2.5">
              {view.label} <span className="figure font-normal">{count || ''}</span>
            </h2>
            {here.length === 0 ? (
              <p className="py-2 text-[14px] text-soft">–</p>
            ) : (
              <ul className="divide-y divide-line">
                {here.map((line) => (
                  <JobRow key={line.job.id} line={line} next={view.next} now={now} />
                ))}
                <More count={count - here.length} />
              </ul>
            )}
          </section>
        );
      })}
      {resting.count > 0 ? (
        <section aria-labelledby="stage-resting" className={SECTION}>
          <h2 id="stage-resting" className="pt-2.5">
            On hold <span className="figure font-normal">{resting.count}</span>
          </h2>
          <ul className="divide-y divide-line">
            {resting.lines.map((line) => (
              <JobRow
                key={line.job.id}
                line={line}
                next={line.job.held ? `${HELD_LABEL[line.job.held]}` : ''}
                now={now}
              />
            ))}
            <More count={resting.count - resting.lines.length} />
          </ul>
        </section>
      ) : null}
      {closed.count > 0 ? (
        <section aria-labelledby="stage-closed" className={SECTION}>
          <h2 id="stage-closed" className="pt-2.5">
            Closed <span className="figure font-normal">{closed.count}</span>
          </h2>
          <ul className="divide-y divide-line">
            {closed.lines.map((line) => (
              <JobRow key={line.job.id} line={line} next="Look at the record" now={now} />
            ))}
            <More count={closed.count - closed.lines.length} />
          </ul>
        </section>
      ) : null}
    </div>
  );
}

/** What does not fit the board is found by its car. */
function More({ count }: { count: number }) {
  return count > 0 ? <li className="px-2 py-2 text-[14px] text-soft">and {count} more: find the car above</li> : null;
}

function JobRow({ line, next, now }: { line: JobLine; next: string; now: Date }) {
  const { job } = line;
  const due = job.stage === 'recheck' ? job.recheckDueAt : null;
  const overdue = due !== null && isBefore(due, now);
  return (
    <li>
      <NavLink
        href={stagePath(job.id, job.stage)}
        className="touch grid grid-cols-[minmax(0,2.2fr)_minmax(0,1.6fr)_minmax(0,2fr)] items-center gap-4 px-2 hover:bg-accent-wash"
      >
        <span>
          <span className="font-[600]">{line.vehicleName}</span>{' '}
          <span className="figure ml-1 text-[13px] text-soft">{line.plate}</span>
        </span>
        <span className="text-[14px] text-soft">
          {AXLE_LABEL[job.axle]} · {JOB_TYPE_LABEL[job.wish as JobType].toLowerCase()} ·{' '}
          {USE_LABEL[job.use as Use].toLowerCase()}
        </span>
        <span className="flex flex-wrap items-center gap-x-3 gap-y-0.5 py-1 text-[14px]">
          {job.held === 'left' ? <Verdict level="stop" /> : null}
          <span className="text-accent">{next}</span>
          {due ? (
            overdue ? (
              <span className="flex items-center gap-2">
                <Verdict level="caution" /> overdue by {formatDistanceStrict(due, now)}
              </span>
            ) : (
              <span className="text-soft">due in {formatDistanceStrict(due, now)}</span>
            )
          ) : null}
        </span>
      </NavLink>
    </li>
  );
}

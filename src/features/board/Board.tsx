import { formatDistanceStrict, isBefore } from 'date-fns';
import { AXLE_LABEL, JOB_TYPE_LABEL, USE_LABEL } from '@/core/document/labels';
import type { JobType, Use } from '@/core/document/vocabulary';
import { HELD_LABEL } from '@/features/shell/held';
import { LinkButton } from '@/ui/Button';
import { STAGE_VIEWS } from '@/usecases/job/stages';
import type { BoardStage, JobLine } from '@/usecases/shown';
import { type BoardLine, BoardLines } from './BoardLines';

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
              <BoardLines lines={here.map((l) => lineOf(l, view.next, now))} more={count - here.length} />
            )}
          </section>
        );
      })}
      {resting.count > 0 ? (
        <section aria-labelledby="stage-resting" className={SECTION}>
          <h2 id="stage-resting" className="pt-2.5">
            On hold <span className="figure font-normal">{resting.count}</span>
          </h2>
          <BoardLines
            lines={resting.lines.map((l) => lineOf(l, l.job.held ? HELD_LABEL[l.job.held] : '', now))}
            more={resting.count - resting.lines.length}
          />
        </section>
      ) : null}
      {closed.count > 0 ? (
        <section aria-labelledby="stage-closed" className={SECTION}>
          <h2 id="stage-closed" className="pt-2.5">
            Closed <span className="figure font-normal">{closed.count}</span>
          </h2>
          <BoardLines
            lines={closed.lines.map((l) => lineOf(l, 'Look at the record', now))}
            more={closed.count - closed.lines.length}
          />
        </section>
      ) : null}
    </div>
  );
}

/** What a line of the board says, in words. */
function lineOf({ job, vehicleName, plate }: JobLine, next: string, now: Date): BoardLine {
  const due = job.stage === 'recheck' ? job.recheckDueAt : null;
  const overdue = due !== null && isBefore(due, now);
  return {
    id: job.id,
    stage: job.stage,
    name: vehicleName,
    plate,
    about: `${AXLE_LABEL[job.axle]} · ${JOB_TYPE_LABEL[job.wish as JobType].toLowerCase()} · ${USE_LABEL[job.use as Use].toLowerCase()}`,
    next,
    ...(job.held === 'left' ? { unfit: true } : {}),
    ...(due === null
      ? {}
      : overdue
        ? { overdue: `overdue by ${formatDistanceStrict(due, now)}` }
        : { due: `due in ${formatDistanceStrict(due, now)}` }),
  };
}

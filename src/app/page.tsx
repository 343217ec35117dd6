import { format } from 'date-fns';
import type { Metadata } from 'next';
import { Board } from '@/features/board/Board';
import { theStore } from '@/store/connection';
import { boardOf, restingJobs } from '@/store/board';
import { LinkButton } from '@/ui/Button';
import { Finder } from '@/ui/Finder';
import { foundIn } from '@/usecases/pages';

export const metadata: Metadata = { title: 'Day board' };

export default async function Page({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const find = foundIn(await searchParams);
  const { db } = await theStore();
  const board = await boardOf(db, find);
  const resting = await restingJobs(db, find);
  const now = new Date();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <h1>
          Day board{' '}
          <span className="figure ml-2 text-[15px] font-normal text-soft">{format(now, 'EEEE d MMMM yyyy')}</span>
        </h1>
        <div className="flex flex-wrap items-end gap-3">
          <Finder label="Find a car" start={find} placeholder="name or plate" />
          <LinkButton href="/vehicles">Open a job</LinkButton>
          <LinkButton look="main" href="/vehicles/new">
            Take in a vehicle
          </LinkButton>
        </div>
      </div>
      {board.some((b) => b.stage === 'recheck' && b.count > 0) ? (
        <a
          href="/api/calendar"
          download
          className="touch -mt-4 -mb-3 inline-flex items-center self-end text-[14px] text-accent underline underline-offset-4"
        >
          Rechecks as a calendar file
        </a>
      ) : null}
      <Board board={board} resting={resting} now={now} find={find} />
    </main>
  );
}

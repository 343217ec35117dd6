import { format } from 'date-fns';
import type { Metadata } from 'next';
import { Board } from '@/features/board/Board';
import { theStore } from '@/store/connection';
import { listJobs } from '@/store/jobs';
import { LinkButton } from '@/ui/Button';

export const metadata: Metadata = { title: 'Day board' };

export default async function Page() {
  const jobs = await listJobs((await theStore()).db);
  const now = new Date();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <div className="flex items-end justify-between gap-4">
        <h1>
          Day board{' '}
          <span className="figure ml-2 text-[15px] font-normal text-soft">{format(now, 'EEEE d MMMM yyyy')}</span>
        </h1>
        <div className="flex gap-3">
          <LinkButton href="/vehicles">Open a job</LinkButton>
          <LinkButton look="main" href="/vehicles/new">
            Take in a vehicle
          </LinkButton>
        </div>
      </div>
      <Board jobs={jobs} now={now} />
    </main>
  );
}

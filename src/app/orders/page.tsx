import type { Metadata } from 'next';
import { Orders } from '@/features/calendar/Orders';
import { NavLink } from '@/ui/NavLink';
import { toOrder } from '@/usecases/calendar/orders';

export const metadata: Metadata = { title: 'To order this week' };

export default async function Page() {
  const { lines, cut } = await toOrder();
  return (
    <main className="mx-auto flex w-full max-w-[1080px] flex-col gap-4 px-4 py-6">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <NavLink href="/" className="touch inline-flex items-center text-accent underline underline-offset-4">
            Day board
          </NavLink>
          <h1>To order this week</h1>
          <p className="mt-1 max-w-[720px] text-soft">
            Every kit of the next seven days against the shelf and what is kept, the earliest visit first: what one
            takes is not there for the next. Visits without a time come last.
          </p>
        </div>
        {lines.length > 0 ? (
          <a
            href="/api/orders"
            download
            className="touch inline-flex items-center text-accent underline underline-offset-4"
          >
            As CSV
          </a>
        ) : null}
      </div>
      {cut ? <p>Only the first two hundred jobs are looked at.</p> : null}
      <Orders lines={lines} />
    </main>
  );
}

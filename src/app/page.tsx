import type { Metadata } from 'next';
import { isDay } from '@/core/calendar/isDay';
import { Board } from '@/features/board/Board';
import { Calendar } from '@/features/calendar/Calendar';
import { CalendarBar } from '@/features/calendar/CalendarBar';
import { PhoneBooking } from '@/features/calendar/PhoneBooking';
import { LinkButton } from '@/ui/Button';
import { Finder } from '@/ui/Finder';
import { NavLink } from '@/ui/NavLink';
import { boardNow } from '@/usecases/board';
import { calendarView } from '@/usecases/calendar/day';
import { sentView } from '@/usecases/calendar/sent';
import { dayAfter, dayOf, reads } from '@/usecases/calendar/zone';
import { foundIn } from '@/usecases/pages';

export const metadata: Metadata = { title: 'Day board' };

type Asked = Promise<Record<string, string | string[] | undefined>>;
const one = (x: string | string[] | undefined): string => (typeof x === 'string' ? x : '');

export default async function Page({ searchParams }: { searchParams: Asked }) {
  const asked = await searchParams;
  const find = foundIn(asked);
  const span = one(asked.span) === 'week' ? 'week' : 'day';
  const by = one(asked.by) === 'person' ? 'person' : 'place';
  const day = isDay(one(asked.day)) ? one(asked.day) : null;
  const { board, resting, zone, empty } = await boardNow(find);
  const now = new Date();
  // Somebody who looks for a car looks for its job.
  const view = empty || find !== '' ? null : await calendarView(day, span === 'week' ? 7 : 1, now.getTime());
  const here = day ?? dayOf(zone, now.getTime());
  const step = span === 'week' ? 7 : 1;
  return (
    <main className="mx-auto flex w-full max-w-[1240px] flex-col gap-4 px-4 py-4">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <h1>
          Day board{' '}
          <span className="figure ml-2 text-[15px] font-normal text-soft">
            {reads(zone, now.getTime(), 'EEEE d MMMM yyyy, HH:mm')}
          </span>
        </h1>
        <div className="flex flex-wrap items-end gap-3">
          <Finder label="Find a car" start={find} placeholder="name or plate" />
          <PhoneBooking zone={zone} />
          <LinkButton href="/vehicles">Open a job</LinkButton>
          <LinkButton look="main" href="/vehicles/new">
            Take in a vehicle
          </LinkButton>
        </div>
      </div>
      {view === null ? null : (
        <>
          <div className="flex flex-wrap items-center justify-between gap-x-4">
            <CalendarBar
              shown={{ day: here, span, by }}
              today={view.today}
              before={dayAfter(here, -step)}
              after={dayAfter(here, step)}
            />
            <span className="flex flex-wrap gap-x-4 text-[14px]">
              {[
                ['/orders', 'To order this week'],
                ['/reminders', 'Reminders'],
                ['/memory', 'Shop memory'],
              ].map(([href, label]) => (
                <NavLink
                  key={href}
                  href={href ?? ''}
                  className="touch inline-flex items-center text-accent underline underline-offset-4"
                >
                  {label}
                </NavLink>
              ))}
              {board.some((b) => b.stage === 'recheck' && b.count > 0) ? (
                <a
                  href="/api/calendar"
                  download
                  className="touch inline-flex items-center text-accent underline underline-offset-4"
                >
                  Rechecks as a calendar file
                </a>
              ) : null}
            </span>
          </div>
          <Calendar sent={sentView(view)} by={by} span={span} />
        </>
      )}
      <Board board={board} resting={resting} now={now} find={find} />
    </main>
  );
}

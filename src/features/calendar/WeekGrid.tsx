import { useDroppable } from '@dnd-kit/core';
import type { Bar, CalendarView, DayRuler } from '@/usecases/calendar/day';
import { BarFace } from './BarFace';
import type { By, DropData } from './Calendar';
import { freeIn, freeOn } from './free';
import { inRow, otherName, rowsOf } from './rows';

/** A week: a column a day, a row a place or a person, what is booked in the order of its time. */
export function WeekGrid({ view, by, onOpen }: { view: CalendarView; by: By; onOpen: (bar: Bar) => void }) {
  return (
    <section aria-label="Bookings of the week" className="overflow-x-auto border border-line bg-sheet">
      <table className="w-full min-w-[820px] table-fixed border-collapse text-left">
        <thead>
          <tr className="border-b border-ink">
            <th scope="col" className="w-[88px] px-2 py-1 text-[12px] font-normal text-soft">
              {by === 'place' ? 'Place' : 'Person'}
            </th>
            {view.days.map((d) => (
              <th
                key={d.day}
                scope="col"
                aria-current={d.day === view.today ? 'date' : undefined}
                className="figure border-l border-line px-2 py-1 text-[13px] font-normal aria-[current=date]:border-b-4 aria-[current=date]:border-b-accent aria-[current=date]:font-[700]"
              >
                {d.label}
                <span className="narrow block font-sans text-[12px] font-normal text-soft">{freeOn(view, d, by)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rowsOf(view.rows, by).map((row) => (
            <tr key={row.id ?? 'nobody'} className="border-b border-line align-top last:border-b-0">
              <th scope="row" className="narrow px-2 py-2 text-[14px] font-[600]">
                {row.name}
              </th>
              {view.days.map((d) => (
                <Cell key={d.day} view={view} day={d} row={row.id} by={by} onOpen={onOpen} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Cell({
  view,
  day,
  row,
  by,
  onOpen,
}: {
  view: CalendarView;
  day: DayRuler;
  row: string | null;
  by: By;
  onOpen: (bar: Bar) => void;
}) {
  const data: DropData = { day: day.day, row, from: null, msPerPx: null, rowHeight: 96 };
  const { setNodeRef, isOver } = useDroppable({ id: `cell/${row ?? 'nobody'}/${day.day}`, data });
  const own = day.bars.filter((b) => inRow(b, row, view.rows, by));
  const shut = day.closed.filter((c) => c.resourceId === null || c.resourceId === row);
  return (
    <td
      ref={setNodeRef}
      className={`h-[96px] border-l border-line p-1 ${isOver ? 'bg-accent-wash' : ''}`}
      style={
        day.open.length === 0
          ? { background: 'repeating-linear-gradient(45deg, transparent 0 7px, var(--line) 7px 8px)' }
          : undefined
      }
    >
      <div className="flex flex-col gap-1">
        {shut.map((c) => (
          <span key={`${c.title}/${c.from}`} className="bg-sheet px-1 text-[12px] text-soft">
            {c.title}
          </span>
        ))}
        {own.map((bar) => (
          <div key={bar.id} className="booked">
            <time>{bar.when.replace(/^.*?(\d\d:\d\d).*$/, '$1')}</time>
            <BarFace bar={bar} detail={otherName(bar, view.rows, by)} onOpen={onOpen} />
          </div>
        ))}
        <span className="px-1 text-[12px] text-soft">{freeIn(view, day, row, by)}</span>
      </div>
    </td>
  );
}

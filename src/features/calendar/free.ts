import { freeMinutes, freeText } from '@/core/calendar/free';
import type { CalendarView, DayRuler } from '@/usecases/calendar/day';
import type { By } from './Calendar';
import { inRow, rowsOf } from './rows';

/**
 * Minutes that are still free on a day in a row of the calendar: a place is taken while a car stands there, a person
 * while they work.
 */
function minutesIn(view: CalendarView, day: DayRuler, row: string, by: By): number {
  const booked = day.bars
    .filter((b) => b.state !== 'done' && inRow(b, row, view.rows, by))
    .flatMap((b) =>
      by === 'place' ? [{ from: b.from, to: Math.max(b.to, b.reaches) }] : b.stretches.filter((s) => s.what === 'work'),
    );
  const closed = day.closed.filter((c) => c.resourceId === null || c.resourceId === row);
  return freeMinutes(day.open, [...closed, ...booked], view.now);
}

/** Whether anything can still be booked on a day: it is open, and not over. */
const comes = (view: CalendarView, day: DayRuler): boolean => day.open.some((o) => o.to > view.now);

/** What is still free in a row on a day, worded; null where the day is closed or over, or the row is nobody’s. */
export const freeIn = (view: CalendarView, day: DayRuler, row: string | null, by: By): string | null =>
  row === null || !comes(view, day) ? null : freeText(minutesIn(view, day, row, by));

/** What is still free on a day in all places, or of all people, together. */
export function freeOn(view: CalendarView, day: DayRuler, by: By): string | null {
  const rows = rowsOf(view.rows, by).flatMap((r) => (r.id === null ? [] : [r.id]));
  if (rows.length === 0 || !comes(view, day)) return null;
  return freeText(rows.reduce((sum, row) => sum + minutesIn(view, day, row, by), 0));
}

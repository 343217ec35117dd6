import { format } from 'date-fns';
import ical, { ICalCalendarMethod } from 'ical-generator';

/** A recheck that is still to be done. */
export interface DueRecheck {
  readonly id: string;
  readonly summary: string;
  readonly description: string;
  /** Window in which it is due; both days belong to it. */
  readonly from: Date;
  readonly to: Date;
  /** When it was last changed, so that a calendar that reads it again knows. */
  readonly stamp: Date;
}

const DAY = 24 * 3600_000;

/**
 * The calendar day of a moment in the shop's zone, as the day's number in UTC: days in a calendar file have no zone.
 */
const dayOf = (at: Date): Date => new Date(Date.UTC(at.getFullYear(), at.getMonth(), at.getDate()));

/**
 * Rechecks as an iCalendar file (RFC 5545): a whole-day event over each window, known again by its id, so that one that
 * is read twice is there once. The end of a whole-day event is the first day that is no more of it (RFC 5545, 3.6.1).
 */
export function recheckCalendar(due: readonly DueRecheck[]): string {
  const calendar = ical({
    name: 'Rechecks',
    prodId: { company: 'Vectis', product: 'rechecks', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const d of due)
    calendar.createEvent({
      id: `${d.id}@vectis`,
      stamp: d.stamp,
      start: dayOf(d.from),
      // A day in UTC always has 24 hours; in the shop’s zone two of them have not.
      end: new Date(dayOf(d.to).getTime() + DAY),
      allDay: true,
      timezone: 'UTC',
      summary: d.summary,
      description: d.description,
    });
  return calendar.toString();
}

/** Name of the file as it is kept. */
export const calendarName = (at: Date): string => `rechecks-${format(at, 'yyyy-MM-dd')}.ics`;

/** A booking as its place’s or person’s calendar shows it. */
export interface BookedEvent {
  readonly id: string;
  /** How often it was changed: a calendar that reads it again takes the later one. */
  readonly version: number;
  readonly summary: string;
  readonly description: string;
  readonly location: string;
  readonly from: Date;
  readonly to: Date;
  readonly stamp: Date;
}

/**
 * Bookings of one place or person as an iCalendar file (RFC 5545), times in UTC: every calendar shows them in its own
 * zone.
 */
export function bookingCalendar(name: string, booked: readonly BookedEvent[]): string {
  const calendar = ical({
    name,
    prodId: { company: 'Vectis', product: 'bookings', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 15 * 60,
  });
  for (const b of booked)
    calendar.createEvent({
      id: `${b.id}@vectis`,
      sequence: b.version,
      stamp: b.stamp,
      start: b.from,
      end: b.to,
      summary: b.summary,
      description: b.description,
      location: b.location,
    });
  return calendar.toString();
}

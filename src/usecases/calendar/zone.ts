import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { isDay } from '@/core/calendar/isDay';
import type { Open } from '@/core/calendar/slots';
import { InputError } from '@/core/errors';
import type { DayHours } from '@/store/calendarSchema';

/** Calendar days as `yyyy-MM-dd`, moments as ms since the epoch; what stands between them is the shop's zone. */

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;
const LOCAL = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/;

/** Whether the machine knows a zone by this name. */
export function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: name });
    return name.trim() !== '';
  } catch {
    return false;
  }
}

/** From now on everything that this process writes as a day or a time is by this zone’s clock. */
export function keepTimeBy(zone: string): void {
  if (isZone(zone)) process.env.TZ = zone;
}

/** The calendar day of a moment in a zone. */
export const dayOf = (zone: string, at: number): string => reads(zone, at, 'yyyy-MM-dd');

/** Moments as they read, which the same bookings ask for on every page. */
const readBefore = new Map<string, string>();
const MOST_READ = 5000;

/** A moment as it reads in a zone. */
export function reads(zone: string, at: number, pattern: string): string {
  const key = `${zone}|${at}|${pattern}`;
  const before = readBefore.get(key);
  if (before !== undefined) return before;
  const text = format(new TZDate(at, zone), pattern);
  if (readBefore.size >= MOST_READ) readBefore.clear();
  readBefore.set(key, text);
  return text;
}

/** A stretch as it reads on a zone’s clock; the end with its day where that is another one. */
export const spanText = (zone: string, from: number, to: number): string =>
  `${reads(zone, from, 'EEE d MMM HH:mm')} to ${reads(zone, to, dayOf(zone, from) === dayOf(zone, to) ? 'HH:mm' : 'EEE d MMM HH:mm')}`;

/** A day so many days later; days have no zone. */
export function dayAfter(day: string, days: number): string {
  const [, y, m, d] = DAY.exec(day) ?? [];
  return new Date(Date.UTC(Number(y), Number(m) - 1, Number(d) + days)).toISOString().slice(0, 10);
}

/** 0 for Monday. */
export const weekdayOf = (day: string): number => (new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7;

/** The moment at which a day begins in a zone: where midnight is skipped, the first moment after it. */
export function dayStart(zone: string, day: string): number {
  const [, y, m, d] = DAY.exec(day) ?? [];
  return new TZDate(Number(y), Number(m) - 1, Number(d), 0, 0, zone).getTime();
}

/** So many minutes on the clock after a day's midnight: nine o'clock is nine o'clock on every day of the year. */
export function clockOn(zone: string, day: string, minutes: number): number {
  const [, y, m, d] = DAY.exec(dayAfter(day, Math.floor(minutes / 1440))) ?? [];
  const left = minutes % 1440;
  return new TZDate(Number(y), Number(m) - 1, Number(d), Math.floor(left / 60), left % 60, zone).getTime();
}

/**
 * Moments at which a clock in a zone reads so: none in the hour that is skipped in spring, two in the one that comes
 * twice in autumn.
 */
export function momentsReading(zone: string, local: string): number[] {
  const [, y, mo, d, h, mi] = LOCAL.exec(local) ?? [];
  if (y === undefined) return [];
  const asUtc = Date.UTC(Number(y), Number(mo) - 1, Number(d), Number(h), Number(mi));
  const offsets = [-26, 0, 26].map((hours) => new TZDate(asUtc + hours * 3600_000, zone).getTimezoneOffset());
  const all = [...new Set(offsets)].map((o) => asUtc + o * 60_000);
  return all.filter((at) => reads(zone, at, "yyyy-MM-dd'T'HH:mm") === local).sort((a, b) => a - b);
}

/**
 * The moment that was typed as a day and a time of the shop's clock. Where it comes twice, the first.
 * @throws InputError where it is no time, or one that the clocks skip that night
 */
export function momentFrom(field: string, zone: string, local: string): number {
  const typed = local.trim().slice(0, 16).replace(' ', 'T');
  if (!LOCAL.test(typed) || !isDay(typed.slice(0, 10)) || typed.slice(11) > '23:59')
    throw new InputError(field, local.slice(0, 40), 'is no day and time.', 'Type it as 2026-11-28 09:30.');
  const [first] = momentsReading(zone, typed);
  if (first === undefined)
    throw new InputError(
      field,
      typed.replace('T', ' '),
      'is skipped: the clocks go forward over it that night.',
      'Choose an hour later.',
    );
  return first;
}

/** Open hours of some days, in order, ms: by the clock, so that a night on which it changes is longer or shorter. */
export function openHours(zone: string, hours: readonly (readonly DayHours[])[], first: string, days: number): Open[] {
  const all: Open[] = [];
  for (let i = 0; i < days; i++) {
    const day = dayAfter(first, i);
    for (const h of hours[weekdayOf(day)] ?? [])
      all.push({ from: clockOn(zone, day, h.from), to: clockOn(zone, day, h.to) });
  }
  return all.filter((o) => o.to > o.from).sort((a, b) => a.from - b.from);
}

/**
 * Full hours of a stretch with what the clock reads: an hour that comes twice is there twice, one that is skipped is
 * not.
 */
export function hourMarks(zone: string, from: number, to: number): { at: number; label: string }[] {
  const marks: { at: number; label: string }[] = [];
  const quarter = 15 * 60_000;
  for (let at = Math.ceil(from / quarter) * quarter; at <= to; at += quarter)
    if (reads(zone, at, 'mm') === '00') marks.push({ at, label: reads(zone, at, 'HH') });
  return marks;
}

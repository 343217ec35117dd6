import ICAL from 'ical.js';
import { isDay } from '@/core/calendar/isDay';
import { hoursFrom } from '@/usecases/calendar/shop';
import {
  clockOn,
  dayAfter,
  dayOf,
  dayStart,
  hourMarks,
  isZone,
  momentFrom,
  momentsReading,
  openHours,
  reads,
  weekdayOf,
} from '@/usecases/calendar/zone';

/**
 * Nights on which the clocks change: 28 March and 31 October 2027 in Europe, 14 March and 7 November in New York (tz
 * database).
 */
const LONDON = 'Europe/London';
const NEW_YORK = 'America/New_York';
const HOUR = 3600_000;
const utc = (text: string): number => Date.parse(text);

test('a day is 23 hours long in spring and 25 in autumn', () => {
  const length = (zone: string, day: string): number => (dayStart(zone, dayAfter(day, 1)) - dayStart(zone, day)) / HOUR;
  expect([length(LONDON, '2027-03-28'), length(LONDON, '2027-10-31'), length(LONDON, '2027-06-01')]).toEqual([
    23, 25, 24,
  ]);
  expect([length(NEW_YORK, '2027-03-14'), length(NEW_YORK, '2027-11-07')]).toEqual([23, 25]);
  // Where midnight itself is skipped, a day begins when the clock shows one (Santiago, 5 September 2027).
  expect(reads('America/Santiago', dayStart('America/Santiago', '2027-09-05'), 'yyyy-MM-dd')).toBe('2027-09-05');
});

test('nine o’clock is nine o’clock on every day, before and after the clocks change', () => {
  const nine = (day: string): number => clockOn(LONDON, day, 9 * 60);
  expect(nine('2027-03-27')).toBe(utc('2027-03-27T09:00:00Z'));
  expect(nine('2027-03-28')).toBe(utc('2027-03-28T08:00:00Z'));
  expect(nine('2027-10-31')).toBe(utc('2027-10-31T09:00:00Z'));
  for (let i = 0; i < 366; i++) expect(reads(LONDON, nine(dayAfter('2027-01-01', i)), 'HH:mm')).toBe('09:00');
});

test('an hour that is skipped is no time, and says so; one that comes twice is there twice', () => {
  expect(momentsReading(LONDON, '2027-03-28T01:30')).toEqual([]);
  expect(() => momentFrom('Begins', LONDON, '2027-03-28T01:30')).toThrow('the clocks go forward over it');
  expect(momentsReading(LONDON, '2027-10-31T01:30')).toEqual([
    utc('2027-10-31T00:30:00Z'),
    utc('2027-10-31T01:30:00Z'),
  ]);
  expect(momentFrom('Begins', LONDON, '2027-10-31 01:30')).toBe(utc('2027-10-31T00:30:00Z'));
  expect(momentFrom('Begins', NEW_YORK, '2027-07-04T09:00')).toBe(utc('2027-07-04T13:00:00Z'));
});

test('what is no day and time is refused with its field', () => {
  for (const bad of ['', 'tomorrow', '2027-02-30T10:00', '2027-13-01T10:00', '2027-01-01T25:00', '2027-01-01'])
    expect(() => momentFrom('Begins', LONDON, bad)).toThrow('Begins');
  expect([isDay('2028-02-29'), isDay('2027-02-29'), isDay('2027-2-1')]).toEqual([true, false, false]);
  expect([isZone('Europe/London'), isZone('UTC'), isZone('Nowhere/Here'), isZone('')]).toEqual([
    true,
    true,
    false,
    false,
  ]);
});

test('the ruler of a night on which the clocks change has the hours that the clock shows', () => {
  const marks = (day: string): string =>
    hourMarks(LONDON, dayStart(LONDON, day), dayStart(LONDON, day) + 4 * HOUR)
      .map((m) => m.label)
      .join(' ');
  expect(marks('2027-03-28')).toBe('00 02 03 04 05');
  expect(marks('2027-10-31')).toBe('00 01 01 02 03');
  // Half an hour off Greenwich the hours are where its clock has them.
  expect(hourMarks('Asia/Kolkata', 0, 2 * HOUR).map((m) => m.at / HOUR)).toEqual([0.5, 1.5]);
});

test('a night shift is open as long as its clock says: nine hours in winter, eight and ten when the clocks change', () => {
  const night = Array.from({ length: 7 }, () => [{ from: 21 * 60, to: 30 * 60 }]);
  const hours = (day: string): number => {
    const [o] = openHours(LONDON, night, day, 1);
    return ((o?.to ?? 0) - (o?.from ?? 0)) / HOUR;
  };
  expect([hours('2027-01-10'), hours('2027-03-27'), hours('2027-10-30')]).toEqual([9, 8, 10]);
});

test('days and weekdays', () => {
  // 1 January 2027 is a Friday.
  expect([weekdayOf('2027-01-01'), weekdayOf('2027-01-04'), dayAfter('2026-12-31', 1)]).toEqual([4, 0, '2027-01-01']);
  expect(dayOf(NEW_YORK, utc('2027-01-01T03:00:00Z'))).toBe('2026-12-31');
});

test('open hours as typed', () => {
  expect(hoursFrom('Monday', '08:00-12:30, 13-17')).toEqual([
    { from: 480, to: 750 },
    { from: 780, to: 1020 },
  ]);
  expect(hoursFrom('Monday', ' ')).toEqual([]);
  expect(hoursFrom('Friday', '22-06')).toEqual([{ from: 1320, to: 1800 }]);
  for (const bad of ['8', 'from eight', '25-26', '08-08', '08:70-12', '08-12, 11-13'])
    expect(() => hoursFrom('Monday', bad)).toThrow('Monday');
});

test('times agree with the reader of calendar files, which knows no tz database of ours', () => {
  const text = [
    'BEGIN:VCALENDAR',
    'BEGIN:VTIMEZONE',
    'TZID:X',
    'BEGIN:STANDARD',
    'DTSTART:19701025T020000',
    'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU',
    'TZOFFSETFROM:+0100',
    'TZOFFSETTO:+0000',
    'END:STANDARD',
    'BEGIN:DAYLIGHT',
    'DTSTART:19700329T010000',
    'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU',
    'TZOFFSETFROM:+0000',
    'TZOFFSETTO:+0100',
    'END:DAYLIGHT',
    'END:VTIMEZONE',
    'END:VCALENDAR',
  ].join('\r\n');
  const zone = new ICAL.Timezone(
    new ICAL.Component(ICAL.parse(text)).getFirstSubcomponent('vtimezone') as ICAL.Component,
  );
  for (const day of ['2027-03-27', '2027-03-28', '2027-07-01', '2027-10-30', '2027-10-31', '2027-12-24']) {
    const t = ICAL.Time.fromDateTimeString(`${day}T09:00:00`);
    t.zone = zone;
    expect(momentFrom('At', LONDON, `${day}T09:00`)).toBe(t.toUnixTime() * 1000);
  }
});

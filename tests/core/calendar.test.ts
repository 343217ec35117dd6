import fc from 'fast-check';
import ICAL from 'ical.js';
import { recheckCalendar } from '@/files/calendar';

const due = (id: string, from: Date, to: Date, summary = 'Recheck') => ({
  id,
  summary,
  description: 'cold',
  from,
  to,
  stamp: from,
});
const read = (text: string) =>
  new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));

test('a calendar reads each recheck back once, on the days of its window, whatever the hour', () => {
  const hour = fc.integer({ min: 0, max: 23 });
  const day = fc.integer({ min: 1, max: 360 });
  fc.assert(
    fc.property(fc.array(fc.tuple(day, hour, fc.integer({ min: 0, max: 20 }), hour), { maxLength: 12 }), (windows) => {
      const all = windows.map(([d, h, long, h2], i) =>
        due(`r${i}`, new Date(2026, 0, d, h), new Date(2026, 0, d + long, h2)),
      );
      const events = read(recheckCalendar(all));
      expect(events.map((e) => e.uid)).toEqual(all.map((x) => `${x.id}@vectis`));
      events.forEach((e, i) => {
        const { from, to } = all[i] as (typeof all)[number];
        expect(e.startDate.isDate).toBe(true);
        // Both nights on which the clocks change lie in this year; a day is a day all the same.
        expect([e.startDate.year, e.startDate.month, e.startDate.day]).toEqual([
          from.getFullYear(),
          from.getMonth() + 1,
          from.getDate(),
        ]);
        const last = new Date(Date.UTC(to.getFullYear(), to.getMonth(), to.getDate() + 1));
        expect([e.endDate.year, e.endDate.month, e.endDate.day]).toEqual([
          last.getUTCFullYear(),
          last.getUTCMonth() + 1,
          last.getUTCDate(),
        ]);
      });
    }),
    { numRuns: 60 },
  );
});

test('commas, semicolons and line breaks in a name are read back as they are (RFC 5545, 3.3.11)', () => {
  const name = 'Recheck; Anselm, Heron\\ “DN 09”\nrear';
  const [event] = read(recheckCalendar([due('x', new Date(2026, 2, 1), new Date(2026, 2, 2), name)]));
  expect(event?.summary).toBe(name);
});

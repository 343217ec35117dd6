import fc from 'fast-check';
import { calendarView } from '@/usecases/calendar/day';
import { type SentView, sentView, viewSent } from '@/usecases/calendar/sent';
import { runningStore } from './open';

const NOW = new Date('2026-11-26T10:00:00Z');
runningStore({ demo: NOW });

test('a calendar that was sent is the calendar: of the demo’s week, and of whatever its bookings say', async () => {
  const view = await calendarView(null, 7, NOW.getTime());
  const bars = view.days.flatMap((d) => d.bars);
  expect(bars.length).toBeGreaterThan(2);
  // As it arrives: what is sent goes through text.
  const arrived = (v: typeof view): typeof view => viewSent(JSON.parse(JSON.stringify(sentView(v))) as SentView);
  expect(arrived(view)).toEqual(view);
  fc.assert(
    fc.property(
      fc.record({
        version: fc.integer({ min: 1, max: 3 }),
        kind: fc.constantFrom('visit' as const, 'recheck' as const),
        recheckId: fc.option(fc.string()),
        visitId: fc.string({ minLength: 1 }),
        href: fc.constantFrom('/jobs/x/fit', '/jobs/other/torque', '/vehicles/x'),
        placeId: fc.constantFrom(...view.rows.map((r) => r.id), 'a place that is gone'),
        whoId: fc.option(fc.string()),
        things: fc.array(fc.string(), { maxLength: 2 }),
        reaches: fc.integer({ min: 0, max: 2e12 }),
        tooLate: fc.option(fc.string()),
        notes: fc.array(fc.string(), { maxLength: 2 }),
        cureHours: fc.option(fc.integer()),
        cureWhy: fc.string(),
        why: fc.string(),
        stretches: fc.array(
          fc.record({ what: fc.constantFrom('work' as const, 'wait' as const), from: fc.nat(), to: fc.nat() }),
          { maxLength: 3 },
        ),
      }),
      (change) => {
        const [day] = view.days;
        const [bar] = bars;
        if (!day || !bar) throw new Error('The demo has bookings.');
        const changed = { ...view, days: [{ ...day, bars: [{ ...bar, ...change }] }] };
        expect(arrived(changed)).toEqual(changed);
      },
    ),
  );
});

import fc from 'fast-check';
import { type Booked, clashes, endOf, type Laid, laidInto, startOf, stretchesFrom } from '@/core/calendar/clash';
import { freeSlots, inOpenHours, type Open, withoutClosed } from '@/core/calendar/slots';

const MIN = 60_000;
const HOUR = 60 * MIN;

const at = (from: number, laid: Laid, over: Partial<Booked> = {}): Booked => ({
  id: 'a',
  title: 'A',
  car: null,
  place: 'bay',
  who: 'bram',
  things: [],
  stretches: stretchesFrom(from, laid),
  ...over,
});
const work = (minutes: number): Laid => ({ before: minutes, wait: 0, after: 0 });

test('a bay is taken from beginning to end, and what touches does not clash', () => {
  const one = at(0, work(60));
  const other = (from: number): Booked => at(from, work(60), { id: 'b', who: null });
  expect(clashes(one, [other(60 * MIN)])).toEqual([]);
  expect(clashes(one, [other(59 * MIN)])).toMatchObject([{ of: 'place', from: 59 * MIN, to: 60 * MIN }]);
  // Itself, at its old time, is no clash.
  expect(clashes(one, [at(0, work(60))])).toEqual([]);
});

test('while locker cures the car stays where it is, and hands are free for another', () => {
  const curing = at(0, { before: 60, wait: 120, after: 30 }, { things: ['lamp'] });
  const inWait = at(60 * MIN, work(120), { id: 'b', place: 'other bay', things: ['lamp'] });
  expect(clashes(curing, [inWait])).toEqual([]);
  expect(clashes(curing, [{ ...inWait, place: 'bay' }]).map((c) => c.of)).toEqual(['place']);
  const longer = at(60 * MIN, work(121), { id: 'b', place: 'other bay', things: ['lamp'] });
  expect(clashes(curing, [longer]).map((c) => c.of)).toEqual(['person', 'thing']);
  expect(clashes(curing, [{ ...longer, who: null, things: [] }])).toEqual([]);
});

const minutes = fc.integer({ min: 0, max: 300 });
const laid = fc.record({ before: fc.integer({ min: 1, max: 300 }), wait: minutes, after: minutes }).map((l): Laid => l);
const booked = fc
  .record({
    id: fc.constantFrom('a', 'b', 'c', 'd'),
    car: fc.constantFrom('tern', 'heron', null),
    place: fc.constantFrom('bay', 'bay 2'),
    who: fc.constantFrom('bram', 'tamsin', null),
    things: fc.subarray(['lamp', 'helper']),
    from: fc.integer({ min: 0, max: 2000 }),
    laid,
  })
  .map(({ from, laid: l, ...b }): Booked => ({ ...b, title: b.id, stretches: stretchesFrom(from * MIN, l) }));

test('law: two clash one way as the other, and minute by minute as a list would find it', () => {
  const takes = (b: Booked, t: number, hands: boolean): boolean =>
    b.stretches.some((s) => s.from <= t && t < s.to && (!hands || s.what === 'work'));
  fc.assert(
    fc.property(booked, booked, (a, b) => {
      fc.pre(a.id !== b.id);
      const found = new Set(clashes(a, [b]).map((c) => `${c.of}/${c.id}`));
      expect(found).toEqual(new Set(clashes(b, [a]).map((c) => `${c.of}/${c.id}`)));
      const wanted = new Set<string>();
      for (let t = 0; t < 3200 * MIN; t += MIN) {
        const whole = t >= startOf(a) && t < endOf(a) && t >= startOf(b) && t < endOf(b);
        if (whole && a.car !== null && a.car === b.car) wanted.add(`car/${a.car}`);
        if (whole && a.place === b.place) wanted.add(`place/${a.place}`);
        if (!takes(a, t, true) || !takes(b, t, true)) continue;
        if (a.who !== null && a.who === b.who) wanted.add(`person/${a.who}`);
        for (const x of a.things) if (b.things.includes(x)) wanted.add(`thing/${x}`);
      }
      expect(found).toEqual(wanted);
    }),
    { numRuns: 150 },
  );
});

test('law: a length that was asked for is kept to the minute; what is missing is taken off the wait first', () => {
  fc.assert(
    fc.property(laid, fc.integer({ min: 5, max: 1200 }), (usual, length) => {
      const got = laidInto(usual, length);
      expect(got.before + got.wait + got.after).toBeCloseTo(length, 6);
      expect(Math.min(got.before, got.wait, got.after)).toBeGreaterThanOrEqual(0);
      // Work is never shortened while there is a wait left to take from, and the wait never grows.
      expect(got.wait).toBeLessThanOrEqual(usual.wait);
      if (got.wait > 0) expect(got.before).toBe(usual.before);
      if (length >= usual.before + usual.wait + usual.after) expect(got.wait).toBe(usual.wait);
    }),
  );
});

const open: Open[] = [
  { from: 8 * HOUR, to: 12 * HOUR },
  { from: 13 * HOUR, to: 17 * HOUR },
  { from: 32 * HOUR, to: 41 * HOUR },
];

test('work lies in open hours; a cure may run through the night', () => {
  const over = (from: number, l: Laid) => inOpenHours({ stretches: stretchesFrom(from, l) }, open);
  expect(over(8 * HOUR, work(240))).toBe(true);
  expect(over(8 * HOUR, work(241))).toBe(false);
  expect(over(16 * HOUR, { before: 60, wait: 15 * 60, after: 60 })).toBe(true);
  expect(over(16 * HOUR, { before: 60, wait: 14 * 60, after: 60 })).toBe(false);
});

test('closures are cut out of open hours', () => {
  expect(withoutClosed(open.slice(0, 1), [{ from: 9 * HOUR, to: 10 * HOUR }])).toEqual([
    { from: 8 * HOUR, to: 9 * HOUR },
    { from: 10 * HOUR, to: 12 * HOUR },
  ]);
  expect(withoutClosed(open.slice(0, 1), [{ from: 0, to: 24 * HOUR }])).toEqual([]);
});

test('law: every slot that is offered is open and free, and none before the first was', () => {
  fc.assert(
    fc.property(fc.array(booked, { maxLength: 8 }), fc.integer({ min: 15, max: 200 }), (all, length) => {
      const others = all.map((b, i) => ({ ...b, id: `${i}` }));
      const wanted = {
        places: ['bay', 'bay 2'],
        people: ['bram', 'tamsin'],
        things: ['lamp'],
        car: 'tern',
        laid: work(length),
        from: 0,
        to: 60 * HOUR,
      };
      const slots = freeSlots(wanted, others, open, 3);
      const goes = (from: number, place: string, who: string): boolean => {
        const asked = at(from, wanted.laid, { id: 'asked', car: 'tern', place, who, things: ['lamp'] });
        return inOpenHours(asked, open) && clashes(asked, others).length === 0;
      };
      for (const s of slots) expect(goes(s.from, s.place, s.who ?? '')).toBe(true);
      const first = slots[0]?.from ?? 60 * HOUR;
      for (let t = 0; t < first; t += 15 * MIN)
        for (const place of wanted.places) for (const who of wanted.people) expect(goes(t, place, who)).toBe(false);
    }),
    { numRuns: 120 },
  );
});

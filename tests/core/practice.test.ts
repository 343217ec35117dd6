import { assess } from '@/core/evaluate/evaluate';
import { runBot } from '@/core/practice/bots';
import { LESSONS, practiceCar, type PracticeCar } from '@/core/practice/lessons';
import { asTaken, misread, practiceReadings, readingAt } from '@/core/practice/readings';
import { outcomesOf } from '@/core/practice/world';

const carOf = (seed: string): PracticeCar => {
  const car = practiceCar(seed);
  if (car === null) throw new Error(`${seed} is no car`);
  return car;
};
const seeds = (from: string, count: number): string[] => Array.from({ length: count }, (_, i) => `${from}-${i}`);
/** More than the default is for a change of the rules. */
const RUNS = Number(process.env.VECTIS_BOTS ?? 120);

test('the same seed is the same car, what is no seed is none', () => {
  expect(JSON.stringify(practiceCar('long-bolts-3'))).toBe(JSON.stringify(practiceCar('long-bolts-3')));
  for (const bad of ['', 'x', 'long-bolts', 'long-bolts-', 'other-1', 'any-1234567', 'any--1', '../etc'])
    expect(practiceCar(bad)).toBeNull();
});

test.each(LESSONS)('%s: three cars of four are wrong in its way, the fourth holds on every wheel', (lesson) => {
  const WAY = { 'long-bolts': 'behind', 'shallow-pocket': 'pocket', 'capped-nut': 'cap', 'thread-used-up': 'shank' };
  for (const [i, seed] of seeds(lesson, 8).entries()) {
    const { world, whole } = carOf(seed);
    const all = outcomesOf(world);
    const said = new Set(all.flatMap((o) => o.faults.map((f) => f.what)));
    expect([seed, ...said]).toEqual(i % 4 === 3 ? [seed] : [seed, WAY[lesson]]);
    if (lesson === 'shallow-pocket' && i % 4 !== 3)
      expect(all.some((o) => !o.faults.some((f) => f.what === 'pocket'))).toBe(true);
    // Measured whole, what does not hold does not go forward.
    if (said.size > 0) expect([seed, assess(whole).blocking.length > 0]).toEqual([seed, true]);
  }
});

test('what was not taken is not known, and what was taken reads as the car does', () => {
  for (const seed of seeds('any', 12)) {
    const { whole } = carOf(seed);
    const all = practiceReadings(whole);
    expect(asTaken(whole, new Set(all.map((r) => r.id)))).toEqual(whole);
    const none = asTaken(whole, new Set());
    expect(practiceReadings(none)).toEqual([]);
    for (const r of all) {
      const one = asTaken(whole, new Set([r.id]));
      expect(practiceReadings(one).map((x) => x.id)).toEqual([r.id]);
      expect(readingAt(one, r)).toEqual(readingAt(whole, r));
      const off = readingAt(misread(whole, r, 5), r).value - readingAt(whole, r).value;
      expect([r.id, off === 0]).toEqual([r.id, false]);
    }
  }
});

test('bots: the careful and the hurried one are let do nothing dangerous; the careful one gets its work done', () => {
  const tally = { careful: 0, hurried: 0, able: 0, done: 0, wrongHanded: 0, stopped: 0 };
  for (const [i, seed] of [...seeds('any', RUNS), ...LESSONS.flatMap((l) => seeds(l, RUNS / 10))].entries()) {
    const car = carOf(seed);
    const chance = (i + 1) / 100_003;
    const careful = runBot('careful', car, chance);
    expect([seed, careful.dangerous]).toEqual([seed, false]);
    expect([seed, runBot('hurried', car, chance).dangerous]).toEqual([seed, false]);
    tally.careful += careful.fitted ? 1 : 0;
    // What goes with everything measured is what may go at all.
    if (assess(car.whole).blocking.length === 0) {
      tally.able += 1;
      tally.done += careful.fitted ? 1 : 0;
    }
    const wrong = runBot('wrong-handed', car, chance);
    tally.wrongHanded += wrong.dangerous ? 1 : 0;
    tally.stopped += wrong.fitted ? 0 : 1;
  }
  expect(tally.able).toBeGreaterThan(RUNS / 20);
  expect(tally.done / tally.able).toBeGreaterThanOrEqual(0.95);
  // A figure that is off shows in most cars, and in all but a few of those that it would hurt.
  expect(tally.stopped).toBeGreaterThan(RUNS / 4);
  expect(tally.wrongHanded / RUNS).toBeLessThan(0.05);
}, 600_000);

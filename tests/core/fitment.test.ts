import fc from 'fast-check';
import { expectedFigure, FITMENT_FACTS, fitmentOf, type HubFacts } from '@/core/document/fitment';

const hub = (over: Partial<HubFacts>): HubFacts => ({
  thread: 'M14x1.5',
  fastening: 'bolt',
  lugs: '5',
  boltCircle: '112',
  seat: 'ball14',
  threadMaterial: 'unknown',
  nutStyle: 'unknown',
  ...over,
});

test('what most cars had is expected, with how many of how many; what nobody knew and what is even is not', () => {
  const known = fitmentOf([
    hub({}),
    hub({ seat: 'cone60', lugs: '' }),
    hub({ seat: 'ball14', threadMaterial: 'steel' }),
    hub({ thread: 'M12x1.5', fastening: 'stud' }),
  ]);
  expect(known.thread).toEqual({ value: 'M14x1.5', cars: 3, of: 4 });
  expect(known.lugs).toEqual({ value: '5', cars: 3, of: 3 });
  expect(known.seat).toEqual({ value: 'ball14', cars: 3, of: 4 });
  expect(known.threadMaterial).toEqual({ value: 'steel', cars: 1, of: 1 });
  expect(known.nutStyle).toBeUndefined();
  // Two cars that differ say nothing of the third.
  expect(fitmentOf([hub({}), hub({ thread: 'M12x1.25' })]).thread).toBeUndefined();
  expect(fitmentOf([])).toEqual({});
});

test('law: what is expected was on more of the cars than anything else, and no other car changes what its own facts say', () => {
  const value = fc.constantFrom('a', 'b', 'c', 'unknown', '', ' ');
  const anyHub = fc.record(Object.fromEntries(FITMENT_FACTS.map((f) => [f, value]))) as fc.Arbitrary<HubFacts>;
  fc.assert(
    fc.property(fc.array(anyHub, { maxLength: 12 }), (hubs) => {
      const known = fitmentOf(hubs);
      expect(fitmentOf([...hubs].reverse())).toEqual(known);
      for (const fact of FITMENT_FACTS) {
        const had = (v: string) => hubs.filter((h) => h[fact] === v).length;
        const counts = ['a', 'b', 'c'].map(had);
        const most = Math.max(...counts);
        const alone = counts.filter((c) => c === most).length === 1;
        const k = known[fact];
        if (most === 0 || !alone) expect(k).toBeUndefined();
        else
          expect(k).toEqual({
            value: ['a', 'b', 'c'][counts.indexOf(most)],
            cars: most,
            of: counts.reduce((a, b) => a + b),
          });
      }
    }),
    { numRuns: 400 },
  );
});

describe('a figure that other cars of the model had', () => {
  const of = (car: string, value: number, pm = 0.1) => ({ car, value, pm });

  test('the middle of the cars, each once however often it was measured', () => {
    // Spigots of 57.0 and 57.2: 57.1, and 0.1 of their own with 0.1 to either of them.
    const found = expectedFigure([of('a', 57.0), of('a', 57.0), of('b', 57.2)]);
    expect(found).toMatchObject({ cars: 2, least: 57, most: 57.2, apart: false });
    expect(found?.value).toBeCloseTo(57.1, 9);
    expect(found?.pm).toBeCloseTo(0.2, 9);
    expect(expectedFigure([])).toBeNull();
  });

  test('cars that differ by more than their errors had different parts', () => {
    expect(expectedFigure([of('a', 57.1), of('b', 60.1)])?.apart).toBe(true);
    // A tape says nothing against a caliper within its millimetre.
    expect(expectedFigure([of('a', 57.1), of('b', 58, 1)])?.apart).toBe(false);
  });

  test('law: every car lies inside with its own error, and one car more never makes the band narrower', () => {
    const figure = fc.record({
      car: fc.constantFrom('a', 'b', 'c', 'd'),
      value: fc.integer({ min: 500, max: 700 }).map((n) => n / 10),
      pm: fc.constantFrom(0.1, 0.2, 1),
    });
    fc.assert(
      fc.property(fc.array(figure, { minLength: 1, maxLength: 10 }), (figures) => {
        const all = expectedFigure(figures);
        if (!all) throw new Error('There are cars.');
        expect(all.cars).toBe(new Set(figures.map((f) => f.car)).size);
        const [low, high] = [all.value - all.pm, all.value + all.pm];
        for (const f of figures) {
          // A car's repeats stand together, with half their spread as their error.
          const own = figures.filter((o) => o.car === f.car);
          expect(f.value).toBeGreaterThanOrEqual(low - 1e-9);
          expect(f.value).toBeLessThanOrEqual(high + 1e-9);
          if (own.length === 1) {
            expect(f.value - f.pm).toBeGreaterThanOrEqual(low - 1e-9);
            expect(f.value + f.pm).toBeLessThanOrEqual(high + 1e-9);
          }
        }
        const more = expectedFigure([...figures, { car: 'e', value: 60, pm: 0.1 }]);
        expect((more?.most ?? 0) - (more?.least ?? 0)).toBeGreaterThanOrEqual(all.most - all.least - 1e-9);
        if (all.apart) expect(all.most - all.least).toBeGreaterThan(0.1);
      }),
    );
  });
});

test('a thread is one thread however it was typed', () => {
  const hub = { fastening: '', lugs: '', boltCircle: '', seat: '', threadMaterial: '', nutStyle: '' };
  const found = fitmentOf([
    { ...hub, thread: 'M14x1.5' },
    { ...hub, thread: 'm14 × 1,5' },
    { ...hub, thread: 'M12x1.5' },
  ]);
  expect(found.thread).toEqual({ value: 'M14x1.5', cars: 2, of: 3 });
});

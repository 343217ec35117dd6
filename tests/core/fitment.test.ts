import fc from 'fast-check';
import { FITMENT_FACTS, fitmentOf, type HubFacts } from '@/core/document/fitment';

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

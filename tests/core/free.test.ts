import fc from 'fast-check';
import { freeMinutes, freeText } from '@/core/calendar/free';

const MIN = 60_000;
const span = fc
  .tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 1, max: 120 }))
  .map(([from, long]) => ({ from: from * MIN, to: (from + long) * MIN }));

test('law: free minutes are counted as one would on the clock, minute by minute, whatever overlaps', () => {
  fc.assert(
    fc.property(
      fc.array(span, { maxLength: 2 }),
      fc.array(span, { maxLength: 5 }),
      fc.integer({ min: 0, max: 400 }),
      (open, closed, from) => {
        // Open hours of a shop do not overlap.
        const [one, two] = open;
        const hours = one && two && two.from < one.to && one.from < two.to ? [one] : open;
        let counted = 0;
        for (let m = from; m < 500; m += 1) {
          const at = m * MIN;
          const within = (o: { from: number; to: number }) => o.from <= at && at < o.to;
          if (hours.some(within) && !closed.some(within)) counted += 1;
        }
        expect(freeMinutes(hours, closed, from * MIN)).toBe(counted);
      },
    ),
  );
});

test('a day of nine hours with a visit of two and a lunch of one has six; half a minute is not a minute', () => {
  const at = (h: number) => h * 60 * MIN;
  const day = [{ from: at(8), to: at(17) }];
  expect(
    freeMinutes(
      day,
      [
        { from: at(9), to: at(11) },
        { from: at(12), to: at(13) },
      ],
      0,
    ),
  ).toBe(360);
  expect(freeMinutes(day, [], at(16) + 30_000)).toBe(59);
  expect(freeMinutes(day, [], at(18))).toBe(0);
});

test('free time is said in whole quarters and never more than there is', () => {
  expect(['full', '15 min free', '1 h 45 min free']).toEqual([14, 29, 119].map(freeText));
});

import fc from 'fast-check';
import { formatMileage, parseMileage } from '@/core/units/mileage';

test('an odometer is read in the unit that is said, else in the page’s; nothing is null', () => {
  expect(parseMileage('84200', 'metric')).toBe(84200);
  expect(parseMileage(' 84 200 km ', 'imperial')).toBe(84200);
  expect(parseMileage('84.200', 'metric')).toBe(84200);
  expect(parseMileage('1,084,200', 'metric')).toBe(1084200);
  // A mile is 1.609344 km (international yard and pound agreement, 1959).
  expect(parseMileage('52,300 mi', 'metric')).toBe(84169);
  expect(parseMileage('52300', 'imperial')).toBe(84169);
  expect(parseMileage('0', 'metric')).toBe(0);
  expect(parseMileage('  ', 'metric')).toBeNull();
});

test.each(['about 80', '84200.5', '8.42', '-5', '84,20', '4000000 km', '1e5', '9999999 mi', 'km'])(
  '“%s” is not what an odometer shows, and what would do is said',
  (typed) => {
    expect(() => parseMileage(typed, 'metric')).toThrow(
      /Mileage “.*” is not what an odometer shows\..*84200 or 52300 mi/s,
    );
  },
);

test('law: what is shown is read back as the same kilometre, in miles within one', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 2_999_998 }), (km) => {
      expect(parseMileage(formatMileage(km, 'metric'), 'imperial')).toBe(km);
      const back = parseMileage(formatMileage(km, 'imperial'), 'metric') as number;
      expect(Math.abs(back - km)).toBeLessThanOrEqual(1);
    }),
    { numRuns: 500 },
  );
});

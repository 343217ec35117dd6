import fc from 'fast-check';
import { inchToMm, lbfFtToNm, mmToInch, nmToLbfFt, nToLbf } from '@/core/units/factors';
import { formatLength, formatTorque, formatTurns } from '@/core/units/format';
import { parseNumber } from '@/core/units/number';
import { asShown, fieldText, parseAngle, parseLength, parseTorque, parseTurns, unitShown } from '@/core/units/parse';
import { largestAtOrBelow, roundTo } from '@/core/units/round';

const WIDE = { min: -1000, max: 1000 };

describe('factors against NIST SP 811, appendix B (from memory)', () => {
  test('inch, pound-force and pound-force foot', () => {
    // Exact by definition: 25.4 mm; 0.453 592 37 kg at 9.806 65 m/s²; a foot is twelve inches.
    expect(inchToMm(1)).toBe(25.4);
    expect(lbfFtToNm(1)).toBeCloseTo(0.45359237 * 9.80665 * 0.3048, 12);
    // The table prints 1.355 818 E+00 and 4.448 222 E+00.
    expect(lbfFtToNm(1)).toBeCloseTo(1.355818, 6);
    expect(nToLbf(4.448222)).toBeCloseTo(1, 6);
  });

  test('units round-trip', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e4, max: 1e4, noNaN: true }), (x) => {
        expect(inchToMm(mmToInch(x))).toBeCloseTo(x, 9);
        expect(lbfFtToNm(nmToLbfFt(x))).toBeCloseTo(x, 9);
      }),
    );
  });
});

describe('what people type', () => {
  test.each([
    ['19,05', 19.05],
    ['3/4"', 19.05],
    ['0.75in', 19.05],
    ['¾ in', 19.05],
    ['1 1/4"', 31.75],
    ['1¼"', 31.75],
    ['20 mm', 20],
    ['2cm', 20],
    [' 12.5 ', 12.5],
    ['-3', -3],
    ['−3', -3],
  ])('length %p is %d mm', (text, mm) => {
    expect(parseLength('Spacer', text, WIDE).value).toBeCloseTo(mm, 10);
  });

  test.each([
    ['120', 120],
    ['120 Nm', 120],
    ['120 N·m', 120],
    ['90 lbf·ft', 122.0236],
    ['90 ft-lb', 122.0236],
    ['90 lb ft', 122.0236],
  ])('torque %p is %d N·m', (text, nm) => {
    expect(parseTorque('Torque', text, WIDE).value).toBeCloseTo(nm, 3);
  });

  test('turns and angles', () => {
    expect(parseTurns('Turns', '15½', WIDE).value).toBe(15.5);
    expect(parseTurns('Turns', '7 1/4 turns', WIDE).value).toBe(7.25);
    expect(parseAngle('Movement', '12°', WIDE).value).toBe(12);
  });

  test.each([
    ['abc', /Gap “abc” is not a figure\. Type one such as/],
    ['', /Gap is empty/],
    ['1/0', /is not a figure/],
    ['12 34', /is not a figure/],
    ['1e3', /is not a figure/],
    ['NaN', /is not a figure/],
    ['12 lbf', /is not a figure/],
  ])('length %p is refused with a sentence', (text, sentence) => {
    expect(() => parseLength('Gap', text, WIDE)).toThrow(sentence);
  });

  test('out of range names the value and the range that would do', () => {
    expect(() => parseLength('Spacer', '-3', { min: 0, max: 60 })).toThrow(
      'Spacer “-3” is below 0 mm. Enter anything between 0 and 60 mm.',
    );
    expect(() => parseTurns('Turns', '400', { min: 0, max: 40 })).toThrow(
      'Turns “400” is above 40 turns. Enter anything between 0 and 40 turns.',
    );
  });

  test('never a number out of text that is not one', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const n = parseNumber(text);
        expect(n === null || Number.isFinite(n)).toBe(true);
      }),
    );
  });
});

describe('rounding never goes toward danger', () => {
  test('down never exceeds, up never falls short', () => {
    fc.assert(
      fc.property(fc.double({ min: -500, max: 500, noNaN: true }), fc.integer({ min: 0, max: 4 }), (x, decimals) => {
        expect(roundTo(x, decimals, 'down')).toBeLessThanOrEqual(x + 1e-6);
        expect(roundTo(x, decimals, 'up')).toBeGreaterThanOrEqual(x - 1e-6);
        expect(roundTo(x, decimals, 'up') - roundTo(x, decimals, 'down')).toBeLessThanOrEqual(10 ** -decimals + 1e-9);
      }),
    );
  });

  test('a size is chosen at or below its limit, and is the largest such', () => {
    const hundredths = fc.integer({ min: 0, max: 6000 }).map((n) => n / 100);
    fc.assert(
      fc.property(fc.array(hundredths), hundredths, (sizes, limit) => {
        const best = largestAtOrBelow(sizes, limit);
        const allowed = sizes.filter((s) => s <= limit);
        expect(best ?? -1).toBeCloseTo(allowed.length > 0 ? Math.max(...allowed) : -1, 6);
      }),
    );
  });

  test('texts', () => {
    expect(formatLength(11.25, 'metric', 'down')).toBe('11.25 mm');
    expect(formatLength(11.259, 'metric', 'down')).toBe('11.25 mm');
    expect(formatLength(14, 'metric', 'up')).toBe('14.0 mm');
    expect(formatLength(19.05, 'imperial')).toBe('0.750 in');
    expect(formatTorque(lbfFtToNm(90), 'imperial')).toBe('90 lbf·ft');
    expect(formatTurns(7.499, 'down')).toBe('7.49 turns');
  });
});

describe('a bare figure is read in the unit that its field shows', () => {
  // 1 in = 25.4 mm, 1 lbf·ft = 1.3558179483 N·m, 1 lbf = 4.4482216153 N: definitions, NIST SP 811 (from memory).
  test.each([
    ['0.25', 'length', 6.35],
    ['1/4', 'length', 6.35],
    ['1 1/2', 'length', 38.1],
    ['½', 'length', 12.7],
    ['12.7 mm', 'length', 12.7],
    ['1/4"', 'length', 6.35],
    ['90', 'torque', 122.02361535],
    ['120 Nm', 'torque', 120],
  ] as const)('%s with inches on', (typed, kind, value) => {
    const read = kind === 'length' ? parseLength : parseTorque;
    expect(read('Figure', asShown(typed, kind, 'imperial'), { min: 0, max: 500 }).value).toBeCloseTo(value, 6);
  });
  test('with millimetres on nothing is added, and what is no figure stays what it is', () => {
    for (const typed of ['0.25', '1/4"', 'x', '']) expect(asShown(typed, 'length', 'metric')).toBe(typed);
    for (const typed of ['x', '', '1/4"', '3 mm']) expect(asShown(typed, 'length', 'imperial')).toBe(typed);
    expect([unitShown('length', 'imperial'), unitShown('torque', 'metric'), unitShown('load', 'imperial')]).toEqual([
      'in',
      'N·m',
      'lbf',
    ]);
  });
  test('what a field shows of a figure reads back as that figure', () => {
    const lengths = fc.integer({ min: 0, max: 15000 }).map((n) => n / 100);
    fc.assert(
      fc.property(lengths, fc.constantFrom('metric' as const, 'imperial' as const), (mm, system) => {
        const text = asShown(fieldText(mm, 'length', system), 'length', system);
        expect(Math.abs(parseLength('Figure', text, { min: 0, max: 200 }).value - mm)).toBeLessThanOrEqual(
          25.4 / 2000 + 1e-9,
        );
      }),
    );
  });
});

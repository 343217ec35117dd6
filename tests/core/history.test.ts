import fc from 'fast-check';
import { gapCorrection } from '@/core/calendar/gapMemory';
import { corrected, meanError, workedMinutes } from '@/core/calendar/history';
import { lengthText, readLength } from '@/core/calendar/length';
import { shortOf } from '@/core/calendar/orders';
import { filled, readAddress, readTemplate, USUAL_TEMPLATE } from '@/core/calendar/template';

const took = (...ratios: number[]) => ratios.map((r) => ({ estimated: 60, actual: 60 * r }));

test('without a history the estimate stands, with a wide spread', () => {
  expect(corrected(80, [])).toEqual({ minutes: 80, low: 60, high: 112, of: 0, factor: 1 });
});

test('with a history it is pulled to the median of what work took', () => {
  // Worked by hand: three at 1.5 and the weight of three at 1 make (3·1.5 + 3)/6 = 1.25.
  expect(corrected(100, took(1.5, 1.5, 1.5)).factor).toBeCloseTo(1.25, 12);
  // One that took ten times as long does not carry the others away: median of 1, 1, 1, 1, 10 is 1.
  expect(corrected(100, took(1, 1, 1, 1, 10)).factor).toBeCloseTo(1, 12);
  // Tenth and ninetieth percentile of 1.0 … 1.9 by linear interpolation (type 7): 1.09 and 1.81.
  const ten = corrected(100, took(1, 1.1, 1.2, 1.3, 1.4, 1.5, 1.6, 1.7, 1.8, 1.9));
  expect(ten.of).toBe(10);
  expect(ten.low).toBeGreaterThanOrEqual(100);
  expect(ten.low).toBeLessThanOrEqual(110);
  expect(ten.high).toBeGreaterThanOrEqual(180);
});

test('what is no time says nothing', () => {
  expect(
    corrected(60, [
      { estimated: 0, actual: 50 },
      { estimated: 60, actual: Number.NaN },
    ]).of,
  ).toBe(0);
});

const ratio = fc.double({ min: 0.2, max: 5, noNaN: true });

test('law: the corrected time lies within its own spread, and grows with what work took', () => {
  fc.assert(
    fc.property(fc.array(ratio, { maxLength: 30 }), fc.integer({ min: 5, max: 400 }), (ratios, minutes) => {
      const c = corrected(minutes, took(...ratios));
      expect(c.low).toBeLessThanOrEqual(c.minutes);
      expect(c.high).toBeGreaterThanOrEqual(c.minutes);
      const slower = corrected(minutes, took(...ratios.map((r) => r * 1.3)));
      expect(slower.minutes).toBeGreaterThanOrEqual(c.minutes - 1e-9);
    }),
  );
});

test('the mean error is a share of what it took', () => {
  // |60 − 80|/80 = 0.25 and |90 − 60|/60 = 0.5.
  expect(
    meanError([
      { estimated: 60, actual: 80 },
      { estimated: 90, actual: 60 },
    ]),
  ).toBeCloseTo(0.375, 12);
  expect(meanError([])).toBeNull();
});

const MIN = 60_000;

test('worked time leaves out pauses, cures and the night', () => {
  const noted = [0, 10, 20, 50, 60].map((m) => m * MIN);
  expect(workedMinutes(noted, [])).toBe(60);
  expect(workedMinutes(noted, [{ from: 20 * MIN, to: 50 * MIN }])).toBe(30);
  // Two that overlap are taken off once.
  expect(
    workedMinutes(noted, [
      { from: 20 * MIN, to: 45 * MIN },
      { from: 30 * MIN, to: 50 * MIN },
    ]),
  ).toBe(30);
  expect(workedMinutes([...noted, 60 * MIN + 14 * 60 * MIN, 920 * MIN], [])).toBe(80);
  expect(workedMinutes([5], [])).toBe(0);
});

test('law: worked time is never below nothing, nor longer than from first to last', () => {
  const span = fc.tuple(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 0, max: 5000 }));
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 5000 }), { minLength: 1, maxLength: 30 }),
      fc.array(span),
      (at, away) => {
        const spans = away.map(([a, b]) => ({ from: Math.min(a, b) * MIN, to: Math.max(a, b) * MIN }));
        const minutes = workedMinutes(
          at.map((m) => m * MIN),
          spans,
        );
        expect(minutes).toBeGreaterThanOrEqual(0);
        expect(minutes).toBeLessThanOrEqual(Math.max(...at) - Math.min(...at) + 1e-9);
        // The order in which they are read makes no difference.
        expect(
          workedMinutes(
            [...at].reverse().map((m) => m * MIN),
            [...spans].reverse(),
          ),
        ).toBeCloseTo(minutes, 9);
      },
    ),
  );
});

test('the gap’s correction is the mean difference with twice its standard error', () => {
  const pairs = [-1, -2, 0, -1].map((d) => ({ predicted: 10, achieved: 10 + d }));
  // Mean −1, sample deviation √(2/3) = 0.816, twice over √4: 0.816.
  const c = gapCorrection(pairs);
  expect(c?.shift).toBeCloseTo(-1, 12);
  expect(c?.pm).toBeCloseTo(Math.sqrt(2 / 3), 12);
  expect(gapCorrection(pairs.slice(1))).toBeNull();
});

test('a length is read as it is typed', () => {
  expect([
    readLength('L', '2:30'),
    readLength('L', '2 h 30 min'),
    readLength('L', '150'),
    readLength('L', '2,5 h'),
  ]).toEqual([150, 150, 150, 150]);
  expect(readLength('L', ' ')).toBeNull();
  for (const bad of ['soon', '2:75', '-5', '1h2h', 'NaN', '1e9 min'])
    expect(() => readLength('Length', bad)).toThrow('Length');
  // Upward: nothing is through before its time.
  expect([lengthText(59.01), lengthText(60), lengthText(90.2), lengthText(0)]).toEqual([
    '1 h',
    '1 h',
    '1 h 31 min',
    '0 min',
  ]);
});

test('law: what is short in all is what no part of the shelf can give, whoever comes first', () => {
  const need = fc.record({
    wanted: fc.integer({ min: 0, max: 20 }),
    kept: fc.integer({ min: 0, max: 8 }),
    parts: fc.subarray(['p', 'q'], { minLength: 0 }),
  });
  const shelf = { p: 12, q: 5 } as const;
  fc.assert(
    fc.property(fc.array(need, { maxLength: 6 }), (all) => {
      const needs = all.map((n, i) => ({
        what: `${i}`,
        wanted: n.wanted,
        kept: n.kept,
        fits: n.parts.map((p) => ({ partId: p, free: shelf[p as 'p' | 'q'] })),
      }));
      const short = shortOf(needs);
      const asked = needs.reduce((n, x) => n + Math.max(0, x.wanted - x.kept), 0);
      const missing = short.reduce((n, x) => n + x.short, 0);
      expect(missing).toBeGreaterThanOrEqual(asked - shelf.p - shelf.q);
      expect(missing).toBeLessThanOrEqual(asked);
      // The first one takes what is there before anybody else.
      const first = needs[0];
      if (first) {
        const free = first.fits.reduce((n, f) => n + f.free, 0);
        const left = Math.max(0, first.wanted - first.kept - free);
        expect(short.find((s) => s.need === first)?.short ?? 0).toBe(left);
      }
    }),
  );
});

test('a template is filled once: what is put in is not read as a template again', () => {
  const words = { name: '{car}', car: 'Corvane Tern', plate: 'SW 14 TRN', when: 'Friday', what: 'x', place: 'Bay 1' };
  const { subject, text } = filled('Your {car}\nDear {name}, {when} {nobody}', words);
  expect(subject).toBe('Your Corvane Tern');
  expect(text).toBe('Dear {car}, Friday {nobody}');
  for (const usual of Object.values(USUAL_TEMPLATE)) expect(readTemplate(usual)).toBe(usual);
  expect(() => readTemplate('Subject only')).toThrow('no subject or no text');
  expect(() => readTemplate('Hello {nobody}\ntext')).toThrow('{nobody}');
  // A line break in a name does not begin another header.
  expect(filled('For {name}\nx', { ...words, name: 'A\nBcc: b@c' }).subject).toBe('For A Bcc: b@c');
});

test('one address, or none', () => {
  expect(readAddress(' a.b@c.example ')).toBe('a.b@c.example');
  expect(readAddress('')).toBe('');
  for (const bad of ['a', 'a@b@c', 'a b@c', 'a@c, d@e', 'a@b\nBcc: x@y', '<a@b>'])
    expect(() => readAddress(bad)).toThrow('E-mail');
});

import fc from 'fast-check';
import { DEFAULT_POLICY } from '@/core/document/policy';
import {
  breakingLoad,
  externalShearPerMm,
  internalShearPerMm,
  SHEAR_RATIO,
  strengthFrom,
  strengthMinimum,
} from '@/core/engagement/strength';
import { carries, compileThread, minimumsFor } from '@/core/figures/compiled';
import { BOLT_CLASSES, boltStrength, NUT_CLASSES, nutProofStress } from '@/core/thread/classes';
import { parseThread } from '@/core/thread/designation';
import { threadLimits } from '@/core/thread/limits';

const of = (text: string) => parseThread('Thread', text);

describe('limits of size', () => {
  // ISO 965-2, limits for general purpose threads, 6g/6H (printed table, from memory). The table is rounded to the
  // R40 series; the raw formulas differ from it by up to 0.014 mm.
  test.each([
    ['M12x1.75', { d2Max: 10.829, d2Min: 10.679, dMax: 11.966, dMin: 11.701, D2Max: 11.063, D1Max: 10.441 }],
    ['M10x1.5', { d2Max: 8.994, d2Min: 8.862, dMax: 9.968, dMin: 9.732, D2Max: 9.206, D1Max: 8.676 }],
    ['M16x2', { d2Max: 14.663, d2Min: 14.503, dMax: 15.962, dMin: 15.682, D2Max: 14.913, D1Max: 14.21 }],
    ['M12x1.25', { d2Max: 11.16, d2Min: 11.028, dMax: 11.972, dMin: 11.76, D2Max: 11.368, D1Max: 10.912 }],
  ])('%s within 0.014 mm of the printed table', (text, table) => {
    const l = threadLimits(of(text));
    for (const [name, value] of Object.entries(table)) {
      expect([name, Math.abs(l[name as keyof typeof l] - value) <= 0.014]).toEqual([name, true]);
    }
  });

  // ASME B1.1, 1/2-20 UNF-2A and 2B limits in inches (printed table, from memory). Minor diameters of internal
  // threads are printed to the thousandth only.
  test('1/2-20 UNF as printed', () => {
    const l = threadLimits(of('1/2-20'));
    const table = {
      dMax: 0.4987,
      dMin: 0.4906,
      d2Max: 0.4662,
      d2Min: 0.4619,
      D1Max: 0.457,
      D1Min: 0.446,
      D2Max: 0.4731,
      D2Min: 0.4675,
    };
    for (const [name, inch] of Object.entries(table))
      expect([
        name,
        Math.abs(l[name as keyof typeof l] / 25.4 - inch) < (name.startsWith('D1') ? 0.0006 : 0.0003),
      ]).toEqual([name, true]);
  });

  test('external never exceeds internal: every 6g bolt goes into every 6H nut', () => {
    for (const t of [
      'M8x1.25',
      'M12x1.5',
      'M12x1.25',
      'M14x1.5',
      'M14x1.25',
      'M22x1.5',
      '7/16-20',
      '1/2-20',
      '9/16-18',
    ]) {
      const l = threadLimits(of(t));
      expect(l.d2Max).toBeLessThan(l.D2Min);
      expect(l.dMin).toBeLessThan(l.dMax);
      expect(l.D1Max).toBeLessThan(l.d2Min);
    }
  });
});

describe('property classes', () => {
  // ISO 898-1 (from memory): the class says it itself, x.y means Rm ≥ x·100 and yield ≥ y/10 of it.
  test.each(['8.8', '10.9', '12.9'] as const)('class %s keeps what its name says', (c) => {
    const [x, y] = c.split('.').map(Number) as [number, number];
    for (const d of [10, 14, 20]) {
      const s = boltStrength(c, d);
      expect(s?.tensile).toBeGreaterThanOrEqual(x * 100);
      expect((s?.yield ?? 0) / (s?.tensile ?? 1)).toBeGreaterThanOrEqual(y / 10 - 0.011);
      expect((s?.proof ?? 0) / (s?.yield ?? 1)).toBeGreaterThan(0.87);
      expect((s?.proof ?? 0) / (s?.yield ?? 1)).toBeLessThan(0.95);
    }
  });
  test('8.8 has two ranges, divided at 16 mm; unknown stays unknown', () => {
    expect([boltStrength('8.8', 16)?.proof, boltStrength('8.8', 18)?.proof]).toEqual([580, 600]);
    expect(boltStrength('unknown', 12)).toBeNull();
    expect(new Set(BOLT_CLASSES).size).toBe(BOLT_CLASSES.length);
  });
  // ISO 898-1 proof loads in N (from memory): M12 10.9 70 000, M14 10.9 95 500, M12×1.5 8.8 51 100.
  test.each([
    ['M12x1.75', '10.9', 70000],
    ['M14x2', '10.9', 95500],
    ['M12x1.5', '8.8', 51100],
  ] as const)('proof load of %s class %s is %d N', (t, c, load) => {
    const { thread, stressArea } = compileThread(t);
    expect(Math.abs((boltStrength(c, thread.d)?.proof ?? 0) * stressArea - load) / load).toBeLessThan(0.006);
  });
  test('nut proof stresses rise with class and size, and outside the table there is an error', () => {
    for (const d of [6, 8, 10, 12, 14, 16, 20]) {
      const [a, b, c] = NUT_CLASSES.map((k) => nutProofStress(k, d)) as [number, number, number];
      expect(a < b && b < c).toBe(true);
    }
    expect(() => nutProofStress('8', 60)).toThrow(RangeError);
    expect(() => nutProofStress('8', 3)).toThrow(RangeError);
  });
});

/**
 * Shear area a second way: the tooth's thickness at a diameter is followed along the flank by stepping down the
 * 60° profile, not by the closed formula.
 */
function steppedShear(pitch: number, pitchDiameter: number, at: number, outward: 1 | -1): number {
  let thickness = pitch / 2;
  const steps = 2000;
  const distance = (at - pitchDiameter) / 2;
  for (let i = 0; i < steps; i += 1) thickness += outward * 2 * Math.tan(Math.PI / 6) * (distance / steps);
  return (Math.PI * at * thickness) / pitch;
}

describe('stripping', () => {
  // rule: engagement.strength-known — FED-STD-H28 and Machinery's Handbook (from memory), the arithmetic stepped a
  // second way.
  test.each(['M12x1.5', 'M12x1.25', 'M14x1.5', '1/2-20', '9/16-18'])(
    '%s: shear areas agree with stepping down the flank',
    (t) => {
      const thread = of(t);
      const l = threadLimits(thread);
      expect(internalShearPerMm(thread)).toBeCloseTo(steppedShear(thread.pitch, l.D2Max, l.dMin, 1), 6);
      expect(externalShearPerMm(thread)).toBeCloseTo(steppedShear(thread.pitch, l.d2Min, l.D1Max, -1), 6);
    },
  );

  // Machinery's Handbook: for equal materials Le = 2·At / (π·n·Kn_max·[1/(2n) + 0.57735·(Es_min − Kn_max)]) (from
  // memory).
  test('equal materials: the handbook’s length, with its factor 2 for shear at half of tensile', () => {
    const thread = of('1/2-20');
    const l = threadLimits(thread);
    const inch = 25.4;
    const n = inch / thread.pitch;
    const kn = l.D1Max / inch;
    const es = l.d2Min / inch;
    const at = (Math.PI / 4) * (0.5 - 0.9743 / n) ** 2;
    const handbook = ((2 * at) / (Math.PI * n * kn * (1 / (2 * n) + 0.57735 * (es - kn)))) * inch;
    const ours = breakingLoad(thread, 1000) / (SHEAR_RATIO * 1000 * externalShearPerMm(thread));
    expect(ours * SHEAR_RATIO * 2).toBeCloseTo(handbook, 3);
  });

  test('a nut of about 0.8 d holds a stud of its own strength: why standard nuts are that tall (ISO 4032 heights, from memory)', () => {
    for (const [t, height] of [
      ['M12x1.75', 10.8],
      ['M16x2', 14.8],
      ['M10x1.5', 8.4],
    ] as const) {
      const thread = of(t);
      expect(strengthMinimum(thread, 1000, 1000)).toBeLessThan(height);
      expect(strengthMinimum(thread, 1000, 1000)).toBeGreaterThan(0.4 * thread.d);
    }
  });

  test('basic dimensions alone would overstate stripping strength by about a fifth', () => {
    const thread = of('M12x1.5');
    const d2 = 12 - 0.649519 * 1.5;
    const basic = (Math.PI / 1.5) * 12 * (0.75 + (12 - d2) / Math.sqrt(3));
    expect(basic / internalShearPerMm(thread)).toBeGreaterThan(1.1);
    expect(basic / internalShearPerMm(thread)).toBeLessThan(1.35);
  });

  test('a softer hub asks for more, a stronger stud asks for more, and a larger d asks for more', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('M10x1.25', 'M12x1.25'),
        fc.double({ min: 200, max: 1200, noNaN: true }),
        fc.double({ min: 1, max: 600, noNaN: true }),
        (t, rm, more) => {
          const thread = of(t);
          expect(strengthMinimum(thread, 1000, rm)).toBeGreaterThanOrEqual(strengthMinimum(thread, 1000, rm + more));
          expect(strengthMinimum(thread, 800 + more, rm)).toBeGreaterThanOrEqual(
            strengthMinimum(thread, 800, rm) - 1e-9,
          );
          expect(strengthMinimum({ ...thread, d: thread.d + 2 }, 1000, rm)).toBeGreaterThan(
            strengthMinimum(thread, 1000, rm),
          );
        },
      ),
    );
  });

  test('threads strip in shear, at 1/√3 of what they hold in tension, and one turn is to spare', () => {
    // By hand: 100 mm² at 1000 MPa break at 100 kN; 30 mm²/mm of 500 MPa carry 8.655 kN a millimetre, 40 of 1000 MPa
    // 23.08.
    expect(strengthFrom(100, 30, 40, 1000, 500)).toBeCloseTo(100_000 / (500 * 30) / 0.577, 9);
    expect(strengthFrom(100, 30, 10, 1000, 500)).toBeCloseTo(100_000 / (1000 * 10) / 0.577, 9);
    expect(Math.abs(SHEAR_RATIO * Math.sqrt(3) - 1)).toBeLessThan(1e-3);
    const c = { ...compileThread('M14x1.5'), internalPerMm: 30 };
    expect(carries(c, 86_550, 500)).toBeCloseTo(10 + 1.5, 9);
  });

  test('three turns are never gone under, and no target lies under its floor', () => {
    const fine = compileThread('1/2-20');
    const policy = { ...DEFAULT_POLICY, floorSteel: 0.2, diameterFactorSteel: 0.25 };
    const found = minimumsFor(fine, 'steel', '10.9', null, { ...policy, governing: ['one-diameter'] });
    // Three turns of 1.27 mm are more than a fifth of 12.7 mm, and than the quarter that is aimed at.
    expect(found.floor).toBeCloseTo(3.81, 9);
    expect(found.minimum).toBeCloseTo(3.81, 9);
    const low = { ...DEFAULT_POLICY, diameterFactorSteel: 0.5, governing: ['one-diameter' as const] };
    const m14 = minimumsFor(compileThread('M14x1.5'), 'steel', '10.9', null, low);
    expect([m14.floor, m14.minimum]).toEqual([DEFAULT_POLICY.floorSteel * 14, DEFAULT_POLICY.floorSteel * 14]);
  });

  test('the kept areas give the same minimum as the function, and one pitch', () => {
    const c = compileThread('M14x1.5');
    const s = boltStrength('10.9', 14);
    const school = minimumsFor(c, 'steel', '10.9', 700, DEFAULT_POLICY).schools.find((k) => k.school === 'strength');
    // One pitch more than the stripping length: the end turns carry less than their share.
    expect(school?.minimum).toBeCloseTo(strengthMinimum(c.thread, s?.tensile ?? 0, 700) + 1.5, 9);
    // A class that nobody read may be the strongest there is; without the strength of the thread nothing is computed.
    const strength = (cls: '12.9' | 'unknown', mpa: number | null) =>
      minimumsFor(c, 'steel', cls, mpa, DEFAULT_POLICY).schools.find((k) => k.school === 'strength')?.minimum;
    expect(strength('unknown', 700)).toBe(strength('12.9', 700));
    expect(strength('unknown', null)).toBeNull();
    expect(minimumsFor(c, 'steel', '10.9', 700, DEFAULT_POLICY)).toBe(
      minimumsFor(c, 'steel', '10.9', 700, DEFAULT_POLICY),
    );
  });

  test('a weak hub makes strength govern over one diameter', () => {
    const m = minimumsFor(compileThread('M14x1.5'), 'steel', '12.9', 350, DEFAULT_POLICY);
    expect(m.governing).toBe('strength');
    expect(m.minimum).toBeGreaterThan(14);
  });
});

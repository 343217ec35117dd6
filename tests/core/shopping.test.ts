import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { shoppingLines } from '@/core/procedure/shopping';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, exact, plainSpacer, wheel } from './fixtures';

const lines = (plan: Plan) => shoppingLines(plan, assess(plan).numbers, 'metric');
const bolts = (length: number): Plan['fastener'] => ({
  kind: 'bolt',
  length,
  threadLength: 40,
  nose: 0,
  seat: 'ball13',
  class: '10.9',
});

test('a bolt job asks for plates and bolts as limits, locking ones apart, the socket under the tightest hole', () => {
  const each = [wheel('A', { lugHole: { value: 28, pm: 0.5 } }), wheel('B', { lugHole: exact(27.267) })];
  const base = boltPlan({ spacer: plainSpacer(10, 57.1), fastener: bolts(55), locking: { kind: 'piece', shorter: 0 } });
  const said = lines({ ...base, wheel: { ...base.wheel, each } });
  expect(said[0]).toBe('2 × plain spacer 10.0 mm, 5 × 112, bore 57.1 mm');
  expect(said[1]).toMatch(/^8 and 2 locking ones × bolt M14 × 1\.5, \d+\.\d mm to \d+\.\d mm under the seat/);
  // 27.267 mm rounds down: a socket of 27.27 mm does not enter.
  expect(said[1]).toContain('ball R13, class 10.9 or better, socket under 27.26 mm outside');
});

test('law: a bolt of either limit is never short nor foul, whatever was measured', () => {
  const ofLine = (said: string): [number, number] | null => {
    const found = / (\d+\.\d+) mm to (\d+\.\d+) mm under/.exec(said);
    return found ? [Number(found[1]), Number(found[2])] : null;
  };
  let tried = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 25 }),
      fc.integer({ min: 16, max: 40 }).map((q) => q / 2),
      fc.constantFrom(0, 0.25, 0.5),
      (thickness, turns, pm) => {
        const base = boltPlan({ spacer: plainSpacer(thickness, 57.1), fastener: bolts(80), locking: { kind: 'none' } });
        const plan = { ...base, corners: base.corners.map((c) => ({ ...c, turns: { value: turns, pm } })) };
        const ends = ofLine(lines(plan)[1] ?? '');
        if (!ends || ends[0] > ends[1]) return;
        tried += 1;
        for (const length of ends) {
          const found = assess({
            ...plan,
            fastener: { ...bolts(length), threadLength: length } as Plan['fastener'],
          }).findings;
          const bad = found.filter((f) => f.level === 'stop' && /^(engagement\.minimum|bolt\.behind)$/.test(f.rule));
          expect([length, bad.map((f) => f.rule)]).toEqual([length, []]);
        }
      },
    ),
    { numRuns: 300 },
  );
  expect(tried).toBeGreaterThan(50);
});

test('a conversion asks for studs and nuts, stock fasteners for nothing, uncounted lugs for nothing yet', () => {
  const studs = lines(PLAN_EXAMPLES.conversion as Plan);
  expect(studs.at(-2)).toMatch(/^10 × two-ended stud M14 × 1\.5 to M12 × 1\.5, short end 17\.0 mm, /);
  expect(studs.at(-1)).toMatch(/^10 × open nut M12 × 1\.5, cone 60°/);
  const stock = boltPlan({ spacer: plainSpacer(0, 57.1), fastener: { kind: 'present' } });
  expect(lines(stock)).toEqual([]);
  expect(lines({ ...stock, hub: { ...stock.hub, lugs: null } })).toEqual([]);
});

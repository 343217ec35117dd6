import fc from 'fast-check';
import { PRESENT } from '@/core/document/blank';
import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { noPlate, type SwapCell, swapMatrix, swapsOf } from '@/core/whatif/swap';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, exact, plainSpacer, wheel } from './fixtures';
import { anyPlan } from './generator';
import { dangers } from './judge';

const bolts = (length: number): Plan['fastener'] => ({
  kind: 'bolt',
  length,
  threadLength: 40,
  nose: 0,
  seat: 'ball13',
  class: '10.9',
});
// The seats centre it: a 15 mm plate leaves nothing of a 12 mm spigot.
const plan = boltPlan({ spacer: { ...plainSpacer(15, 57.1), centring: 'seats' }, fastener: bolts(62) });
const own = { name: 'winter', wheel: plan.wheel, measured: true };
const at = (cells: readonly SwapCell[], set: string, swap: string) =>
  cells.find((c) => c.set === set && c.swap.key === swap);

const keys = (p: Plan) => swapsOf(p).map((s) => s.key);

test('long bolts without their plate foul behind the hub, stock ones with it hang on nothing (common practice, no source)', () => {
  const cells = swapMatrix(plan, [own]);
  expect([at(cells, 'winter', 'fitted')?.level, at(cells, 'winter', 'fitted')?.reason?.rule]).toEqual([
    'caution',
    'centring.seats',
  ]);
  expect(at(cells, 'winter', 'no-plate')).toMatchObject({ level: 'stop', reason: { rule: 'bolt.behind' } });
  expect(at(cells, 'winter', 'earlier-with-plate')?.level).toBe('stop');
  expect(at(cells, 'winter', 'earlier-with-plate')?.reason?.rule).toMatch(/^engagement\./);
  expect(at(cells, 'winter', 'earlier')?.level).toBe('pass');
});

test('a set with another seat is a stop, one whose pads nobody measured is not known', () => {
  const cone = { ...plan.wheel, name: 'track', seat: 'cone60' as const };
  const bare = { ...plan.wheel, name: 'summer' };
  const cells = swapMatrix(plan, [
    own,
    { name: 'track', wheel: cone, measured: false },
    { name: 'summer', wheel: bare, measured: false },
  ]);
  expect(at(cells, 'track', 'fitted')?.level).toBe('stop');
  expect(at(cells, 'summer', 'fitted')?.level).toBe('unmeasured');
});

test('pads that differ carry the count over: 4 mm deeper take 4 mm of thread', () => {
  const each = (pad: number) =>
    ['A', 'B'].map((n) => wheel(n, { padThickness: exact(pad), bore: exact(57.1), chamferDepth: exact(1) }));
  const was = { ...plan, wheel: { ...plan.wheel, each: each(10) } };
  const set = (pad: number) => ({ name: 'deep', wheel: { ...plan.wheel, each: each(pad) }, measured: false });
  const engaged = (cells: readonly SwapCell[]) =>
    assess((at(cells, 'deep', 'fitted') as SwapCell).plan).numbers.corners[0]?.engagement?.value ?? Number.NaN;
  expect(engaged(swapMatrix(was, [set(10)])) - engaged(swapMatrix(was, [set(12)]))).toBeCloseTo(2, 9);
  expect(at(swapMatrix(was, [set(16)]), 'deep', 'fitted')?.level).toBe('stop');
});

test('studs that stay allow no stock bolts; an adapter is on with its plate or off', () => {
  expect(keys(PLAN_EXAMPLES.conversion as Plan)).toEqual(['fitted', 'no-plate']);
  expect(keys(PLAN_EXAMPLES.adapter as Plan)).toEqual(['fitted', 'earlier']);
  expect(keys({ ...plan, spacer: plainSpacer(0, 57.1) })).toEqual(['fitted', 'earlier']);
});

test('law: cell by cell the matrix is the core’s own judgement of that very plan', () => {
  fc.assert(
    fc.property(fc.integer({ min: 3, max: 25 }), fc.integer({ min: 40, max: 80 }), (thickness, length) => {
      const p = boltPlan({ spacer: plainSpacer(thickness, 57.1), fastener: bolts(length) });
      for (const cell of swapMatrix(p, [own])) {
        const holds = assess(cell.plan).findings.filter(
          (f) => /^(stop|unmeasured)$/.test(f.level) && !/^(stance|clearance|use|torque|joint)\./.test(f.rule),
        );
        expect([cell.swap.key, cell.level === 'stop' || cell.level === 'unmeasured']).toEqual([
          cell.swap.key,
          holds.length > 0,
        ]);
      }
    }),
    { numRuns: 60 },
  );
});

/**
 * What of a danger is the joint's, which a swap asks: not where the tyre stands, the torque figure, or who accepted it.
 */
const OF_JOINT =
  /(rubs|fouls inside|left chalk|no torque figure|planned wheels|no such lip|nobody accepted|the other corner was never)/;

test('law: no cell that may be hung is dangerous by a judge of its own, on cars whose corners differ', () => {
  let cars = 0;
  let hung = 0;
  for (const p of fc.sample(anyPlan, { numRuns: 4000, seed: 31 })) {
    // Most cars have a reading missing or a part that does not go, and a matrix of nothing says nothing.
    if (p.rightSpacer !== null || assess({ ...p, spacer: noPlate(p.hub), fastener: PRESENT }).blocking.length > 3)
      continue;
    const { plates, fasteners } = { plates: [plainSpacer(5, 57.1), plainSpacer(12, 57.1)], fasteners: [] };
    const set = { name: p.wheel.name, wheel: p.wheel, measured: true };
    let some = 0;
    for (const cell of swapMatrix(p, [set], { plates, fasteners })) {
      if (cell.level === 'stop' || cell.level === 'unmeasured') continue;
      some += 1;
      expect([cell.swap.key, dangers(cell.plan).filter((d) => !OF_JOINT.test(d))]).toEqual([cell.swap.key, []]);
    }
    hung += some;
    if (some > 0) cars += 1;
  }
  expect([cars >= 200, hung >= 400]).toEqual([true, true]);
}, 240000);

import fc from 'fast-check';
import type { Plan, PlanCorner } from '@/core/document/document';
import { compareGap, gapsOf } from '@/core/figures/gaps';
import { type ArchModel, archModel, rubInput, standsAt, USUAL } from '@/core/stance/archModel';
import { rubMap } from '@/core/stance/rubMap';
import { boltPlan, exact, plainSpacer } from './fixtures';

const take = USUAL.front;
const at = { gap: exact(20), loadedClearance: exact(25), archHeight: exact(340), camber: exact(0) };
const plan = (s: number, change: Partial<PlanCorner> = {}): Plan =>
  boltPlan({ spacer: plainSpacer(s, 57.1) }, { ...at, ...change });
const model = (p: Plan): ArchModel => {
  const m = archModel(p, p.corners[0] as PlanCorner, take);
  if (!m.drawable) throw new Error(m.needs.join());
  return m;
};
const widest = (line: ArchModel['after']) => Math.max(...line.map((p) => p.y));

describe('arch in section', () => {
  // 205/55R16 on ET 46: outer sidewall at 205/2 − 46 = 56.5 mm from the hub face (definition of offset).
  test('the edge stands the gap outside the tyre as measured; a spacer moves the tyre out by itself', () => {
    const m = model(plan(8));
    expect(widest(m.before)).toBeCloseTo(56.5, 9);
    expect(widest(m.after)).toBeCloseTo(64.5, 9);
    expect(m.edge).toEqual({ y: 76.5, z: 340 });
    expect(m.lip.y).toBeLessThanOrEqual(m.edge.y);
  });
  test('the lip is never drawn further out than the edge, and a smaller loaded clearance brings it in one for one', () => {
    expect(model(plan(8, { loadedClearance: exact(90) })).lip.y).toBe(76.5);
    expect(
      model(plan(8, { loadedClearance: exact(12) })).lip.y - model(plan(8, { loadedClearance: exact(10) })).lip.y,
    ).toBeCloseTo(2, 9);
  });
  test('what it cannot be drawn from is named, nothing is guessed', () => {
    const p = {
      ...plan(8, { gap: null, archHeight: null }),
      wheel: { ...boltPlan().wheel, tyre: 'round', offset: null },
    };
    expect(archModel(p, p.corners[0] as PlanCorner, take)).toEqual({
      drawable: false,
      needs: ['tyre', 'offset', 'gap', 'archHeight'],
    });
    expect(model(plan(8, { camber: null })).camberAssumed).toBe(true);
  });
  test('at full bump, straight ahead and with no spacer the room is the loaded clearance that was measured there', () => {
    const m = model(plan(0, { loadedClearance: exact(15) }));
    const tyre = standsAt(m, take, take.bump, 0);
    expect(m.lip.y - widest(tyre)).toBeCloseTo(15, 6);
  });
  test('the map’s probability only grows with the spacer, and an axle that does not steer has one column', () => {
    const share = (s: number) => {
      const p = plan(s);
      const grid = rubMap(
        rubInput(p, p.corners[0] as PlanCorner, model(p), take, { rows: 5, columns: 5, samples: 200 }),
      );
      return grid.flat().reduce((a, c) => a + c.probability, 0);
    };
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20 }),
        fc.integer({ min: 1, max: 15 }),
        (s, more) => share(s + more) >= share(s),
      ),
      { numRuns: 8 },
    );
    const p = plan(5);
    expect(
      rubInput(p, p.corners[0] as PlanCorner, model(p), USUAL.rear, { rows: 5, columns: 9, samples: 10 }).columns,
    ).toBe(1);
  });
});

describe('before, after, and what came of it', () => {
  test('the gap after is g − s, and −h·sin(Δγ) for a camber change (engineering geometry)', () => {
    const p = { ...plan(12), camberChange: 2 };
    expect(gapsOf(p)[0]).toMatchObject({ corner: 'front-left', before: 20 });
    expect(gapsOf(p)[0]?.after?.value).toBeCloseTo(20 - 12 + 340 * Math.sin((2 * Math.PI) / 180), 9);
    // Read with a plate on, the gap grows by it before anything is taken off (geometry).
    const on = plan(12, { gap: { value: 20, pm: 1, on: { spacer: 5, fastener: 'present', wheel: 'chosen' } } });
    expect(gapsOf(on)[0]).toMatchObject({ before: 20 });
    expect(gapsOf({ ...on, camberChange: 0 })[0]?.after?.value).toBeCloseTo(20 + 5 - 12, 9);
    expect(gapsOf({ ...p, corners: p.corners.map((c) => ({ ...c, archHeight: null })) })[0]?.after).toBeNull();
    expect(gapsOf(plan(12, { archHeight: null }))[0]?.after?.value).toBe(8);
  });
  test('a measured gap agrees when the errors of both explain the difference', () => {
    expect(compareGap({ value: 8, pm: 1.1 }, { value: 6, pm: 1 })).toMatchObject({ difference: -2, agrees: true });
    expect(compareGap({ value: 8, pm: 1.1 }, { value: 5.8, pm: 1 })).toMatchObject({ agrees: false });
  });
});

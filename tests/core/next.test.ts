import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { quantitiesFor } from '@/core/document/quantities';
import { assess } from '@/core/evaluate/evaluate';
import { parseLength } from '@/core/units/parse';
import { nextReading, settlingReadings } from '@/core/whatif/nextReading';
import { waysOut } from '@/core/whatif/waysOut';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, type corner, exact, plainSpacer, wheel } from './fixtures';
import { anyPlan } from './generator';

const open = (plan: Plan) =>
  assess(plan).findings.filter((f) => f.level === 'unmeasured' && !f.rule.startsWith('reading.')).length;

describe('the one reading that settles most', () => {
  const blank = (change: Parameters<typeof corner>[1]): Plan => boltPlan({ spacer: plainSpacer(5, 57.1) }, change);
  test('a count that everything waits for comes before one thing that waits for itself', () => {
    expect(nextReading(blank({ turns: null, gap: null }))?.quantity).toBe('turns');
    expect(nextReading(blank({ gap: null }))).toEqual({ quantity: 'gap', settles: 1, together: false });
    expect(nextReading(blank({}))).toBeNull();
  });
  test('of equals the first in the order of the trade', () => {
    expect(nextReading(blank({ gap: null, loadedClearance: null }))?.quantity).toBe('gap');
  });
  test('where it was read as said, so many are settled; none is named where nothing would be', () => {
    const plan = blank({ turns: null });
    const next = nextReading(plan);
    const read: Plan = { ...plan, corners: plan.corners.map((c) => ({ ...c, turns: exact(10) })) };
    expect(next?.settles).toBe(open(plan) - open(read));
  });
  test('no other reading settles more, on plans of every kind', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const next = nextReading(plan);
        if (next === null) return;
        expect(next.settles).toBeGreaterThan(0);
        expect(next.settles).toBeLessThanOrEqual(open(plan));
      }),
      { numRuns: 150 },
    );
  });
});

test('law: what settles something stands once each, the needed before the optional, each by what it settles, and the first is the next', () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const all = settlingReadings(plan);
      expect(nextReading(plan)).toEqual(all[0] ?? null);
      const ids = all.map((r) => r.quantity);
      expect(new Set(ids).size).toBe(ids.length);
      const optional = new Map(quantitiesFor(plan.hub, plan.jobType).map((q) => [q.id, q.optional === true]));
      // Those that settle something only together come after all that do by themselves.
      const rank = all.map((r) => [Number(r.together), Number(optional.get(r.quantity)), -r.settles] as const);
      const sorted = [...rank].sort((a, b) => a[0] - b[0] || a[1] - b[1] || a[2] - b[2]);
      expect(rank).toEqual(sorted);
      for (const r of all) expect(r.settles).toBeGreaterThan(0);
    }),
    { numRuns: 100 },
  );
});

// Common practice, no source: an adapter hides the factory studs' ends in the wheel's pockets.
test('an adapter asks for the pockets, a plain spacer does not', () => {
  const known = PLAN_EXAMPLES.adapter as Plan;
  const each = (known.wheel.each.length > 0 ? known.wheel.each : [wheel('A')]).map((w) => ({
    ...w,
    pocketDepth: null,
  }));
  const adapter: Plan = { ...known, wheel: { ...known.wheel, each } };
  const plain: Plan = { ...adapter, spacer: { ...plainSpacer(5, known.spacer.bore), lugs: known.spacer.lugs } };
  const asks = (plan: Plan) => settlingReadings(plan).map((r) => r.quantity);
  expect(asks(adapter)).toContain('pocketDepth');
  expect(asks(plain)).not.toContain('pocketDepth');
  // Whether a pocket is needed at all hangs on the stud: with neither read, one by itself settles nothing.
  const bare: Plan = { ...adapter, corners: adapter.corners.map((c) => ({ ...c, studProtrusion: null })) };
  expect(settlingReadings(bare)).toContainEqual(expect.objectContaining({ quantity: 'pocketDepth', together: true }));
});

test('a fraction without a unit is asked about: inch or mm', () => {
  const range = { min: 0, max: 100 };
  for (const text of ['3/4', '1 1/4', '½']) expect(() => parseLength('Spacer', text, range)).toThrow(/inch or mm/);
  expect(parseLength('Spacer', '3/4"', range).value).toBeCloseTo(19.05, 9);
  expect(parseLength('Spacer', '0.75', range).value).toBe(0.75);
});

test('camber is no way out where the lip stops the tyre under load', () => {
  const at = (clearance: number) =>
    waysOut(
      boltPlan(
        { spacer: plainSpacer(12, 57.1) },
        { gap: exact(8), archHeight: exact(300), loadedClearance: exact(clearance) },
      ),
      [3, 5],
    ).map((w) => w.way);
  expect(at(40)).toContain('camber');
  expect(at(8)).not.toContain('camber');
});

import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { ruledOut, ruledOutSentence, THINNEST } from '@/core/whatif/ruledOut';
import { boltPlan, exact, plainSpacer, spacerOn, studPlan } from './fixtures';
import { anyPlan } from './generator';

const kinds = (plan: Plan) => ruledOut(plan).map((r) => r.is);
const said = (plan: Plan) => ruledOut(plan).map((r) => ruledOutSentence(r, plan, 'metric'));

describe('what the car rules out is said while it is measured (sums by hand)', () => {
  test('ten turns of M14 × 1.5 are 15 mm: one diameter leaves 1; eleven and a half leave 3.25', () => {
    const at = (turns: number) => boltPlan({}, { turns: exact(turns), tappedDepth: exact(24) });
    expect(said(at(10))).toEqual([
      'No spacer goes on the bolts that are on: 10 turns at the front left leave 1.0 mm. Longer bolts would carry one.',
    ]);
    expect(said(at(9))[0]).toContain('leave none');
    expect(kinds(at(11.5))).toEqual([]);
    // A quarter turn of doubt might be the missing thread: nothing is ruled out by an error.
    expect(kinds(boltPlan({}, { turns: { value: 11.25, pm: 0.25 }, tappedDepth: exact(24) }))).toEqual([]);
  });
  test('what was counted on a spacer is carried back first', () => {
    const on = boltPlan({}, { turns: { value: 10, pm: 0, on: spacerOn(15) }, tappedDepth: exact(40) });
    expect(kinds(on)).toEqual([]);
  });
  test('seven millimetres under load leave two beside a reserve of five', () => {
    const at = (c: number) => boltPlan({}, { turns: exact(14), tappedDepth: exact(24), loadedClearance: exact(c) });
    expect(said(at(7))[0]).toBe(
      'No spacer fits this arch as it is: 7.0 mm under load at the front left, and 5.0 mm stay free. A trimmed lip or another tyre would make room.',
    );
    expect(kinds(at(8))).toEqual([]);
  });
  test('seats and drillings that do not go together are told for every job', () => {
    const plan = studPlan({ jobType: 'wheels' });
    expect(said({ ...plan, wheel: { ...plan.wheel, seat: 'ball13' } })[0]).toContain('do not combine');
    expect(kinds({ ...plan, wheel: { ...plan.wheel, boltCircle: 100 } })).toEqual(['drilling']);
    // Not known is not ruled out.
    expect(kinds({ ...plan, wheel: { ...plan.wheel, seat: 'unknown', lugs: null, boltCircle: null } })).toEqual([]);
  });
  test('a job that adds nothing is not told what a spacer would need', () => {
    expect(kinds(boltPlan({ jobType: 'check' }, { turns: exact(9) }))).toEqual([]);
  });
});

test('what is ruled out for its thread or its arch never goes forward with the thinnest spacer on what is on the car', () => {
  let ruled = 0;
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const found = kinds(plan).filter((k) => k === 'thread' || k === 'clearance');
      if (found.length === 0 || plan.spacer.adapter !== null) return;
      ruled += 1;
      const on: Plan = {
        ...plan,
        fastener: { kind: 'present' },
        rightSpacer: null,
        trim: 0,
        leadSignOff: null,
        use: 'competition',
        spacer: { ...plainSpacer(THINNEST, 57.1) },
      };
      const { findings } = assess(on);
      const RULE = { thread: 'engagement.minimum', clearance: 'clearance.loaded' } as const;
      for (const k of found)
        expect([k, findings.find((f) => f.rule === RULE[k as 'thread'])?.level]).not.toEqual([k, 'pass']);
    }),
    { numRuns: 400, seed: 20261130 },
  );
  expect(ruled).toBeGreaterThan(20);
});

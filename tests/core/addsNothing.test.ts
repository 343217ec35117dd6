import { PRESENT, plainSpacer } from '@/core/document/blank';
import type { Plan } from '@/core/document/document';
import { quantitiesFor } from '@/core/document/quantities';
import { assess } from '@/core/evaluate/evaluate';
import { boltPlan, exact, studPlan } from './fixtures';

/** A visit that adds nothing: the maker's bolts in the maker's hub, of which nobody measured how deep it is tapped. */
function asMade(turns: number, change: Partial<Plan> = {}): Plan {
  const base = boltPlan(
    { jobType: 'wheels', use: 'street', spacer: plainSpacer(0), fastener: PRESENT },
    { turns: exact(turns) },
  );
  return {
    ...base,
    hub: { ...base.hub, hardware: 'original', boltLength: null, spigotDiameter: null },
    corners: base.corners.map((c) => ({
      ...c,
      tappedDepth: null,
      roomBehind: null,
      rotorHat: null,
      spigotHeight: null,
      gap: null,
      loadedClearance: null,
      clock: [],
    })),
    ...change,
  };
}
const level = (plan: Plan, rule = 'engagement.minimum') => assess(plan).findings.find((f) => f.rule === rule)?.level;

describe('rule: engagement.minimum where nothing is added', () => {
  test('a diameter of travel counted speaks for the maker’s own thread, and the visit goes forward (common practice, no source)', () => {
    // 10 turns of M14 × 1.5 are 15 mm, a diameter and a little.
    expect(level(asMade(10))).toBe('note');
    expect(assess(asMade(10)).blocking).toEqual([]);
  });

  test('hung on a thinner pad than was counted, it goes in further than the maker made it: the mate has to be measured', () => {
    const counted = (pad: number): Plan => {
      const plan = asMade(12);
      const wheel = { name: 'winter', seat: 'ball13' as const, pad: exact(pad), tyre: '205/55R16', offset: 46 };
      return {
        ...plan,
        wheel: { ...plan.wheel, padThickness: exact(12) },
        corners: plan.corners.map((c) => ({
          ...c,
          turns: { ...exact(12), on: { spacer: 0, fastener: 'present', wheel } },
        })),
      };
    };
    // 12 turns of M14 × 1.5 are 18 mm; on a pad 3 mm thinner the bolt ends 3 mm further in.
    expect([level(counted(15)), level(counted(12)), level(counted(11))]).toEqual(['unmeasured', 'note', 'note']);
  });

  test.each([
    ['fewer turns than a diameter', asMade(9)],
    ['a plate', asMade(16, { spacer: { ...plainSpacer(5), lugs: 5, boltCircles: [112] } })],
    ['another wish', asMade(12, { jobType: 'stance' })],
  ])('%s: the mate has to be measured', (_, plan) => {
    expect(level(plan)).toBe('unmeasured');
  });

  test('somebody else’s bolts, or nobody’s known, are measured as ever', () => {
    for (const hardware of ['other', 'unknown'] as const) {
      const plan = asMade(12);
      expect(level({ ...plan, hub: { ...plan.hub, hardware } })).toBe('unmeasured');
    }
  });

  test('under three turns stops whatever is not measured', () => {
    expect(level(asMade(2))).toBe('stop');
  });

  test('a mate that was measured and is short is said: no less than it came with, and no pass', () => {
    const plan = asMade(12);
    const short = { ...plan, corners: plan.corners.map((c) => ({ ...c, tappedDepth: exact(8) })) };
    expect(level(short)).toBe('caution');
  });

  test('one corner short of it is not hidden by the other', () => {
    const plan = asMade(12);
    const [left, right] = plan.corners as [Plan['corners'][0], Plan['corners'][0]];
    const uneven = { ...plan, corners: [left, { ...right, turns: exact(8) }] };
    expect(level(uneven)).toBe('unmeasured');
    expect(assess(uneven).blocking.length).toBeGreaterThan(0);
  });
});

test('only a count is asked for where nothing is added, and a closed nut’s depth', () => {
  const asked = (nutStyle: 'open' | 'closed', fastening: 'bolt' | 'stud') =>
    quantitiesFor({ fastening, nutStyle }, 'wheels')
      .filter((q) => !q.optional)
      .map((q) => q.id);
  expect(asked('open', 'bolt')).toEqual(['turns']);
  expect(asked('closed', 'stud')).toEqual(['turns', 'nutBlindDepth']);
});

test('lugs or circle that nobody counted are unmeasured, and nothing goes forward on them', () => {
  for (const base of [boltPlan(), studPlan()])
    for (const hub of [{ lugs: null }, { boltCircle: null }]) {
      const plan = { ...base, hub: { ...base.hub, ...hub } };
      expect(level(plan, 'circle.match')).toBe('unmeasured');
      expect(assess(plan).blocking.length).toBeGreaterThan(0);
    }
});

import fc from 'fast-check';
import { type Plan, readPlan } from '@/core/document/document';
import { threadByStandThrough } from '@/core/engagement/standThrough';
import { breakingLoad } from '@/core/engagement/strength';
import { assess } from '@/core/evaluate/evaluate';
import type { RuleId } from '@/core/rules/ids';
import { sentence } from '@/core/rules/index';
import { failureLoads } from '@/core/rules/joint/jointFailsFirst';
import { parseThread } from '@/core/thread/designation';
import { boltPlan, corner, exact, plainSpacer, spacerOn, studPlan, wheel } from './fixtures';

/**
 * What camber, ride height, another wheel and a trimmed lip do, and readings that cannot all be true. Worked by hand;
 * geometry.
 */
const find = (plan: Plan, rule: RuleId) => assess(plan).findings.find((f) => f.rule === rule);
const value = (plan: Plan, rule: RuleId) => find(plan, rule)?.value;
const words = (plan: Plan, rule: RuleId): string => {
  const f = find(plan, rule);
  return f ? sentence(f, { units: 'metric', pitch: 1.5 }) : '';
};
const sin = (degrees: number): number => Math.sin((degrees * Math.PI) / 180);

// 205/55R16: rim 406, section 113 high, so a radius of 316 mm; gap 30, clearance 40, inside 10.
const car = (change: Partial<Plan> = {}, at: Parameters<typeof corner>[1] = {}): Plan =>
  boltPlan({ spacer: plainSpacer(5, 57.1), ...change }, { archHeight: exact(300), innerClearance: exact(10), ...at });

describe('camber', () => {
  test('moves gap, loaded clearance and inside together, each at its own height', () => {
    const more = { camberChange: 1 };
    // The arch edge at 300 mm: the tyre comes in by 300·sin 1°.
    expect(value(car(more), 'stance.gap')).toBeCloseTo(25 + 300 * sin(1), 9);
    const clock = (hour: number) =>
      car(more, { clock: [{ hour, clearance: exact(20), trim: 0 }], loadedClearance: null });
    expect(value(clock(12), 'clearance.loaded')).toBeCloseTo(15 + 316 * sin(1), 9);
    expect(value(clock(3), 'clearance.loaded')).toBeCloseTo(15, 9);
    expect(value(clock(2), 'clearance.loaded')).toBeCloseTo(15 + 316 * 0.5 * sin(1), 9);
    // Without an hour the position that gains least; less negative camber brings the top out.
    expect(value(car(more), 'clearance.loaded')).toBeCloseTo(35, 9);
    expect(value(car({ camberChange: -1 }), 'clearance.loaded')).toBeCloseTo(35 - 316 * sin(1), 9);
    // What the wheel comes near inside may stand anywhere: the smaller clearance, either way.
    for (const camberChange of [1, -1])
      expect(value(car({ camberChange }), 'clearance.inner')).toBeCloseTo(15 - 316 * sin(1), 9);
  });

  test('where it turns about nobody knows to 100 mm, and that goes into the error', () => {
    expect(find(car({ camberChange: 2 }), 'stance.gap')?.pm).toBeCloseTo(100 * sin(2), 9);
    expect(find(car({ camberChange: 2 }), 'clearance.loaded')?.pm).toBeCloseTo(100 * sin(2), 9);
  });

  test('without the height of the arch edge, or the tyre’s radius, nothing is known', () => {
    expect(find(car({ camberChange: 1 }, { archHeight: null }), 'stance.gap')?.level).toBe('unmeasured');
    const unread = { ...car({ camberChange: 1 }), wheel: { ...car().wheel, tyre: 'worn off' } };
    expect(find(unread, 'clearance.loaded')?.level).toBe('unmeasured');
  });
});

describe('ride height, planned wheels, trim', () => {
  test('lower by the figure that was taken for 10 mm', () => {
    const lower = (by: number, per10: number | null) =>
      car({ lowerBy: by }, { gapPer10: per10 === null ? null : { value: per10, pm: 1 } });
    expect([value(lower(20, 2), 'stance.gap'), value(lower(20, -3), 'stance.gap')]).toEqual([29, 19]);
    expect([value(lower(20, -3), 'clearance.loaded'), value(lower(20, -3), 'clearance.inner')]).toEqual([29, 21]);
    expect(find(lower(20, 2), 'stance.gap')?.pm).toBe(2);
    expect(find(lower(20, null), 'stance.gap')?.level).toBe('unmeasured');
    expect(words(lower(20, null), 'stance.gap')).toContain('10 mm lower');
  });

  test('a planned wheel moves the gap by its offset and half its width, and is not here', () => {
    // ET 46 to 36 and 205 to 225 mm: 10 further out and 10 wider on each side.
    const plan = car({ planned: { tyre: '225/45R16', offset: 36 } });
    expect(value(plan, 'stance.gap')).toBe(30 - 5 - 10 - 10);
    expect(value(plan, 'clearance.inner')).toBe(10 + 5 + 10 - 10);
    // 406 + 2·101 = 608 against 632: a radius that differs by 12 mm widens what is known under load.
    expect(find(plan, 'clearance.loaded')).toMatchObject({ value: 40 - 5 - 20, pm: 12 });
    expect(find(plan, 'stance.planned')?.level).toBe('unmeasured');
    expect(find(car({ planned: { tyre: 'wide', offset: 36 } }), 'stance.gap')?.level).toBe('unmeasured');
    expect(assess(plan).numbers.effectiveOffset).toBe(31);
  });

  test('another tyre on the very wheels: half its width on each side, whatever their offset, and measured again once it is on', () => {
    const alone = { tyre: '225/45R16', offset: null };
    for (const offset of [46, null]) {
      const plan = { ...car({ planned: alone }), wheel: { ...car().wheel, offset } };
      expect(value(plan, 'stance.gap')).toBe(30 - 5 - 10);
      expect(value(plan, 'clearance.inner')).toBe(10 + 5 - 10);
      expect(find(plan, 'clearance.loaded')).toMatchObject({ value: 40 - 5 - 10, pm: 12 });
      expect(find(plan, 'stance.planned')).toMatchObject({ level: 'caution', case: { is: 'tyre' } });
    }
    // An offset alone is another wheel, which is not here.
    const wheel = car({ planned: { tyre: null, offset: 36 } });
    expect(value(wheel, 'stance.gap')).toBe(30 - 5 - 10);
    expect(find(wheel, 'stance.planned')).toMatchObject({ level: 'unmeasured', case: { is: 'wheel' } });
    expect(readPlan({ ...car(), planned: { tyre: null, offset: null } })).toHaveProperty('issues');
  });

  // rule: stance.planned — definition of offset; rule on trimming from common practice, no source.
  test('the same offset and tyre change nothing', () => {
    const same = car({ planned: { tyre: '205/55R16', offset: 46 } });
    for (const rule of ['stance.gap', 'clearance.loaded', 'clearance.inner'] as const)
      expect(value(same, rule)).toBe(value(car(), rule));
  });

  // rule: clearance.trim — common practice, no source.
  test('lip that will come off counts, says so, and is no more than there is', () => {
    const trimmed = (trim: number, lip: number | null, pm = 0) =>
      car({ trim }, { loadedClearance: exact(8), lipDepth: lip === null ? null : { value: lip, pm } });
    expect([value(trimmed(0, 20), 'clearance.loaded'), value(trimmed(4, 20), 'clearance.loaded')]).toEqual([3, 7]);
    expect(find(trimmed(0, 20), 'clearance.trim')).toBeUndefined();
    expect(find(trimmed(4, 20), 'clearance.trim')).toMatchObject({ level: 'caution' });
    expect(words(trimmed(4, 20), 'clearance.trim')).toMatch(/^Only after trimming 4\.0 mm/);
    expect([find(trimmed(4, 3), 'clearance.trim')?.level, find(trimmed(4, 4.5, 1), 'clearance.trim')?.level]).toEqual([
      'stop',
      'stop',
    ]);
    expect(find(trimmed(4, null), 'clearance.trim')?.level).toBe('unmeasured');
  });
});

describe('plates that differ left and right', () => {
  const unequal = (left: number, right: number | null): Plan =>
    boltPlan({ spacer: plainSpacer(left, 57.1), rightSpacer: right });
  test('each corner is judged on its own, and the track grows by both', () => {
    // Ten turns are 15 mm: 12 left on 3 mm, 10 on 5.
    const { numbers, findings } = assess(unequal(3, 5));
    expect(numbers.corners.map((c) => c.engagement?.value)).toEqual([12, 10]);
    expect(numbers.trackChange).toBe(8);
    expect(findings.find((f) => f.rule === 'engagement.minimum')).toMatchObject({
      value: 10,
      corner: 'front-right',
      level: 'stop',
    });
    expect(assess(unequal(5, 3)).findings.find((f) => f.rule === 'engagement.minimum')).toMatchObject({
      corner: 'front-left',
    });
  });
  test('the same plate said twice is one plate', () => {
    const [a, b] = [assess(unequal(3, 3)), assess(unequal(3, null))];
    expect(a.findings).toEqual(b.findings);
  });
  test('a corner as the car came does not hide the one that waits for a name', () => {
    // Left, bare: six turns are 9 mm, as it came. Right: nine turns less 2 mm are 11.5, between floor 11.2 and target
    // 14.
    const plan = {
      ...unequal(0, 2),
      fastener: { kind: 'present' as const },
      corners: [corner('front-left', { turns: exact(6) }), corner('front-right', { turns: exact(9) })],
    };
    const { blocking, findings } = assess(plan);
    expect(findings.find((f) => f.rule === 'engagement.minimum')).toMatchObject({
      corner: 'front-right',
      case: { is: 'between' },
    });
    expect(blocking.some((f) => f.rule === 'engagement.minimum')).toBe(true);
  });
  test('of two corners the worse stands, whichever it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 12 }), (left, right) => {
        const worse = assess(boltPlan({ spacer: plainSpacer(Math.max(left, right), 57.1) })).findings.find(
          (f) => f.rule === 'engagement.minimum',
        );
        const both = assess(unequal(left, right)).findings.find((f) => f.rule === 'engagement.minimum');
        expect([both?.level, both?.value]).toEqual([worse?.level, worse?.value]);
      }),
    );
  });
});

describe('readings that cannot all be true', () => {
  const level = (p: Plan) => find(p, 'reading.contradiction')?.case.is;
  test('disc, pad and count add up to the bolt, give or take where a seat is read', () => {
    // 7 + 13 + 15 and a tip of 0 to 3: a bolt of 35 to 38 mm, read to 3 mm either way.
    const bolt = (length: number) => {
      const plan = boltPlan({}, { rotorHat: exact(7) });
      return level({
        ...plan,
        hub: { ...plan.hub, boltLength: exact(length) },
        wheel: { ...plan.wheel, padThickness: exact(13) },
      });
    };
    expect([31.9, 32, 41, 41.1].map(bolt)).toEqual(['bolt-sum', undefined, undefined, 'bolt-sum']);
  });
  test('a grip measured by hand and the count add up to the stud, to a pitch', () => {
    // 12 + 23.25 and a tip of 0 to 3.
    const stud = (z: number) => {
      const plan = studPlan({}, { studProtrusion: exact(z) });
      return level({ ...plan, hub: { ...plan.hub, nutGrip: exact(12) } });
    };
    expect([33.7, 33.8, 39.7, 39.8].map(stud)).toEqual(['stud-sum', undefined, undefined, 'stud-sum']);
  });
  test('a nut has no more thread than height', () => {
    const nut = (height: number, pm = 0) =>
      level({ ...studPlan(), hub: { ...studPlan().hub, nutStyle: 'open', nutHeight: { value: height, pm } } });
    expect([nut(25), nut(26), nut(25.5, 0.6)]).toEqual(['height', undefined, undefined]);
  });
});

describe('stand-through and visible thread', () => {
  test('thread in the nut by where the tip stands (geometry)', () => {
    const at = (through: number, nose: number | null = 0, pm = 0) =>
      threadByStandThrough({
        turns: { value: 10, pm: 0.25 },
        through: { value: through, pm },
        nose: nose === null ? null : { value: nose, pm: 0 },
        pitch: 1.5,
      });
    expect(at(2)).toEqual({ value: 11.5, pm: 0.375 });
    expect(at(2, 1)).toEqual({ value: 12.5, pm: 0.375 });
    // A nose that nobody measured is none, which makes the thread the less; a tip inside the nut says no more than the
    // count.
    expect(at(2, null).value).toBe(11.5);
    expect(at(-4).value).toBe(15);
    expect(at(2, 0, 0.1).pm).toBeCloseTo(0.475, 9);
  });
  test('it never makes a nut out to have more than it has, whatever stands through', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        (thread, past, nose) => {
          // The stud is full to `past` beyond the nut’s last thread, its chamfer a pitch deep: the tip stands past +
          // nose − 1.5 out.
          const turns = (thread + past) / 1.5;
          const found = threadByStandThrough({
            turns: { value: turns, pm: 0 },
            through: { value: past + nose - 1.5, pm: 0 },
            nose: { value: nose, pm: 0 },
            pitch: 1.5,
          });
          expect(found.value).toBeLessThanOrEqual(thread + Math.max(0, past) + 1e-9);
          if (past > 0) expect(found.value).toBeCloseTo(thread, 9);
        },
      ),
    );
  });
  test('half an inch visible is a reading of its own where it was taken', () => {
    const plan = studPlan({ spacer: plainSpacer(5, 57.1) }, { visibleThread: exact(17.6) });
    const f = assess(plan).findings.find((k) => k.school === 'visible');
    expect(f?.value).toBeCloseTo(12.6, 9);
    expect(f?.level).toBe('note');
    // With a plate on it shows less; carried back it is the same.
    const plated = {
      ...plan,
      corners: plan.corners.map((c) => ({ ...c, visibleThread: { value: 12.6, pm: 0, on: spacerOn(5) } })),
    };
    expect(assess(plated).findings.find((k) => k.school === 'visible')?.value).toBeCloseTo(12.6, 9);
  });
});

describe('what gives way first', () => {
  // rule: joint.fails-first — breaking load Rm·As (ISO 898-1) and stripping areas (FED-STD-H28), both from memory.
  test('the shank, or a thread, by the least of three loads', () => {
    const at = (turns: number, tensile: number | null): Plan => {
      const plan = boltPlan({ spacer: plainSpacer(0) }, { turns: exact(turns) });
      return { ...plan, hub: { ...plan.hub, fastenerClass: '10.9', internalTensile: tensile } };
    };
    const t = parseThread('Thread', 'M14x1.5');
    expect(find(at(10, 900), 'joint.fails-first')).toMatchObject({
      level: 'note',
      case: { is: 'breaks' },
      value: breakingLoad(t, 1040),
    });
    const soft = failureLoads(at(6, 300), 9);
    expect(find(at(6, 300), 'joint.fails-first')).toMatchObject({ case: { is: 'inside' }, value: soft?.inside });
    expect(soft?.inside as number).toBeLessThan(soft?.breaks as number);
    expect(find(at(10, null), 'joint.fails-first')).toBeUndefined();
  });
  test('twice the thread strips at twice the load, and breaks at the same', () => {
    const plan = { ...boltPlan(), hub: { ...boltPlan().hub, fastenerClass: '8.8' as const, internalTensile: 600 } };
    const [one, two] = [failureLoads(plan, 7), failureLoads(plan, 14)];
    expect([
      (two?.inside ?? 0) / (one?.inside ?? 1),
      (two?.outside ?? 0) / (one?.outside ?? 1),
      (two?.breaks ?? 0) / (one?.breaks ?? 1),
    ]).toEqual([2, 2, 1]);
  });
});

test('chalk says where across the tyre it came off', () => {
  const chalked = (across: 'outer wall' | 'tread' | null) =>
    boltPlan({ spacer: plainSpacer(5, 57.1) }, { chalk: [{ trial: 5, load: 'bounced', across, hours: [1] }] });
  expect(words(chalked('outer wall'), 'clearance.chalk')).toContain('on the outer wall: the lip cuts the sidewall');
  expect(words(chalked('tread'), 'clearance.chalk')).toContain('on the tread');
  expect(words(chalked(null), 'clearance.chalk')).toContain('It will cut the tyre');
  expect(wheel('wheel A').ringBore).toBeNull();
});

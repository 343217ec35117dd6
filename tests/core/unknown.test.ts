import fc from 'fast-check';
import { assemblePlan, type Reading } from '@/core/document/assemble';
import type { Plan, PlanCorner } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { type Assessment, assess } from '@/core/evaluate/evaluate';
import { jobCard } from '@/core/procedure/card';
import { kitList } from '@/core/procedure/kitList';
import type { RuleId } from '@/core/rules/ids';
import { sentence } from '@/core/rules/index';
import type { Finding } from '@/core/rules/kit/finding';
import { judge } from '@/core/rules/kit/finding';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, corner, exact, studPlan } from './fixtures';

const find = (plan: Plan, rule: RuleId): Finding | undefined => assess(plan).findings.find((f) => f.rule === rule);
const level = (plan: Plan, rule: RuleId) => find(plan, rule)?.level;
const words = (plan: Plan, rule: RuleId, units: 'metric' | 'imperial' = 'metric') =>
  sentence(find(plan, rule) as Finding, { units, pitch: assess(plan).numbers.thread.pitch });
const forward = (a: Assessment) => a.blocking.length === 0;

describe('what is no number is not measured', () => {
  test.each([Number.NaN, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY])(
    'a margin or an error of %p never passes',
    (x) => {
      expect(judge(x, 0).level).toBe('unmeasured');
      expect(judge(1, x).level).toBe('unmeasured');
    },
  );

  test('NaN in place of any figure of a sound plan takes it off the side that goes forward', () => {
    let tried = 0;
    for (const plan of Object.values(PLAN_EXAMPLES)) {
      const sound = assess(plan).blocking.map((f) => `${f.rule} ${f.case.is}`);
      for (const path of measuredPaths(plan)) {
        const broken = structuredClone(plan) as unknown as Record<string, unknown>;
        const at = path.slice(0, -1).reduce<Record<string, unknown>>((o, k) => o[k] as Record<string, unknown>, broken);
        at[path.at(-1) as string] = { value: Number.NaN, pm: 0.1 };
        const now = assess(broken as unknown as Plan);
        // Figures that are only drawn or compared may be missing; none may make anything pass that did not.
        for (const f of sound)
          expect(
            now.blocking.map((b) => `${b.rule} ${b.case.is}`).some((b) => b.split(' ')[0] === f.split(' ')[0]),
          ).toBe(true);
        for (const f of now.findings)
          if (f.level === 'pass' || f.level === 'note')
            expect([path.join('.'), f.rule, f.value, f.margin].some(Number.isNaN as (x: unknown) => boolean)).toBe(
              false,
            );
        tried += 1;
      }
    }
    expect(tried).toBeGreaterThan(60);
  });
});

function measuredPaths(plan: Plan): string[][] {
  const paths: string[][] = [];
  const walk = (x: unknown, path: string[]): void => {
    if (typeof x !== 'object' || x === null) return;
    if ('value' in x && 'pm' in x) paths.push(path);
    else for (const [k, v] of Object.entries(x)) walk(v, [...path, k]);
  };
  walk({ hub: plan.hub, corners: plan.corners, wheel: plan.wheel }, []);
  return paths;
}

describe('each corner by itself', () => {
  const blank: (keyof PlanCorner)[] = [
    'turns',
    'studProtrusion',
    'tappedDepth',
    'roomBehind',
    'spigotHeight',
    'chamferDepth',
    'gap',
    'loadedClearance',
    'innerClearance',
    'archHeight',
    'rotorHat',
  ];

  test('a stop at one corner stands whatever is blank at the other', () => {
    const bolt = {
      kind: 'bolt' as const,
      length: 58,
      threadLength: 28,
      nose: 0,
      seat: 'ball13' as const,
      class: '10.9' as const,
    };
    const ill: Record<string, [Plan, RuleId]> = {
      'few turns': [
        boltPlan({ corners: [corner('front-left', { turns: exact(7) }), corner('front-right')] }),
        'engagement.minimum',
      ],
      'fouls the strut': [
        boltPlan({
          corners: [
            corner('front-left', { innerClearance: exact(-20) }),
            corner('front-right', { innerClearance: exact(10) }),
          ],
        }),
        'clearance.inner',
      ],
      'fouls the shoes': [
        boltPlan({
          fastener: bolt,
          corners: [corner('front-left', { roomBehind: exact(0) }), corner('front-right', { roomBehind: exact(9) })],
        }),
        'bolt.behind',
      ],
      rubs: [
        boltPlan({ corners: [corner('front-left', { loadedClearance: exact(6) }), corner('front-right')] }),
        'clearance.loaded',
      ],
      'no spigot': [
        boltPlan({ corners: [corner('front-left', { spigotHeight: exact(5) }), corner('front-right')] }),
        'centring.spigot',
      ],
    };
    for (const [name, [plan, rule]] of Object.entries(ill)) {
      expect([name, level(plan, rule)]).toEqual([name, 'stop']);
      for (const field of blank) {
        const half: Plan = { ...plan, corners: plan.corners.map((c, i) => (i === 1 ? { ...c, [field]: null } : c)) };
        expect([name, field, level(half, rule)]).toEqual([name, field, 'stop']);
        const swapped: Plan = { ...half, corners: [...half.corners].reverse() };
        expect([name, field, level(swapped, rule)]).toEqual([name, field, 'stop']);
      }
    }
  });

  test('the hub end of a conversion stud borrows no room from the other corner, nor does a longer bolt', () => {
    const conversion = { ...(PLAN_EXAMPLES.conversion as Plan) };
    const fastener = { ...(conversion.fastener as Extract<Plan['fastener'], { kind: 'conversion' }>), shortEnd: 22 };
    const at = (left: number | null, right: number | null): Plan => ({
      ...conversion,
      fastener,
      corners: conversion.corners.map((c, i) => ({
        ...c,
        tappedDepth: exact(20),
        roomBehind: [left, right].map((x) => (x === null ? null : exact(x)))[i] ?? null,
      })),
    });
    expect([
      level(at(8, 8), 'stud.behind'),
      level(at(8, null), 'stud.behind'),
      level(at(null, 8), 'stud.behind'),
      level(at(8, 0), 'stud.behind'),
    ]).toEqual(['pass', 'unmeasured', 'unmeasured', 'stop']);
    expect(find(at(8, null), 'stud.behind')?.corner).toBe('rear-right');
  });

  test('a foul inside counts at the corner where it was measured, also where clearance is not the wish', () => {
    const plan = (left: number | null, right: number | null) =>
      boltPlan({
        corners: [
          corner('front-left', { innerClearance: left === null ? null : exact(left) }),
          corner('front-right', { innerClearance: right === null ? null : exact(right) }),
        ],
      });
    expect([
      level(plan(-20, null), 'clearance.inner'),
      level(plan(10, null), 'clearance.inner'),
      level(plan(null, null), 'clearance.inner'),
    ]).toEqual(['stop', 'pass', undefined]);
    expect(level({ ...plan(10, null), jobType: 'clearance' }, 'clearance.inner')).toBe('unmeasured');
  });
});

describe('a count is travel', () => {
  test('without the thread it was counted in nothing goes forward, at either end of the joint; short in any mate is a stop', () => {
    const bare = { ...boltPlan().spacer, thickness: 0 };
    expect(find(boltPlan({ spacer: bare }, { tappedDepth: null }), 'engagement.minimum')).toMatchObject({
      level: 'unmeasured',
      case: { is: 'missing', need: 'mate-hub' },
    });
    expect(find(boltPlan({}, { tappedDepth: null }), 'engagement.minimum')).toMatchObject({ level: 'stop' });
    const hub = { ...studPlan().hub, nutThread: null };
    expect(find(studPlan({ hub }), 'engagement.minimum')).toMatchObject({
      level: 'unmeasured',
      case: { is: 'missing', need: 'mate-nut' },
    });
    expect(find(studPlan({ hub }, { turns: exact(9) }), 'engagement.minimum')).toMatchObject({ level: 'stop' });
    expect(assess(studPlan({ hub })).numbers.slipOnLimit).toBeNull();
    expect(words(studPlan({ hub }), 'engagement.minimum')).toContain(
      'it holds no more than that, however far it turns on',
    );
  });

  test('what holds is no more than the mate’s own thread', () => {
    // Fifteen and a half turns of 1.5 mm travel 23.25 mm; a nut with 18 mm of thread holds 18 less what the plate takes
    // beyond its end.
    const nut = {
      thread: 'M12x1.5',
      style: 'open' as const,
      seat: 'cone60' as const,
      threadLength: 9,
      blindDepth: null,
      capOpen: null,
      shankReach: 0,
      shankLength: 0,
      shankDiameter: null,
      class: 'unknown' as const,
      material: 'steel' as const,
      tensile: null,
    };
    expect(find(studPlan({ fastener: { kind: 'nuts', nut } }), 'engagement.minimum')).toMatchObject({
      value: 9,
      level: 'stop',
    });
    expect(
      find(studPlan({ fastener: { kind: 'nuts', nut: { ...nut, threadLength: null } } }), 'engagement.minimum'),
    ).toMatchObject({ level: 'unmeasured', case: { is: 'missing', need: 'new-nut' } });
  });

  test('unknown material is unmeasured at either end, and says how to find out', () => {
    const conversion = PLAN_EXAMPLES.conversion as Plan;
    const fastener = conversion.fastener as Extract<Plan['fastener'], { kind: 'conversion' }>;
    const both: Plan = {
      ...conversion,
      hub: { ...conversion.hub, threadMaterial: 'unknown' },
      fastener: { ...fastener, nut: { ...fastener.nut, material: 'unknown' } },
    };
    expect(
      assess(both)
        .findings.filter((f) => f.rule === 'engagement.material')
        .map((f) => [f.level, f.case.is]),
    ).toEqual([
      ['unmeasured', 'hub'],
      ['unmeasured', 'nut'],
    ]);
    expect(words(both, 'engagement.material')).toContain('Hold a magnet to it');
  });
});

describe('repeats and errors', () => {
  const plan = boltPlan();
  const readings = (...turns: number[]): Reading[] =>
    turns.map((value) => ({ quantity: 'turns', corner: 'front-left', value, pm: 0.25 }));
  const assembled = (...turns: number[]) =>
    assemblePlan({ ...plan, readings: readings(...turns), wheels: [], chalk: [], policy: DEFAULT_POLICY });

  // rule: reading.error — common practice, no source: a bad reading is measured again, never outvoted.
  test.each([[[4, 11, 11, 11, 11]], [[4, 4, 11, 11, 11]], [[8.5, 11]], [[11, 11, 11, 12.25]]])(
    'turns of %p are no measurement',
    (turns) => {
      const p = assembled(...turns);
      expect(find(p, 'reading.error')).toMatchObject({
        level: 'unmeasured',
        case: { is: 'too-wide', quantity: 'turns' },
        corner: 'front-left',
        limit: 0.5,
      });
      expect(words(p, 'reading.error')).toMatch(
        /^Turns, front left: known to ±[\d.]+.*Measure again, or undo the reading that is wrong\.$/,
      );
    },
  );

  test('a socket read again is another socket: the last one counts, and is no repeat of the first', () => {
    const sockets = (...outside: number[]): Reading[] =>
      outside.map((value) => ({ quantity: 'socketOutside', corner: null, value, pm: 0.1 }));
    const of = (...outside: number[]) =>
      assemblePlan({ ...plan, readings: sockets(...outside), wheels: [], chalk: [], policy: DEFAULT_POLICY }).hub
        .socketOutside;
    // The error is added, so that a socket is never taken for a slimmer one.
    expect([of(26), of(26, 23.4), of(23.4, 26)]).toEqual([26.1, 23.5, 26.1]);
  });

  test('turns within half a turn of each other are one measurement, and the lowest is inside its band', () => {
    const p = assembled(11, 10.5, 11);
    expect(find(p, 'reading.error')).toBeUndefined();
    expect(p.corners[0]?.turns).toEqual({ value: 10.75, pm: 0.25 });
  });

  test('±30 mm on a clearance of 10 is no measurement; a finger is one; a tape is none for a bore', () => {
    const gap = (pm: number) => boltPlan({}, { loadedClearance: { value: 40, pm } });
    expect([level(gap(30), 'reading.error'), level(gap(3), 'reading.error')]).toEqual(['unmeasured', undefined]);
    const wheels = {
      ...boltPlan().wheel,
      each: [
        {
          name: 'wheel C',
          corner: null,
          pocketDepth: null,
          lugHole: null,
          bore: { value: 57, pm: 3 },
          ringBore: null,
          boreRecess: null,
          chamferDepth: null,
          padThickness: null,
        },
      ],
    };
    expect(words(boltPlan({ wheel: wheels }), 'reading.error')).toMatch(/^Bore, wheel C: known to ±3\.0 mm/);
  });

  test('more error never moves a plan to the side that goes forward', () => {
    const fields = [
      'turns',
      'tappedDepth',
      'roomBehind',
      'spigotHeight',
      'chamferDepth',
      'gap',
      'loadedClearance',
      'innerClearance',
    ] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...fields),
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.integer({ min: 0, max: 12 }),
        (field, a, b, s) => {
          const [less, more] = [Math.min(a, b), Math.max(a, b)];
          const at = (pm: number): Plan => {
            const p = boltPlan(
              {
                spacer: { ...plan.spacer, thickness: s },
                fastener: { kind: 'bolt', length: 47 + s, threadLength: 30, nose: 0, seat: 'ball13', class: '10.9' },
              },
              { innerClearance: exact(2) },
            );
            return {
              ...p,
              corners: p.corners.map((c, i) =>
                i === 0 ? { ...c, [field]: { ...(c[field] as { value: number }), pm } } : c,
              ),
            };
          };
          if (!forward(assess(at(less)))) expect(forward(assess(at(more)))).toBe(false);
        },
      ),
      { numRuns: 600, seed: 8 },
    );
  });
});

describe('plates', () => {
  // rule: centring.lip-bore — geometry: every plate goes over the spigot.
  test('a plain plate has a bore that fits this spigot, whatever centres the wheel', () => {
    const plate = (bore: number | null, centring: 'hub' | 'seats' = 'hub', pm = 0.1) =>
      boltPlan({
        hub: { ...boltPlan().hub, spigotDiameter: { value: 57, pm } },
        spacer: { ...boltPlan().spacer, bore, centring },
      });
    const fits = (...p: Parameters<typeof plate>) => level(plate(...p), 'centring.lip-bore');
    expect([fits(null), fits(57.1), fits(57.3), fits(58), fits(56.5), fits(56.95)]).toEqual([
      'unmeasured',
      'pass',
      'caution',
      'stop',
      'stop',
      'caution',
    ]);
    expect([fits(null, 'seats'), fits(60, 'seats'), fits(56.5, 'seats')]).toEqual(['unmeasured', 'pass', 'stop']);
    expect(words(plate(56.95), 'centring.lip-bore')).toContain('slides on by hand and does not rock');
    expect(
      find(boltPlan({ spacer: { ...boltPlan().spacer, thickness: 0, bore: null } }), 'centring.lip-bore'),
    ).toBeUndefined();
  });
});

describe('words', () => {
  test('a thread with a stroke in its name is told whole, and the hub end in the hub’s own pitch', () => {
    const conversion = PLAN_EXAMPLES.conversion as Plan;
    const fastener = conversion.fastener as Extract<Plan['fastener'], { kind: 'conversion' }>;
    const p: Plan = {
      ...conversion,
      hub: { ...conversion.hub, thread: '9/16-18 UNF' },
      fastener: { ...fastener, hubThread: '9/16-18 UNF' },
    };
    const match = assess(p)
      .findings.filter((f) => f.rule === 'thread.match')
      .map((f) => sentence(f, { units: 'metric', pitch: 1.5 }));
    expect(match).toContain('Hub end 9/16-18 UNF in a 9/16-18 UNF hub: the threads go together.');
    // 17 mm less 2 pitches of an 18-thread end are 17 / (25.4 / 18) − 2 = 10.04 turns, whatever the nut's pitch is.
    expect(words(p, 'engagement.hub-end')).toContain('14.17 mm (10.04 turns)');
  });

  test('kit list and card: figures rounded and in the units that are read, nothing about a plate where there is none', () => {
    const p: Plan = { ...(PLAN_EXAMPLES['slip-on-bolts'] as Plan) };
    const hub = { ...p.hub, torque: { value: 142.36088457479704, source: 'handbook' } };
    const text = (plan: Plan, units: 'metric' | 'imperial') =>
      [...kitList(plan, units), ...jobCard(plan, units)].map((s) => s.text).join('\n');
    expect(text({ ...p, hub }, 'metric')).toContain('Torque wrench set to 142.4 N·m (handbook).');
    expect(text({ ...p, hub }, 'imperial')).toContain('Torque wrench set to 105 lbf·ft (handbook).');
    for (const units of ['metric', 'imperial'] as const)
      for (const plan of Object.values(PLAN_EXAMPLES)) expect(text(plan, units)).not.toMatch(/\d\.\d{4,}/);
    expect(text(p, 'imperial')).not.toMatch(/\d mm\b/);
    const conversion = PLAN_EXAMPLES.conversion as Plan;
    const alone = text({ ...conversion, spacer: { ...conversion.spacer, thickness: 0 } }, 'metric');
    expect(alone).not.toMatch(/spacer|0\.0 mm/i);
    expect(alone).toContain('It sits flat on the hub all round.');
  });
});

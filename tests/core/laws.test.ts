import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { RANK } from '@/core/rules/kit/finding';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, exact, studPlan } from './fixtures';
import { anyPlan } from './generator';
import { dangers } from './judge';
import { moreError, unknowns } from './worsen';

/**
 * Laws of the judgement on corners and wheels that differ and errors above zero. VECTIS_LAWS is how many plans; more
 * than the default is for a change of the rules.
 */
const RUNS = Number(process.env.VECTIS_LAWS ?? 1500);
/** Another batch of made-up cars; many batches are more cars than one memory holds. */
const BATCH = Number(process.env.VECTIS_LAWS_BATCH ?? 0);
const plans = (share: number, seed: number): Plan[] =>
  fc.sample(anyPlan, { numRuns: Math.ceil(RUNS * share), seed: seed + 1000 * BATCH });
const forward = (plan: Plan): boolean => assess(plan).blocking.length === 0;
/** Readings that contradict are the one thing that not knowing them, or knowing them worse, mends. */
const onlyReadings = (plan: Plan): boolean => assess(plan).blocking.every((f) => f.rule.startsWith('reading.'));

test('a judge of its own finds nothing dangerous that goes forward, and the plans reach both sides', () => {
  let went = 0;
  let ill = 0;
  for (const plan of plans(1, 1)) {
    const found = dangers(plan);
    if (found.length > 0) ill += 1;
    if (!forward(plan)) continue;
    went += 1;
    expect([found, plan.fastener, plan.spacer]).toEqual([[], plan.fastener, plan.spacer]);
  }
  expect([went > RUNS / 150, ill > RUNS / 4]).toEqual([true, true]);
}, 240000);

test('no worked example and no untouched car is refused for its thread', () => {
  for (const [name, plan] of Object.entries(PLAN_EXAMPLES))
    if (name !== 'adapter') expect([name, forward(plan)]).toEqual([name, true]);
  for (const turns of [6, 8, 10]) {
    for (const base of [boltPlan({}, { turns: exact(turns) }), studPlan({}, { turns: exact(turns) })]) {
      const bare = { ...base, spacer: { ...base.spacer, thickness: 0 } };
      expect(assess(bare).findings.filter((f) => f.rule.startsWith('engagement') && f.level === 'stop')).toEqual([]);
    }
  }
});

test('unknown in place of a value never moves a plan to the side that goes forward', () => {
  let tried = 0;
  for (const plan of plans(0.1, 2)) {
    if (forward(plan) || onlyReadings(plan)) continue;
    for (const [what, worse] of unknowns(plan)) {
      tried += 1;
      if (forward(worse))
        expect([what, assess(plan).blocking.map((f) => [f.rule, f.level, f.corner, f.case])]).toEqual([]);
    }
  }
  expect(tried).toBeGreaterThan(RUNS / 4);
}, 240000);

test('more error never moves a plan to the side that goes forward', () => {
  let tried = 0;
  for (const plan of plans(0.1, 3)) {
    // A wider error does take back a contradiction between two readings; nothing else.
    if (forward(plan) || onlyReadings(plan)) continue;
    for (const [what, worse] of moreError(plan)) {
      tried += 1;
      if (forward(worse))
        expect([what, assess(plan).blocking.map((f) => [f.rule, f.level, f.corner, f.case])]).toEqual([]);
    }
  }
  expect(tried).toBeGreaterThan(RUNS / 4);
}, 240000);

test('a stop at one corner stands whatever is blank at the other', () => {
  let tried = 0;
  for (const plan of plans(0.15, 4)) {
    for (const f of assess(plan).findings) {
      if (f.level !== 'stop' || f.corner === null) continue;
      const other = plan.corners.findIndex((c) => c.corner !== f.corner);
      const c = plan.corners[other];
      if (!c) continue;
      const blank = {
        ...c,
        turns: null,
        studProtrusion: null,
        tappedDepth: null,
        roomBehind: null,
        spigotHeight: null,
        rotorHat: null,
        gap: null,
        loadedClearance: null,
        clock: [],
        innerClearance: null,
        chamferDepth: null,
        chalk: [],
      };
      const half = { ...plan, corners: plan.corners.map((k, i) => (i === other ? blank : k)) };
      tried += 1;
      const levels = assess(half)
        .findings.filter((k) => k.rule === f.rule)
        .map((k) => k.level);
      expect([f.rule, levels.includes('stop')]).toEqual([f.rule, true]);
    }
  }
  expect(tried).toBeGreaterThan(RUNS / 20);
}, 240000);

test('swapping the corners changes names only', () => {
  const other = {
    'front-left': 'front-right',
    'front-right': 'front-left',
    'rear-left': 'rear-right',
    'rear-right': 'rear-left',
  } as const;
  for (const plan of plans(0.1, 5)) {
    const swapped: Plan = {
      ...plan,
      // The plates change sides with them.
      ...(plan.rightSpacer === null
        ? {}
        : { spacer: { ...plan.spacer, thickness: plan.rightSpacer }, rightSpacer: plan.spacer.thickness }),
      ...(plan.trimRight === null ? {} : { trim: plan.trimRight, trimRight: plan.trim }),
      wheel: { ...plan.wheel, each: plan.wheel.each.map((w) => ({ ...w, corner: w.corner && other[w.corner] })) },
      corners: [...plan.corners].reverse().map((c) => ({ ...c, corner: other[c.corner] })),
    };
    const levels = (p: Plan) =>
      assess(p)
        .findings.map((f) => `${f.rule} ${f.school ?? ''} ${f.level} ${f.value?.toFixed(9)}`)
        .sort();
    // Where both corners are equally bad either may be named, so figures are compared where a rule has one worst
    // corner.
    expect(levels(swapped).map((l) => l.split(' ').slice(0, 3).join(' '))).toEqual(
      levels(plan).map((l) => l.split(' ').slice(0, 3).join(' ')),
    );
    expect(assess(swapped).verdict).toBe(assess(plan).verdict);
  }
}, 240000);

test('a thicker plate never engages more on the same fastener', () => {
  for (const plan of plans(0.1, 6)) {
    if (plan.spacer.adapter !== null) continue;
    const thicker = { ...plan, spacer: { ...plan.spacer, thickness: plan.spacer.thickness + 2 } };
    assess(plan).numbers.corners.forEach((c, i) => {
      const more = assess(thicker).numbers.corners[i]?.engagement ?? null;
      if (c.engagement !== null && more !== null) expect(more.value).toBeLessThanOrEqual(c.engagement.value + 1e-9);
    });
  }
}, 240000);

test('the verdict is the worst finding, and what blocks stands first', () => {
  for (const plan of plans(0.05, 7)) {
    const { findings, verdict, blocking } = assess(plan);
    expect(Math.min(...findings.map((f) => RANK[f.level]))).toBe(RANK[verdict]);
    for (const f of findings) if (f.level === 'stop' || f.level === 'unmeasured') expect(blocking).toContain(f);
  }
});

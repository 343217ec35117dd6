import Ajv from 'ajv/dist/2020';
import type { Plan } from '@/core/document/document';
import { readPlan } from '@/core/document/document';
import { DEFAULT_POLICY, POLICY_RULES, SCHOOLS } from '@/core/document/policy';
import { policySchema } from '@/core/document/policySchema';
import { planJsonSchema } from '@/core/document/schema';
import { upgradePlan } from '@/core/document/upgrade';
import { assess, evaluate } from '@/core/evaluate/evaluate';
import { report } from '@/core/evaluate/report';
import { judgeReading } from '@/core/torque/log';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, corner, exact, firstVersion, studPlan } from './fixtures';

const examples = Object.entries(PLAN_EXAMPLES);

describe('plan documents', () => {
  test.each(examples)('%s reads, round-trips without loss, draws, and says the same twice', (_, plan) => {
    const text = JSON.stringify(plan);
    expect(readPlan(JSON.parse(text))).toEqual({ plan });
    expect(JSON.parse(JSON.stringify((readPlan(JSON.parse(text)) as { plan: Plan }).plan))).toEqual(JSON.parse(text));
    expect(evaluate(plan).geometry.drawable).toBe(true);
    expect(report(JSON.parse(text), 'metric')).toEqual(report(JSON.parse(text), 'metric'));
  });

  test('the adapter whose one pocket of four is shallow is the only example that may not go forward', () => {
    expect(examples.filter(([, p]) => assess(p).blocking.length > 0).map(([name]) => name)).toEqual(['adapter']);
  });

  test('a report words its findings in either unit and never leaves the figures out', () => {
    const plan = PLAN_EXAMPLES['slip-on-bolts'] as Plan;
    const [metric, imperial] = (['metric', 'imperial'] as const).map((u) => report(plan, u));
    if (!metric || !imperial || 'issues' in metric || 'issues' in imperial) throw new Error('not valid');
    expect(metric.findings.map((f) => [f.rule, f.value])).toEqual(imperial.findings.map((f) => [f.rule, f.value]));
    expect(metric.findings.find((f) => f.rule === 'engagement.minimum')?.sentence).toMatch(/mm/);
    expect(imperial.findings.find((f) => f.rule === 'engagement.minimum')?.sentence).toMatch(/ in /);
  });

  test.each([
    ['hub.thread', (p: Plan) => ({ ...p, hub: { ...p.hub, thread: 'M14x15' } }), /did you mean M14x1\.5/],
    ['hub.lugs', (p: Plan) => ({ ...p, hub: { ...p.hub, lugs: 2.5 } }), /int/],
    ['spacer.thickness', (p: Plan) => ({ ...p, spacer: { ...p.spacer, thickness: -3 } }), />=0/],
    ['hub.torque.source', (p: Plan) => ({ ...p, hub: { ...p.hub, torque: { value: 120, source: ' ' } } }), />=1/],
    ['corners.1.corner', (p: Plan) => ({ ...p, corners: [p.corners[0], p.corners[0]] }), /twice/],
    ['policy.turnsNeverDrive', (p: Plan) => ({ ...p, policy: { ...p.policy, turnsNeverDrive: 1 } }), />=3/],
    ['spacer.adapter', (p: Plan) => ({ ...p, spacer: { ...p.spacer, kind: 'adapter' } }), /says what it is/],
    [
      'fastener.kind',
      (p: Plan) => ({ ...p, fastener: { kind: 'stud', protrusion: 40, nose: 0, class: '8.8', nut: null } }),
      /bolt hub does not take/,
    ],
    ['', (p: Plan) => ({ ...p, wheelss: 1 }), /wheelss/],
  ] as const)('%s wrong comes back as its path and a message', (path, spoil, message) => {
    const r = readPlan(spoil(PLAN_EXAMPLES['slip-on-bolts'] as Plan));
    const issue = 'issues' in r ? r.issues.find((i) => i.path === path) : undefined;
    expect(issue?.message).toMatch(message);
  });
});

describe('older documents', () => {
  test('upgrade; what they could not say is unknown or unmeasured, and what they said is kept', () => {
    const r = readPlan(firstVersion());
    if ('issues' in r) throw new Error(JSON.stringify(r.issues));
    expect(r.plan).toMatchObject({
      format: 'vectis-plan/5',
      hub: { fastenerClass: 'unknown', internalTensile: null, condition: 'unknown' },
      fastener: { class: 'unknown', length: 52 },
    });
    expect(r.plan.corners[0]).toMatchObject({ turns: exact(10), clock: [], innerClearance: null });
  });

  test('the present version is left alone, an unknown one is refused, and what is no document is handed back', () => {
    const plan = boltPlan();
    expect(upgradePlan(plan)).toBe(plan);
    const later = readPlan({ ...plan, format: 'vectis-plan/9' });
    expect('issues' in later && later.issues[0]?.path).toBe('format');
    for (const x of [null, 3, 'x', [], { format: 7 }]) expect(upgradePlan(x)).toBe(x);
  });
});

describe('JSON Schema, checked by a validator of its own (ajv)', () => {
  const validate = new Ajv({ strict: false }).compile(planJsonSchema());
  test.each(examples)('%s is valid', (_, plan) => {
    validate(JSON.parse(JSON.stringify(plan)));
    expect(validate.errors).toBeNull();
  });
  test('what was added since may be left out, for the schema as for the reader', () => {
    const plan = structuredClone(PLAN_EXAMPLES['slip-on-bolts']) as Plan;
    for (const c of plan.corners as Partial<Plan['corners'][number]>[])
      for (const k of ['settled', 'camber', 'lipDepth', 'rimProtector', 'fingerPasses', 'chalk'] as const) delete c[k];
    for (const w of plan.wheel.each as Partial<Plan['wheel']['each'][number]>[])
      for (const k of ['corner', 'bore', 'boreRecess', 'chamferDepth', 'padThickness'] as const) delete w[k];
    expect([validate(plan), 'plan' in readPlan(plan)]).toEqual([true, true]);
  });
  test('what Zod refuses by shape, the schema refuses too', () => {
    const plan = PLAN_EXAMPLES['slip-on-bolts'] as Plan;
    for (const bad of [
      { ...plan, extra: 1 },
      { ...plan, axle: 'middle' },
      { ...plan, hub: { ...plan.hub, lugs: 2 } },
      { ...plan, corners: [] },
    ]) {
      expect([validate(bad), 'issues' in readPlan(bad)]).toEqual([false, true]);
    }
  });
});

describe('policy', () => {
  test('every value has a source, a range that holds its default, and a name of its own', () => {
    expect(new Set(POLICY_RULES.map((r) => r.id)).size).toBe(POLICY_RULES.length);
    for (const r of POLICY_RULES) {
      expect(r.source.length).toBeGreaterThan(5);
      expect([r.id, r.min <= r.default && r.default <= r.max && r.min < r.max]).toEqual([r.id, true]);
    }
    expect(policySchema.safeParse(DEFAULT_POLICY).success).toBe(true);
    expect(policySchema.safeParse({ ...DEFAULT_POLICY, governing: [] }).success).toBe(false);
    expect(SCHOOLS).toEqual(expect.arrayContaining([...DEFAULT_POLICY.governing]));
  });

  const probes: Plan[] = [
    ...examples.map(([, p]) => p),
    boltPlan({ hub: { ...boltPlan().hub, threadMaterial: 'aluminium' } }),
    boltPlan({
      spacer: { ...boltPlan().spacer, thickness: 0 },
      hub: { ...boltPlan().hub, threadMaterial: 'aluminium', fastenerClass: '8.8', internalTensile: 1400 },
    }),
    boltPlan({ use: 'track' }, { loadedClearance: exact(12) }),
    boltPlan({ use: 'competition', spacer: { ...boltPlan().spacer, thickness: 6 } }),
    boltPlan({
      spacer: { ...boltPlan().spacer, kind: 'lipped', bore: 57.5, lipDiameter: 57, lipRoot: 1, thickness: 12 },
    }),
    boltPlan({
      spacer: { ...boltPlan().spacer, kind: 'lipped', bore: 57.3, lipDiameter: 57, lipRoot: 1, thickness: 12 },
    }),
    studPlan({ fastener: { kind: 'stud', protrusion: 52, threadLength: 48, nose: 0, class: '10.9', nut: null } }),
    studPlan({ corners: [corner('front-left', { turns: exact(6) })] }),
  ];
  test.each(POLICY_RULES.map((r) => r.id))('%s has an effect', (id) => {
    const rule = POLICY_RULES.find((r) => r.id === id) as (typeof POLICY_RULES)[number];
    const moved = rule.default === rule.max ? rule.min : rule.max;
    const spec = (p: { torqueBand: number; verifyAngle: number }) => ({
      lugs: 5,
      target: 100,
      locking: null,
      band: p.torqueBand,
      verifyAngle: p.verifyAngle,
    });
    const torque = (p: Plan['policy']) => [
      judgeReading(spec(p), { pass: 'final', lug: 0, reading: 95, angle: null }),
      judgeReading(spec(p), { pass: 'verify', lug: 0, reading: 100, angle: 15 }),
    ];
    const changed = probes.some((plan) => {
      const other = { ...plan, policy: { ...plan.policy, [id]: moved } };
      return (
        JSON.stringify([assess(plan), torque(plan.policy)]) !== JSON.stringify([assess(other), torque(other.policy)])
      );
    });
    expect([id, changed]).toEqual([id, true]);
  });
});

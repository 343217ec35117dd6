import { assemblePlan, type WheelParts } from '@/core/document/assemble';
import { planChanges } from '@/core/document/diff';
import { type Plan, readPlan } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { quantity } from '@/core/document/quantities';
import { parseReading, readingText } from '@/core/document/readingText';
import { assess } from '@/core/evaluate/evaluate';
import type { RuleId } from '@/core/rules/ids';
import { sentence } from '@/core/rules/index';
import { boltPlan, exact, lippedSpacer, plainSpacer, studPlan, wheel } from './fixtures';

const find = (plan: Plan, rule: RuleId) => assess(plan).findings.find((f) => f.rule === rule);
const say = (plan: Plan, rule: RuleId) => {
  const f = find(plan, rule);
  return f ? sentence(f, { units: 'metric', pitch: 1.5 }) : '';
};
const withEach = (plan: Plan, ...each: Plan['wheel']['each']): Plan => ({ ...plan, wheel: { ...plan.wheel, each } });

/** Wheels differ: two castings of the same part number were seen 2 mm apart (common practice, no source). */
describe('every wheel that can go on, each by itself', () => {
  const lipped = boltPlan({ spacer: lippedSpacer(15, 57.1, 57, 2) });
  const chamfers = (...depths: (number | null)[]) =>
    withEach(
      lipped,
      ...depths.map((d, i) => wheel(`wheel ${'ABCD'.charAt(i)}`, { chamferDepth: d === null ? null : exact(d) })),
    );

  // rule: centring.lip-root — a lip root taller than the chamfer stands proud by the difference (geometry).
  test('a root of 2 mm stands proud by 0.5 in the one wheel whose chamfer is 1.5', () => {
    const one = chamfers(3, 3, 3, 1.5);
    expect(find(one, 'centring.lip-root')).toMatchObject({ level: 'stop', case: { name: 'wheel D' }, margin: -0.5 });
    expect(say(one, 'centring.lip-root')).toContain('chamfer of wheel D: the wheel stands proud by 0.5 mm');
    expect(find(chamfers(3, 3, 3, 2), 'centring.lip-root')?.level).toBe('pass');
    expect(find(chamfers(3, null, 3, 2), 'centring.lip-root')).toMatchObject({
      level: 'unmeasured',
      case: { name: 'wheel B' },
    });
    // Nothing taken wheel by wheel: the corners' own figures stand.
    expect(find(chamfers(null, null), 'centring.lip-root')?.level).toBe('stop');
    expect(find(chamfers(null, null), 'centring.lip-root')?.corner).toBe('front-left');
  });
  // rule: centring.spigot — the deepest chamfer leaves the least of the spigot: H − s − chamfer (engineering geometry).
  test('the deepest chamfer of all wheels decides what is left of the spigot', () => {
    const plain = (...depths: (number | null)[]) => ({ ...chamfers(...depths), spacer: plainSpacer(5, 57.1) });
    expect(assess(plain(1, 4)).numbers.corners.map((c) => c.spigotLeft?.value)).toEqual([3, 3]);
    expect(assess(plain(1, null)).numbers.corners[0]?.spigotLeft).toBeNull();
  });
  // rule: centring.lip-bore — diametral clearance of the lip in each bore, 0.15 good (common practice, no source).
  test('one bore that is 0.5 wider does not centre, one nobody measured cannot pass', () => {
    const bores = (...d: (number | null)[]) =>
      withEach(lipped, ...d.map((b, i) => wheel(`wheel ${i}`, { bore: b === null ? null : exact(b) })));
    const lip = (p: Plan) =>
      assess(p)
        .findings.filter((f) => f.rule === 'centring.lip-bore' && f.case.is !== 'hub')
        .map((f) => [f.level, (f.case as unknown as { name: string }).name]);
    expect(lip(bores(57.1, 57.1))).toEqual([['pass', 'wheel 0']]);
    expect(lip(bores(57.1, 57.6))).toEqual([['stop', 'wheel 1']]);
    expect(lip(bores(57.1, null))).toEqual([['unmeasured', 'wheel 1']]);
  });
  // rules: centring.lip-height, nut.shank — lip against bore depth, shank against its hole, each wheel (geometry).
  test('lip height and shank against the shallowest wheel', () => {
    const high = withEach(
      { ...lipped, spacer: lippedSpacer(15, 57.1, 57, 2, 8) },
      wheel('wheel A', { boreRecess: exact(9) }),
      wheel('wheel B', { boreRecess: exact(7) }),
    );
    expect(find(high, 'centring.lip-height')).toMatchObject({ level: 'stop', case: { name: 'wheel B' } });
    const nut = {
      thread: 'M12x1.5',
      style: 'open' as const,
      seat: 'cone60' as const,
      threadLength: 24,
      blindDepth: null,
      capOpen: null,
      shankReach: 6,
      shankLength: 11,
      shankDiameter: null,
      class: 'unknown' as const,
      material: 'steel' as const,
      tensile: 900,
    };
    const shank = (...pads: (number | null)[]) =>
      withEach(
        studPlan({ fastener: { kind: 'nuts', nut } }),
        ...pads.map((d, i) => wheel(`wheel ${i}`, { padThickness: d === null ? null : exact(d) })),
      );
    expect(find(shank(13, 10), 'nut.shank')).toMatchObject({ case: { name: 'wheel 1' }, level: 'stop' });
    expect(say(shank(13, null), 'nut.shank')).toContain('lug hole of wheel 1');
  });
});

describe('wheels in the plan document', () => {
  const plan = boltPlan();
  const parts: WheelParts[] = [
    {
      name: 'wheel A',
      corner: 'front-left',
      readings: [
        { quantity: 'chamferDepth', value: 1, pm: 0.1 },
        { quantity: 'chamferDepth', value: 1.2, pm: 0.1 },
      ],
    },
    {
      name: 'wheel B',
      corner: 'front-right',
      readings: [
        { quantity: 'chamferDepth', value: 2, pm: 0.1 },
        { quantity: 'pocketDepth', value: 7, pm: 0.1 },
      ],
    },
  ];
  const assembled = (wheels: WheelParts[]) =>
    assemblePlan({
      ...plan,
      readings: [
        { quantity: 'settled', corner: 'front-left', value: 1, pm: 0 },
        { quantity: 'settled', corner: 'front-left', value: 0, pm: 0 },
        { quantity: 'wheelLoad', corner: null, value: 4000, pm: 50 },
      ],
      wheels,
      chalk: [],
      policy: DEFAULT_POLICY,
    });

  test('readings follow their wheel to the corner where it hangs, repeats averaged; the last yes or no counts', () => {
    const p = assembled(parts);
    expect(p.corners.map((c) => c.chamferDepth?.value)).toEqual([1.1, 2]);
    expect(p.corners.map((c) => c.settled)).toEqual([false, null]);
    // A load is taken at the end of its error that asks for more.
    expect(p.hub.wheelLoad).toBe(4050);
    const swapped = parts.map((w, i) => ({
      ...w,
      corner: i === 0 ? ('front-right' as const) : ('front-left' as const),
    }));
    const q = assembled(swapped);
    expect(q.corners.map((c) => c.chamferDepth?.value)).toEqual([2, 1.1]);
    expect(planChanges(p, q, 'metric')).toEqual(
      expect.arrayContaining([
        'Wheel A: front left then, front right now.',
        'Wheel B: front right then, front left now.',
      ]),
    );
    expect(
      planChanges(p, assembled([{ ...(parts[0] as WheelParts), readings: [] }, parts[1] as WheelParts]), 'metric'),
    ).toContain('Bore chamfer, wheel A: 1.1 mm then, unmeasured now.');
  });
  test('a document from before wheels were measured one by one reads with the unknowns of what was added', () => {
    const old = JSON.parse(JSON.stringify(plan)) as { corners: Record<string, unknown>[]; wheel: { each: unknown[] } };
    for (const c of old.corners)
      for (const k of ['settled', 'camber', 'lipDepth', 'rimProtector', 'fingerPasses', 'chalk']) delete c[k];
    old.wheel.each = [{ name: 'front left', pocketDepth: null, lugHole: null }];
    const read = readPlan(old);
    if ('issues' in read) throw new Error(JSON.stringify(read.issues));
    expect(read.plan.corners[0]).toMatchObject({ settled: null, chalk: [] });
    expect(read.plan.wheel.each[0]).toMatchObject({ corner: null, bore: null });
  });
});

describe('readings as typed', () => {
  test('degrees, loads in kilograms by standard gravity, yes and no', () => {
    expect(parseReading(quantity('camber'), '−1,5').value).toBe(-1.5);
    expect(readingText(quantity('camber'), -1.5, 'metric')).toBe('−1.5°');
    // 410 kg × 9.80665 m/s² (3rd CGPM, 1901).
    expect(parseReading(quantity('wheelLoad'), '410 kg').value).toBeCloseTo(4020.7265, 4);
    expect(parseReading(quantity('wheelLoad'), '4,02 kN').value).toBeCloseTo(4020, 9);
    expect(() => parseReading(quantity('wheelLoad'), '12')).toThrow('Wheel load “12” is below 500 N.');
    expect([parseReading(quantity('settled'), 'yes').value, readingText(quantity('settled'), 0, 'metric')]).toEqual([
      1,
      'no',
    ]);
  });
});

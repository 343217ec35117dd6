import type { Fastener, Nut, Plan, PlanCorner } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { assess } from '@/core/evaluate/evaluate';
import type { RuleId } from '@/core/rules/ids';
import type { Finding } from '@/core/rules/kit/finding';
import { boltPlan, corner, spacerOn, studPlan } from './fixtures';

/**
 * Joints worked out by hand from positions along the axis: disc 7 mm, grip 8 mm, nuts of M12 20 mm and of M14 22 mm,
 * class 10.9 unless said; a count to a quarter turn, a caliper to 0.1 mm. Common practice, no source, for what is
 * asked; geometry for the rest.
 */
const caliper = (value: number) => ({ value, pm: 0.1 });
const counted = (turns: number, plate = 0) => ({
  value: turns,
  pm: 0.25,
  ...(plate > 0 ? { on: spacerOn(plate) } : {}),
});
const both = (at: Partial<PlanCorner>): PlanCorner[] => [
  corner('front-left', { spigotHeight: caliper(40), rotorHat: caliper(7), ...at }),
  corner('front-right', { spigotHeight: caliper(40), rotorHat: caliper(7), ...at }),
];
const nut: Nut = {
  thread: 'M12x1.5',
  style: 'open',
  seat: 'cone60',
  threadLength: 20,
  blindDepth: null,
  capOpen: null,
  shankReach: 0,
  shankLength: 0,
  shankDiameter: null,
  class: 'unknown',
  material: 'steel',
  tensile: null,
};

function studs(
  at: Partial<PlanCorner>,
  thickness: number,
  change: { hub?: Partial<Plan['hub']>; fastener?: Fastener } = {},
): Plan {
  const base = studPlan({ policy: DEFAULT_POLICY });
  return {
    ...base,
    hub: { ...base.hub, nutStyle: 'open', nutThread: caliper(20), fastenerClass: '10.9', ...change.hub },
    corners: both(at),
    spacer: { ...base.spacer, thickness },
    fastener: change.fastener ?? { kind: 'present' },
  };
}

function bolts(
  at: Partial<PlanCorner>,
  thickness: number,
  change: { hub?: Partial<Plan['hub']>; fastener?: Fastener } = {},
): Plan {
  const base = boltPlan({ policy: DEFAULT_POLICY });
  return {
    ...base,
    hub: { ...base.hub, fastenerClass: '10.9', boltLength: caliper(28), nutGrip: caliper(8), ...change.hub },
    corners: both(at),
    spacer: { ...base.spacer, thickness },
    fastener: change.fastener ?? { kind: 'present' },
  };
}

const find = (plan: Plan, rule: RuleId): Finding => assess(plan).findings.find((f) => f.rule === rule) as Finding;
const enough = (plan: Plan) => find(plan, 'engagement.minimum');

test('M12 × 1.5 stud, 8 turns, plain 3: 9.0 ± 0.5 is under the floor of 9.6', () => {
  const f = enough(studs({ turns: counted(8) }, 3));
  expect(f).toMatchObject({ level: 'stop', value: 9 });
  expect(f.limit).toBeCloseTo(9.6, 9);
  expect(f.pm).toBeCloseTo(0.475, 9);
});

test('M14 × 1.5 bolt, 8½ turns in a hub 18 deep, nothing added: 12.75 under the target of 14, as the car came', () => {
  const plan = bolts({ turns: counted(8.5), tappedDepth: caliper(18) }, 0);
  expect(enough(plan)).toMatchObject({
    level: 'caution',
    value: 12.75,
    limit: 14,
    case: { is: 'as-came', untouched: 12.75 },
  });
  expect(assess(plan).blocking.filter((f) => f.rule.startsWith('engagement'))).toEqual([]);
});

test('eight turns of M14 × 1.5 on stock bolts with nothing added are no stop either', () => {
  expect(enough(bolts({ turns: counted(8), tappedDepth: caliper(18) }, 0))).toMatchObject({
    level: 'caution',
    value: 12,
  });
});

test('M12 × 1.5, 15½ turns, open nut of 20, plate 10: 13.25 holds, and 11.25 is the most', () => {
  const plan = studs({ turns: counted(15.5) }, 10);
  expect(enough(plan)).toMatchObject({ level: 'pass', value: 13.25 });
  expect(assess(plan).numbers.slipOnLimit).toMatchObject({ value: 11.25 });
  expect(find(plan, 'engagement.travel')).toMatchObject({ level: 'note', value: 23.25, limit: 20 });
});

describe('conversion studs of 75 with an outer thread of M14 × 1.5, 40 long, in an M14 × 1.25 hub, no plate', () => {
  const fastener: Fastener = {
    kind: 'conversion',
    length: 75,
    shortEnd: 15,
    threadLength: 40,
    nose: 0,
    hubThread: 'M14x1.25',
    outerThread: 'M14x1.5',
    seatsAt: 'shoulder',
    torque: { value: 110, source: 'leaflet' },
    class: '10.9',
    nut: { ...nut, thread: 'M14x1.5', seat: 'ball13', threadLength: 22 },
  };
  const at = { tappedDepth: caliper(18), turns: counted(9) };
  const plan = (thickness: number): Plan => ({
    ...bolts(at, thickness, { hub: { thread: 'M14x1.25' }, fastener }),
    jobType: 'conversion',
  });

  test('the nut bears at 15 and the thread begins at 20: it jams on the plain shank', () => {
    expect(find(plan(0), 'fastener.thread')).toMatchObject({ level: 'stop', value: 45, limit: 40 });
  });

  test('with 12 between it holds 22 outside; the hub end has 12.5 of 14 and somebody accepts it by name', () => {
    const p = plan(12);
    expect(find(p, 'fastener.thread')).toMatchObject({ level: 'pass', value: 33 });
    expect(enough(p)).toMatchObject({ level: 'pass', value: 22 });
    expect(find(p, 'engagement.hub-end')).toMatchObject({
      level: 'caution',
      value: 12.5,
      case: { is: 'between', joint: 'conversion' },
    });
  });

  test('alone it is a job: no gap, no clearance and no plate is asked for', () => {
    const alone: Plan = {
      ...plan(0),
      fastener: { ...fastener, shortEnd: 17, threadLength: 46 },
      corners: both({ ...at, gap: null, loadedClearance: null, chamferDepth: null, spigotHeight: null, settled: null }),
    };
    expect(assess(alone).blocking).toEqual([]);
    expect(
      assess({ ...alone, jobType: 'stance' })
        .blocking.map((f) => f.rule)
        .sort(),
    ).toEqual(['clearance.loaded', 'stance.gap']);
  });
});

describe('bolt-on adapters', () => {
  const adapter = (thickness: number, nutHeight: number, pockets: number[], Z: number): Plan => {
    const base = studs({ turns: counted(15.5), studProtrusion: caliper(Z) }, thickness, {
      hub: { nutThread: caliper(20) },
    });
    return {
      ...base,
      wheel: {
        ...base.wheel,
        each: pockets.map((d, i) => ({
          name: `wheel ${i + 1}`,
          corner: null,
          pocketDepth: caliper(d),
          lugHole: null,
          ringBore: null,
          bore: null,
          boreRecess: null,
          chamferDepth: null,
          padThickness: null,
        })),
      },
      spacer: {
        ...base.spacer,
        kind: 'adapter',
        centring: 'seats',
        openThrough: true,
        adapter: {
          web: 8,
          nutHeight,
          nutThread: nutHeight,
          studThread: 'M12x1.5',
          studClass: '10.9',
          nutClass: 'unknown',
          nutContact: null,
          condition: 'dry',
          studNose: 0,
          studThreadLength: 40,
          studProtrusion: 38,
          boltCircle: 112,
          lugs: null,
          recess: null,
          torque: { value: 110, source: 'leaflet' },
        },
      },
    };
  };

  test('adapter of 20 on studs of 25: 10.8 of thread, and a pocket of 8 takes what stands out', () => {
    const plan = adapter(20, 10.8, [8, 8, 8, 8], 25);
    expect(find(plan, 'engagement.hub-end')).toMatchObject({ value: 10.8 });
    expect(find(plan, 'adapter.pocket')).toMatchObject({ level: 'pass' });
  });

  test('adapter of 15 on studs of 31: pockets of 18, 18, 18 and 14 against 17.5, three pass and the fourth stops', () => {
    const at = (d: number) => find(adapter(15, 7, [d], 31), 'adapter.pocket').level;
    expect([at(18), at(14)]).toEqual(['pass', 'stop']);
    expect(find(adapter(15, 7, [18, 18, 18, 14], 31), 'adapter.pocket')).toMatchObject({
      level: 'stop',
      case: { name: 'wheel 4' },
    });
  });
});

test('½-20, 7¾ turns less a ¼ in plate are 2¾ turns and a stop; bare it is 9.84, as the car came', () => {
  const hub = { thread: '1/2-20', nutThread: caliper(20) };
  const plated = studs({ turns: counted(7.75) }, 6.35, { hub });
  expect(enough(plated).value).toBeCloseTo(3.4925, 4);
  expect((enough(plated).value as number) / 1.27).toBeCloseTo(2.75, 9);
  expect([enough(plated).level, find(plated, 'engagement.never-drive').level]).toEqual(['stop', 'stop']);
  const bare = enough(studs({ turns: counted(7.75) }, 0, { hub }));
  expect([bare.level, bare.case.is]).toEqual(['caution', 'as-came']);
  expect(bare.value).toBeCloseTo(9.8425, 4);
});

test('M12 × 1.5 of class 10.9 in aluminium nuts of 570 MPa, 10 turns: 15 against 14.4, which is 1.2 diameters once stripping is computed', () => {
  const f = enough(studs({ turns: counted(10) }, 0, { hub: { threadMaterial: 'aluminium', internalTensile: 570 } }));
  expect(f).toMatchObject({ value: 15 });
  expect((f.case as unknown as { target: number }).target).toBeCloseTo(14.4, 9);
  expect(f.level === 'pass' || (f.level === 'caution' && f.uncertain)).toBe(true);
});

test('a shank nut that reaches 13, plate 14, 8 turns before: 11.0 is between floor and target', () => {
  const fastener: Fastener = { kind: 'nuts', nut: { ...nut, shankReach: 13, shankLength: 13 } };
  const plan = studs({ turns: counted(8) }, 14, { fastener });
  expect(enough(plan)).toMatchObject({ level: 'caution', value: 11, case: { is: 'between' } });
});

describe('what was on when it was read', () => {
  test('five turns with a ¼ in plate on are as honest as ten bare, and prove no more than that plate', () => {
    const bare = studs(
      {
        turns: counted(10),
        gap: { value: 20, pm: 1 },
        loadedClearance: { value: 30, pm: 1 },
        innerClearance: { value: 4, pm: 1 },
      },
      8,
      {},
    );
    // 6.35 mm of plate take 4.2333 turns of 1.5 mm, bring gap and clearance in by as much and let the room inside out.
    const on = studs(
      {
        turns: { value: 10 - 6.35 / 1.5, pm: 0.25, on: spacerOn(6.35) },
        gap: { value: 20 - 6.35, pm: 1, on: spacerOn(6.35) },
        loadedClearance: { value: 30 - 6.35, pm: 1, on: spacerOn(6.35) },
        innerClearance: { value: 4 + 6.35, pm: 1, on: spacerOn(6.35) },
      },
      8,
    );
    const figures = (p: Plan) =>
      assess(p).findings.map((f) => [f.rule, f.level, f.value === null ? null : f.value.toFixed(6)]);
    // Whether the cap is reached is no sum of lengths: a thicker plate backs the nut off by the difference alone.
    const sums = (p: Plan) => figures(p).filter(([rule]) => rule !== 'nut.bottom');
    expect(sums(on)).toEqual(sums(bare));
    // The plate's own error goes into the ±.
    expect(enough(on).pm as number).toBeCloseTo((enough(bare).pm as number) + 0.1, 9);
  });

  test('a car that arrives on 15 mm plates with long bolts gets right lengths', () => {
    // 62 mm bolts, ten turns with the 15 on: bare they would travel 30 mm. Without plates 47 engages as now.
    const at = { turns: counted(10, 15), tappedDepth: caliper(18), roomBehind: caliper(8) };
    const bolt = (length: number): Fastener => ({
      kind: 'bolt',
      length,
      threadLength: 30,
      nose: 0,
      seat: 'ball13',
      class: '10.9',
    });
    const hub = { boltLength: caliper(62) };
    const plan = (s: number, length: number) => bolts(at, s, { hub, fastener: bolt(length) });
    expect(enough(plan(0, 47)).value).toBeCloseTo(15, 9);
    expect(enough(plan(15, 62)).value).toBeCloseTo(15, 9);
    expect(enough(plan(20, 67)).value).toBeCloseTo(15, 9);
    // The long bolts left in without their plates come out behind the hub.
    expect(find(bolts(at, 0, { hub, fastener: bolt(62) }), 'bolt.behind')).toMatchObject({ level: 'stop' });
  });

  test('stud protrusion read from the plate’s face counts from the disc', () => {
    const plan = studs({ turns: counted(10), studProtrusion: { value: 20, pm: 0.1, on: spacerOn(15) } }, 5, {
      fastener: { kind: 'stud', protrusion: 45, threadLength: 40, nose: 0, class: '10.9', nut: null },
    });
    const same = studs({ turns: counted(10), studProtrusion: { value: 35, pm: 0.2 } }, 5, {
      fastener: { kind: 'stud', protrusion: 45, threadLength: 40, nose: 0, class: '10.9', nut: null },
    });
    expect(enough(plan)).toEqual(enough(same));
  });
});

test('a corner as the car came does not hide the other one, which somebody has to accept', () => {
  // Left: a hub of 12 mm holds 12 with 5 mm on, as it came. Right: 11.5 turns less 5 mm are 12.25 of the 14 that are
  // asked for.
  const plan = bolts({ tappedDepth: caliper(30), roomBehind: caliper(9) }, 5);
  const [left, right] = plan.corners as [PlanCorner, PlanCorner];
  const uneven: Plan = {
    ...plan,
    corners: [
      { ...left, turns: counted(12), tappedDepth: caliper(12) },
      { ...right, turns: counted(11.5) },
    ],
  };
  const waits = { corner: 'front-right', case: { is: 'between' } };
  expect(assess(uneven).blocking.find((f) => f.rule === 'engagement.minimum')).toMatchObject(waits);
  const accepted = assess({ ...uneven, leadSignOff: { by: 'lead', reason: 'until the bolts are here' } });
  expect(accepted.blocking.some((f) => f.rule === 'engagement.minimum')).toBe(false);
});

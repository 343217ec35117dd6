import type { Fastener, Nut, Plan, PlanCorner } from '@/core/document/document';
import { assess, evaluate } from '@/core/evaluate/evaluate';
import { worstStress } from '@/core/joint/combined';
import { parseDrilling } from '@/core/parts/drilling';
import type { RuleId } from '@/core/rules/ids';
import { sentence } from '@/core/rules/index';
import { parseThread } from '@/core/thread/designation';
import {
  boltPlan,
  corner,
  EXACT_POLICY,
  exact,
  lippedSpacer,
  originalOf,
  plainSpacer,
  spacerOn,
  studPlan,
  wheel,
} from './fixtures';

/**
 * Where threads begin and end, what a plate is drilled for, and what an adapter’s two joints ask for. Worked by hand
 * from positions along the axis; what is asked is common practice, no source.
 */
const all = (plan: Plan, rule: RuleId) => assess(plan).findings.filter((f) => f.rule === rule);
const find = (plan: Plan, rule: RuleId) => all(plan, rule)[0];
const said = (plan: Plan, rule: RuleId): string => {
  const f = find(plan, rule);
  return f ? sentence(f, { units: 'metric', pitch: 1.5 }) : '';
};
const hub = (plan: Plan, change: Partial<Plan['hub']>): Plan => ({ ...plan, hub: { ...plan.hub, ...change } });

// Ten turns of M14 × 1.5 on a 47 mm bolt: 15 mm of travel, the seat at 47 − 3 − 15 = 29 with a plain end.
const bolt = (length: number, nose: number | null, at: Partial<PlanCorner> = {}): Plan =>
  boltPlan(
    {
      spacer: plainSpacer(10, 57.1),
      fastener: { kind: 'bolt', length, threadLength: 40, nose, seat: 'ball13', class: '10.9' },
    },
    at,
  );

describe('pilot noses', () => {
  // rule: fastener.nose — common practice, no source: conversion and competition studs carry 5 to 12 mm that hold
  // nothing.
  test('a new fastener says its nose, and every millimetre of it is a millimetre less of thread', () => {
    expect(find(bolt(57, null), 'fastener.nose')).toMatchObject({ level: 'unmeasured' });
    expect(said(bolt(57, null), 'fastener.nose')).toContain('say 0 for a plain end');
    expect(find(bolt(57, 0), 'fastener.nose')).toBeUndefined();
    const held = (nose: number) => find(bolt(57, nose), 'engagement.minimum')?.value;
    expect([held(0), held(3), held(8)]).toEqual([15, 12, 7]);
    // The tip itself stands where it stood.
    const behind = (nose: number) => find(bolt(58, nose), 'bolt.behind')?.value;
    expect(behind(0)).toBe(behind(8));
  });

  test('a nose on the stock bolt moves seat and tip: 4 mm of it put a new bolt 4 mm further in', () => {
    const stock = (nose: number | null) => hub(bolt(58, 0), { pilotNose: nose === null ? null : exact(nose) });
    // seat 47 − 3 − 15 + 10 = 39, tip 58 − 39 = 19 in a hub 18 deep; with 4 mm of nose the seat is at 35 and the tip 4
    // mm further.
    expect([find(stock(0), 'bolt.behind')?.value, find(stock(4), 'bolt.behind')?.value]).toEqual([1, 5]);
    expect([find(stock(0), 'engagement.minimum')?.value, find(stock(4), 'engagement.minimum')?.value]).toEqual([
      16, 18,
    ]);
    // Nobody looked: less thread is counted on, and where the tip ends is not known.
    expect(find(stock(null), 'engagement.minimum')?.value).toBe(16);
    expect(find(stock(null), 'bolt.behind')).toMatchObject({ level: 'unmeasured', case: { is: 'length' } });
    expect(find(stock(null), 'fastener.thread')).toMatchObject({ level: 'unmeasured' });
  });

  test('its error goes into thread, tip and window', () => {
    const sure = hub(bolt(57, 0), { pilotNose: { value: 2, pm: 0 } });
    const unsure = hub(bolt(57, 0), { pilotNose: { value: 2, pm: 0.5 } });
    for (const rule of ['engagement.minimum', 'fastener.thread'] as const)
      expect((find(unsure, rule)?.pm ?? 0) - (find(sure, rule)?.pm ?? 0)).toBeCloseTo(0.5, 9);
    const [a, b] = [assess(sure).numbers.window, assess(unsure).numbers.window];
    expect([(b?.min ?? 0) - (a?.min ?? 0), (a?.max ?? 0) - (b?.max ?? 0)]).toEqual([0.5, 0.5]);
  });

  test('a closed nut is nearer its cap by the nose that nobody counts', () => {
    const closed = (nose: number | null): Plan =>
      hub(studPlan({ spacer: plainSpacer(0) }), { pilotNose: nose === null ? null : exact(nose) });
    // 23.25 of travel and 3 of lead in a cap 32 deep leave 5.75; 4 mm of nose leave 1.75.
    expect([find(closed(0), 'nut.bottom')?.value, find(closed(4), 'nut.bottom')?.value]).toEqual([5.75, 1.75]);
    expect(find(closed(null), 'nut.bottom')).toMatchObject({ level: 'unmeasured' });
  });

  test('a bolt that ends no further in than the stock bolt asks for no room behind the hub', () => {
    expect(find(bolt(57, 0, { roomBehind: null }), 'bolt.behind')).toMatchObject({
      level: 'pass',
      case: { is: 'as-counted' },
    });
    expect(find(bolt(57.1, 0, { roomBehind: null }), 'bolt.behind')).toMatchObject({
      level: 'unmeasured',
      case: { is: 'room' },
    });
    // Only the error of measuring says further: a caution, whatever the room.
    const read = hub(bolt(57, 0, { roomBehind: null }), { boltLength: { value: 47, pm: 0.1 } });
    expect(find(read, 'bolt.behind')).toMatchObject({ level: 'caution', uncertain: true });
  });
});

describe('lugs and bolt circles', () => {
  // rule: circle.match — geometry.
  test('hub, plate and wheel agree, each by itself; what nobody said is unmeasured', () => {
    const plan = boltPlan();
    const plate = (lugs: number | null, circles: number[] | null): Plan => ({
      ...plan,
      spacer: { ...plan.spacer, lugs, boltCircles: circles },
    });
    const levels = (p: Plan) =>
      all(p, 'circle.match')
        .map((f) => f.level)
        .sort();
    expect(levels(plan)).toEqual(['pass', 'pass']);
    expect(levels(plate(5, [100, 112]))).toEqual(['pass', 'pass']);
    expect(levels(plate(4, [112]))).toEqual(['pass', 'stop']);
    expect(levels(plate(5, [100, 108]))).toEqual(['pass', 'stop']);
    expect([levels(plate(null, [112])), levels(plate(5, null))]).toEqual([
      ['pass', 'unmeasured'],
      ['pass', 'unmeasured'],
    ]);
    expect(levels({ ...plan, wheel: { ...plan.wheel, boltCircle: 108 } })).toEqual(['pass', 'stop']);
    expect(levels({ ...plan, wheel: { ...plan.wheel, lugs: null } })).toEqual(['pass', 'unmeasured']);
    // With nothing between, the plate is not asked.
    expect(levels({ ...plate(null, null), spacer: { ...plan.spacer, thickness: 0, lugs: null } })).toEqual(['pass']);
    expect(said(plate(5, [100]), 'circle.match')).toBe(
      'Spacer 5 × 100 on 5 × 112: these do not go together. A bolt forced in leans, and works loose.',
    );
  });

  test('drillings as people type them; what is none says what would do', () => {
    for (const text of ['5x112', '5 × 112', '5*112', ' 5 x 112 mm '])
      expect(parseDrilling('Drilled for', text)).toEqual({ lugs: 5, circles: [112] });
    expect(parseDrilling('Drilled for', '5x100/112')).toEqual({ lugs: 5, circles: [100, 112] });
    expect(parseDrilling('Drilled for', '6 x 5.5 in').circles[0]).toBeCloseTo(139.7, 9);
    for (const bad of ['', '112', '2x112', '13x112', '5x12', '5x', 'x112'])
      expect(() => parseDrilling('Drilled for', bad)).toThrow(/Drilled for/);
  });
});

describe('what centres the wheel', () => {
  const each = (bore: number, ring: number | null = null) => [
    wheel('wheel A', { bore: exact(bore), ringBore: ring === null ? null : exact(ring) }),
  ];
  const on = (spacer: Plan['spacer'], bore: number, ring: number | null = null): Plan => {
    const plan = boltPlan({ spacer });
    return { ...plan, wheel: { ...plan.wheel, each: each(bore, ring) } };
  };
  // rule: centring.wheel — common practice, no source: to 0.15 mm good, to 0.4 mm felt, more is not centred.
  test('the wheel’s bore on the hub spigot, bare or through a plain plate; a ring stands for the bore', () => {
    const level = (p: Plan) => find(p, 'centring.wheel')?.level;
    expect([57.1, 57.3, 57.5].map((b) => level(on(plainSpacer(5, 57.1), b)))).toEqual(['pass', 'caution', 'stop']);
    // Bare, the seats centre what the spigot does not: felt, and no danger by itself.
    expect(level(on(plainSpacer(0), 57.5))).toBe('caution');
    expect(level(on(plainSpacer(5, 57.1), 66.6, 57.1))).toBe('pass');
    expect(level(on(plainSpacer(5, 57.1), 56.9))).toBe('stop');
    expect(find(on(lippedSpacer(12, 57.1, 57, 1), 57.1), 'centring.wheel')).toBeUndefined();
    const blank = boltPlan({ spacer: plainSpacer(5, 57.1) });
    expect(level({ ...blank, wheel: { ...blank.wheel, bore: null } })).toBe('unmeasured');
  });

  // rule: centring.lip-reach — common practice, no source.
  test('a lip reaches 2 mm past the chamfer; one that nobody measured centres nothing', () => {
    const level = (lip: number | null) =>
      find(boltPlan({ spacer: lippedSpacer(12, 57.1, 57, 1, lip) }), 'centring.lip-reach')?.level;
    // Chamfers are 1 mm deep.
    expect([3, 2.9, null].map(level)).toEqual(['pass', 'stop', 'unmeasured']);
  });

  test('a bore that is tight within its error is settled by hand: it slides on at both corners, or it is not used', () => {
    const tight = (slides: boolean | null, other: boolean | null = slides): Plan => {
      const plan = hub(boltPlan({ spacer: plainSpacer(5, 57) }), { spigotDiameter: { value: 57.05, pm: 0.1 } });
      return {
        ...plan,
        corners: [corner('front-left', { slidesOn: slides }), corner('front-right', { slidesOn: other })],
      };
    };
    const level = (p: Plan) => find(p, 'centring.lip-bore')?.level;
    expect([tight(null), tight(true), tight(true, null), tight(true, false)].map(level)).toEqual([
      'caution',
      'pass',
      'caution',
      'stop',
    ]);
    expect(said(tight(true), 'centring.lip-bore')).toContain('slides on by hand');
    // Beyond the error nobody is asked.
    expect(level(hub(tight(true), { spigotDiameter: exact(57.05) }))).toBe('stop');
  });
});

describe('the locking piece', () => {
  const locked = (shorter: number | null, thickness = 0): Plan =>
    hub(boltPlan({ spacer: plainSpacer(thickness, 57.1) }), {
      lockingFastener: true,
      lockingShorter: shorter === null ? null : exact(shorter),
    });
  // rule: engagement.locking — common practice, no source: a locking fastener engages less and is never counted.
  test('its reach is the others’ less the difference of the two pieces, judged for itself', () => {
    const f = (p: Plan) => find(p, 'engagement.locking');
    // Ten turns are 15 mm; 3 mm shorter it holds 12 against a floor of 11.2, and 4 mm shorter 11.
    expect(f(locked(3, 0))).toMatchObject({ value: 12 });
    expect(f(locked(0, 1))).toMatchObject({ value: 14, level: 'pass' });
    expect(f(locked(3, 1))).toMatchObject({ value: 11, level: 'stop' });
    expect(f(locked(null))).toMatchObject({ level: 'unmeasured', case: { is: 'present-unknown' } });
    expect(f(boltPlan())).toBeUndefined();
    // Shorter than the others it is the first to stop: the ordinary bolts would still do.
    expect(find(locked(3, 1), 'engagement.minimum')?.level).toBe('pass');
  });

  test('it follows the new hardware: a conversion drops the old locking bolt and asks about its own', () => {
    const fastener: Fastener = { kind: 'bolt', length: 57, threadLength: 40, nose: 0, seat: 'ball13', class: '10.9' };
    const longer = (locking: Plan['locking']): Plan => ({ ...locked(3, 10), fastener, locking });
    const f = (p: Plan) => find(p, 'engagement.locking');
    expect(f(longer({ kind: 'none' }))).toBeUndefined();
    expect(f(longer({ kind: 'unknown' }))).toMatchObject({ level: 'unmeasured', case: { is: 'new-unknown' } });
    expect(f(longer({ kind: 'piece', shorter: 0 }))).toMatchObject({ value: 15 });
    // 15 − 4.5 = 10.5 mm, under the floor of 0.8 diameters.
    expect(f(longer({ kind: 'piece', shorter: 4.5 }))).toMatchObject({ value: 10.5, level: 'stop' });
  });
});

describe('bolt-on adapter', () => {
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
  // 15½ turns on a 31 mm stud: 23.25 of travel and 3 of lead prove 26.25 mm of thread from the tip.
  const adapter = (
    change: Partial<NonNullable<Plan['spacer']['adapter']>> = {},
    more: Partial<Plan> = {},
    thickness = 25,
  ): Plan => {
    const plan = studPlan({ ...more }, { studProtrusion: exact(31) });
    return {
      ...plan,
      hub: { ...plan.hub, nutStyle: 'open', fastenerClass: '10.9' },
      wheel: { ...plan.wheel, each: [wheel('wheel A', { pocketDepth: exact(12) })] },
      spacer: {
        ...plainSpacer(thickness, 57.1),
        kind: 'adapter',
        centring: 'seats',
        openThrough: true,
        adapter: {
          web: 10,
          nutHeight: 12,
          nutThread: 12,
          nutClass: '10',
          nutContact: null,
          condition: 'dry',
          studThread: 'M12x1.5',
          studClass: '10.9',
          studProtrusion: 38,
          studNose: 0,
          studThreadLength: 38,
          boltCircle: 112,
          lugs: null,
          recess: null,
          torque: { value: 110, source: 'leaflet' },
          ...change,
        },
      },
    };
  };
  // rule: adapter.ends — geometry.
  test('its nut runs no further down the factory stud than the count or a measurement has shown to be threaded', () => {
    const f = (p: Plan) => find(p, 'adapter.ends');
    // Web 10 on a 31 mm stud asks for 21 mm from the tip, less than the 26.25 proven; web 3 asks for 28.
    expect(f(adapter())).toMatchObject({ level: 'pass', case: { is: 'own' } });
    expect(f(adapter({ web: 3 }))).toMatchObject({ level: 'unmeasured', case: { is: 'factory-unknown' } });
    expect(f(hub(adapter({ web: 3 }), { studThread: exact(27) }))).toMatchObject({
      level: 'stop',
      value: 28,
      limit: 27,
    });
    expect(f(hub(adapter({ web: 3 }), { studThread: exact(29) }))?.level).toBe('pass');
    // 15½ turns counted with 8 mm on ran over 23.25 mm of thread from the tip, and the nut goes 25 mm down: 1.75 mm of
    // it nobody counted.
    const under = adapter({ web: 6, studThreadLength: 50 });
    const counted = (on: number): Plan => ({
      ...under,
      corners: under.corners.map((c) => ({ ...c, turns: { ...exact(on > 0 ? 15.5 : 16.75), on: spacerOn(on) } })),
    });
    expect([f(counted(8))?.case.is, f(counted(0))?.case.is]).toEqual(['factory-unknown', 'own']);
    // The wheel’s nut begins 31 − 3 − 23.25 = 4.75 mm up the adapter’s 38 mm stud: 33.25 of thread is asked for.
    expect(f(adapter({ studThreadLength: 33 }))).toMatchObject({ level: 'stop', value: 33.25, case: { is: 'own' } });
    expect(f(adapter({ studThreadLength: null }))?.level).toBe('unmeasured');
    expect([f(adapter({ studNose: null }))?.case.is, f(hub(adapter(), { pilotNose: null }))?.case.is]).toEqual([
      'own-nose',
      'factory-nose',
    ]);
  });

  test('noses come off both joints', () => {
    // Hub: 31 − 10 − 3 = 18 past the web, 12 in the nut; with 8 mm of nose 10. Wheel: 38 − 4.75 − 3 = 30.25, 26 in the
    // nut.
    expect(find(hub(adapter(), { pilotNose: exact(8) }), 'engagement.hub-end')?.value).toBe(10);
    expect(find(adapter({ studNose: 10 }), 'engagement.minimum')?.value).toBe(20.25);
  });

  test('flush within the errors counts as standing out; errors of stud, plate and pocket are inside', () => {
    const pocket = (Z: number, pm: number, thickness: number, depth: number, depthPm = 0): Plan => {
      const plan = adapter({}, {}, thickness);
      return {
        ...plan,
        policy: { ...plan.policy, spacerPm: 0.1 },
        wheel: { ...plan.wheel, each: [wheel('wheel A', { pocketDepth: { value: depth, pm: depthPm } })] },
        corners: plan.corners.map((c) => ({ ...c, studProtrusion: { value: Z, pm } })),
      };
    };
    const f = (p: Plan) => find(p, 'adapter.pocket');
    expect(f(pocket(25, 0.1, 25.5, 0))).toMatchObject({ level: 'pass', case: { is: 'none' } });
    // 25 ± 0.1 on 25 ± 0.1: up to 0.2 out, and 1.7 of pocket is asked for.
    expect(f(pocket(25, 0.1, 25, 1.6))).toMatchObject({ level: 'stop' });
    expect(f(pocket(25, 0.1, 25, 1.7))?.level).toBe('pass');
    expect(f(pocket(25, 0.1, 25, 1.7, 0.1))?.level).toBe('stop');
  });

  test('a nut that may be flush stands proud for all anybody knows; one lower than its thread was read wrong', () => {
    const f = (height: number, thread: number, pm: number) =>
      find(
        { ...adapter({ web: 10, nutHeight: height, nutThread: thread }), policy: { ...EXACT_POLICY, spacerPm: pm } },
        'adapter.nut-below',
      );
    expect([f(15, 12, 0)?.level, f(15, 12, 0.1)?.level, f(14.9, 12, 0.1)?.level]).toEqual(['pass', 'stop', 'pass']);
    expect(f(11, 12, 0)).toMatchObject({ level: 'unmeasured', case: { is: 'height' } });
  });

  test('nuts of any kind go on its studs, and their thread is the adapter’s', () => {
    const other = adapter(
      { studThread: 'M14x1.5' },
      { fastener: { kind: 'nuts', nut: { ...nut, thread: 'M14x1.5' } } },
    );
    expect(find(other, 'thread.match')?.level).toBe('pass');
    expect(find({ ...other, fastener: { kind: 'nuts', nut } }, 'thread.match')?.level).toBe('stop');
    // 38 − 4.75 − 3 = 30.25 in a nut with 20 of thread.
    expect(find(other, 'engagement.minimum')?.value).toBe(20);
  });

  // rule: adapter.proof — VDI 2230, tension and twist together; the same formula as the wheel's joint with the
  // adapter's figures.
  test('its torque is checked on the factory studs, by their class and not the adapter’s', () => {
    const f = (p: Plan) => find(p, 'adapter.proof');
    const t = parseThread('Thread', 'M12x1.5');
    const own = worstStress({
      torque: 110,
      thread: t,
      bearing: { kind: 'flat', meanDiameter: 12 },
      condition: 'dry',
      tool: 'click',
    });
    expect(f(adapter())).toMatchObject({ case: { worst: own, yield: 940, contactKnown: false } });
    // On what its nuts bear nobody measured: past yield on the thread’s own diameter it has to be, past it on twice
    // that it is a stop.
    const least = worstStress({
      torque: 110,
      thread: t,
      bearing: { kind: 'flat', meanDiameter: 24 },
      condition: 'dry',
      tool: 'click',
    });
    expect([own > 640, least < 640]).toEqual([true, true]);
    expect(f(hub(adapter(), { fastenerClass: '8.8' }))).toMatchObject({
      level: 'unmeasured',
      case: { yield: 640 },
    });
    const twice = adapter({ torque: { value: 220, source: 'leaflet' } });
    expect(f(hub(twice, { fastenerClass: '8.8' }))?.level).toBe('stop');
    // Measured, it is what it is: less clamp on a wider ring.
    expect(f(hub(adapter({ nutContact: 24 }), { fastenerClass: '8.8' }))).toMatchObject({ case: { worst: least } });
    // Locker wets the thread: between dry and greased (common practice, no source), so it stretches more than dry and
    // less than greased.
    const worst = (condition: 'dry' | 'locker' | 'greased') => f(adapter({ condition }))?.value as number;
    expect(worst('locker')).toBeGreaterThan(worst('dry'));
    expect(worst('greased')).toBeGreaterThan(worst('locker'));
  });

  test('competition questions adapters too', () => {
    expect(find({ ...adapter(), use: 'competition' }, 'use.competition')).toMatchObject({
      level: 'caution',
      case: { is: 'adapter' },
    });
  });
});

describe('a nut of marked class', () => {
  // ISO 898-2 (from memory): a regular nut of the stud's class is made so that the stud breaks first.
  const stud = (turns: number, change: Partial<Plan['hub']> = {}): Plan => {
    const plan = studPlan({ spacer: plainSpacer(0) }, { turns: exact(turns) });
    return hub(plan, { nutStyle: 'open', nutThread: exact(10.8), fastenerClass: '10.9', nutClass: '10', ...change });
  };
  const f = (p: Plan) => find(p, 'engagement.minimum');
  test('fully on, its own thread is enough; short of that it is judged as every other', () => {
    expect(f(stud(10))).toMatchObject({ value: 10.8, level: 'pass', case: { is: 'own' } });
    expect(f(stud(7))?.case.is).not.toBe('own');
    expect(f(stud(10, { nutClass: '8' }))?.case.is).not.toBe('own');
    expect(f(stud(10, { nutClass: 'unknown' }))?.case.is).not.toBe('own');
    expect(f(stud(10, { fastenerClass: 'unknown' }))?.case.is).not.toBe('own');
    expect(f(stud(10, { threadMaterial: 'aluminium' }))?.case.is).not.toBe('own');
    // 0.8 d of M12 is 9.6: a lower nut is no regular one, unless its height says so.
    expect(f(stud(10, { nutThread: exact(9.4) }))?.case.is).not.toBe('own');
    expect(f(stud(10, { nutThread: exact(9.4), nutHeight: exact(10.8) }))?.case.is).toBe('own');
  });
  test('that it is fully on has to be sure: 7½ turns of 1.5 mm to a quarter are 11.25 ± 0.375', () => {
    const at = (turns: number, pm: number) =>
      f({
        ...stud(turns),
        corners: [
          corner('front-left', { turns: { value: turns, pm } }),
          corner('front-right', { turns: { value: turns, pm } }),
        ],
      });
    expect(at(7.5, 0.25)).toMatchObject({ level: 'pass' });
    expect(at(7.25, 0.25)).toMatchObject({ level: 'caution', uncertain: true });
  });
});

describe('what the car came with', () => {
  // Eight turns of M14 × 1.5 are 12 mm, short of one diameter, and a caution as the car came: on the maker’s own bolts.
  const eight = (change: Partial<Plan['hub']>): Plan =>
    hub(boltPlan({ spacer: plainSpacer(0) }, { turns: exact(8) }), change);
  const is = (p: Plan) => find(p, 'engagement.minimum')?.case.is;
  test('is known on the maker’s hardware, or where the maker’s length stands beside the others’; else it is no measure', () => {
    expect(is(eight({ hardware: 'original' }))).toBe('as-came');
    expect(is(eight({ hardware: 'unknown' }))).toBe('between');
    expect(is(eight({ hardware: 'other' }))).toBe('between');
    // The maker’s bolt was 2 mm shorter than the one that was counted: the car came with 10 mm.
    expect(is(eight({ hardware: 'other', original: originalOf(exact(45)) }))).toBe('as-came');
    expect(is(eight({ hardware: 'other', original: originalOf(exact(48)) }))).toBe('between');
  });
});

describe('the torque figure', () => {
  const at = (value: number, source = 'handbook p. 174') => hub(boltPlan(), { torque: { value, source } });
  // rule: torque.usual — common practice, no source: M14 is torqued to 100 to 220 N·m.
  test('out of the ordinary is asked about, never corrected; a question mark is no source', () => {
    const level = (v: number) => find(at(v), 'torque.usual')?.level;
    expect([99, 100, 220, 221].map(level)).toEqual(['caution', undefined, undefined, 'caution']);
    expect(find(hub(studPlan(), { torque: { value: 141, source: 'door plate' } }), 'torque.usual')?.level).toBe(
      'caution',
    );
    expect(['?', ' ? ', '-', '…'].map((s) => find(at(120, s), 'torque.source')?.level)).toEqual(
      Array(4).fill('unmeasured'),
    );
    expect(find(at(120, '174'), 'torque.source')?.level).toBe('pass');
  });

  test('a conversion’s outer thread has a figure of its own', () => {
    const nut: Nut = {
      thread: 'M12x1.5',
      style: 'open',
      seat: 'ball13',
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
    const conversion = (torque: Plan['hub']['torque']): Plan =>
      boltPlan({
        fastener: {
          kind: 'conversion',
          length: 75,
          threadLength: 45,
          nose: 0,
          shortEnd: 16,
          hubThread: 'M14x1.5',
          outerThread: 'M12x1.5',
          seatsAt: 'shoulder',
          torque,
          class: '10.9',
          nut,
        },
      });
    expect(find(conversion(null), 'torque.source')?.level).toBe('unmeasured');
    expect(find(conversion({ value: 100, source: 'stud leaflet' }), 'torque.source')).toMatchObject({
      level: 'pass',
      value: 100,
    });
    // 120 N·m is the hub’s figure; the stress of the outer thread is that of its own.
    const worst = (v: number) => find(conversion({ value: v, source: 'stud leaflet' }), 'joint.proof')?.value as number;
    expect(worst(120) / worst(100)).toBeCloseTo(1.2, 9);
  });

  test('the nut’s grip already has its shank in it: it is counted once, for thread and cap alike', () => {
    const nut = (reach: number): Nut => ({
      thread: 'M12x1.5',
      style: 'closed',
      seat: 'ball13',
      threadLength: 40,
      blindDepth: 50,
      capOpen: null,
      shankReach: reach,
      shankLength: 0,
      shankDiameter: null,
      class: 'unknown',
      material: 'steel',
      tensile: null,
    });
    const plan = (reach: number): Plan => {
      const p = boltPlan({
        fastener: {
          kind: 'conversion',
          length: 75,
          threadLength: 45,
          nose: 0,
          shortEnd: 16,
          hubThread: 'M14x1.5',
          outerThread: 'M12x1.5',
          seatsAt: 'shoulder',
          torque: null,
          class: '10.9',
          nut: nut(reach),
        },
        corners: [corner('front-left', { rotorHat: exact(7) }), corner('front-right', { rotorHat: exact(7) })],
      });
      return hub(p, { nutGrip: exact(12) });
    };
    // Tip at 59, nut from 7 + 5 + 12 = 24: 32 of thread whatever the shank; to the cap 24 + 50 − 59 = 15.
    expect([find(plan(0), 'engagement.minimum')?.value, find(plan(8), 'engagement.minimum')?.value]).toEqual([32, 32]);
    expect([find(plan(0), 'nut.bottom')?.value, find(plan(8), 'nut.bottom')?.value]).toEqual([15, 15]);
    expect(evaluate(plan(0)).geometry.drawable).toBe(true);
  });
});

test('a count and a pilot nose that do not go into the cap contradict it, and nothing rests on either', () => {
  // Travel 23.25 and 3 of lead go into 27 mm of cap; with 6 mm of nose the stud would stand through its bottom.
  const at = (nose: number) => {
    const plan = studPlan({ spacer: plainSpacer(3, 57.1) }, { turns: { value: 15.5, pm: 0.5 } });
    return {
      ...plan,
      hub: {
        ...plan.hub,
        nutStyle: 'closed' as const,
        nutBlindDepth: exact(27),
        pilotNose: exact(nose),
        nutThread: exact(23),
      },
    };
  };
  expect(find(at(0), 'reading.contradiction')).toBeUndefined();
  expect(find(at(6), 'reading.contradiction')?.level).toBe('unmeasured');
});

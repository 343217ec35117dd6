import { assemblePlan, type Reading } from '@/core/document/assemble';
import { type BareCorner, bare } from '@/core/document/bare';
import type { Fastener, Measured, Plan, Setup } from '@/core/document/document';
import { readPlan } from '@/core/document/document';
import { fastenerText } from '@/core/document/fastenerText';
import { hubAfter } from '@/core/document/hubAfter';
import { assess } from '@/core/evaluate/evaluate';
import { sentence } from '@/core/rules/index';
import type { Finding } from '@/core/rules/kit/finding';
import { boltPlan, corner, exact, plainSpacer, spacerOn, studPlan, wheel } from './fixtures';

/**
 * What is on is a thing of its own: a count proves the setup in which it was taken, and what can be worked out from it.
 * Every figure is added up by hand from positions; common practice, no source, where nothing else is said.
 */
const find = (plan: Plan, rule: string): Finding | undefined => assess(plan).findings.find((f) => f.rule === rule);
const words = (f: Finding | undefined): string => (f ? sentence(f, { units: 'metric', pitch: 1.5 }) : 'nothing');
const engaged = (plan: Plan): number[] => assess(plan).numbers.corners.map((c) => c.engagement?.value ?? Number.NaN);

/** Ten turns of M14 × 1.5: 15 mm with nothing on. Tapped 30, room 20, so that the counted state alone decides. */
const ROOMY = { turns: exact(10), tappedDepth: exact(30), roomBehind: exact(20) };
const bolt = (length: number, change: Partial<Extract<Fastener, { kind: 'bolt' }>> = {}): Fastener => ({
  kind: 'bolt',
  length,
  threadLength: length - 5,
  nose: 0,
  seat: 'ball13',
  class: '10.9',
  ...change,
});
const pads = (left: Measured, right: Measured, third: Measured) => [
  wheel('wheel A', { corner: 'front-left', padThickness: left }),
  wheel('wheel B', { corner: 'front-right', padThickness: right }),
  wheel('wheel C', { corner: 'rear-left', padThickness: third }),
];
const on = (each: Plan['wheel']['each'], spacer = 0, fastener: Fastener = { kind: 'present' }): Plan => {
  const plan = boltPlan({ spacer: plainSpacer(spacer, 57.1), fastener }, ROOMY);
  return { ...plan, wheel: { ...plan.wheel, each } };
};

// rules: reading.setup, engagement.minimum — a count holds for its own pad; the sums are positions along the axis
describe('pads of every wheel that can go on', () => {
  test('counted on 13, a wheel of 21 that can go on leaves 8 mm less', () => {
    const plan = on(pads(exact(13), exact(13), exact(21)));
    expect(engaged(plan)).toEqual([7, 7]);
    expect(find(plan, 'engagement.minimum')).toMatchObject({ level: 'stop', value: 7 });
    // All alike, the count stands as it is.
    expect(engaged(on(pads(exact(13), exact(13), exact(13))))).toEqual([15, 15]);
  });
  test('each corner is carried from the very wheel that hangs there', () => {
    // Left counted on 13, right on 16: to 16 the left loses 3, to 13 the right gains 3; the least is shown.
    expect(engaged(on(pads(exact(13), exact(16), exact(16))))).toEqual([12, 15]);
  });
  test('a shallower pad lets the same bolt further in than it was counted: tip and thread are asked', () => {
    const plan = on(pads(exact(13), exact(13), exact(9)));
    const deep = {
      ...plan,
      corners: plan.corners.map((c) => ({ ...c, tappedDepth: exact(18), roomBehind: exact(1) })),
    };
    // 15 + 3 of lead + 4 = 22 past the face, 4 behind 18 of thread; nothing may come out where 1 mm moves.
    expect(find(deep, 'bolt.behind')).toMatchObject({ level: 'stop', value: 4 });
    expect(find(deep, 'fastener.thread')).toMatchObject({ level: 'unmeasured', value: 22 });
  });
  test('as soon as one pad was measured all of them have to be', () => {
    const plan = on(pads(exact(13), exact(13), null));
    expect(find(plan, 'reading.setup')).toMatchObject({ level: 'unmeasured', case: { is: 'pad' } });
    expect(find(plan, 'engagement.minimum')?.level).toBe('unmeasured');
    expect(words(find(plan, 'reading.setup'))).toContain('pad to seat');
  });
  test('pads that read the same are one casting; unlike ones bring the errors of both', () => {
    const pad = (value: number) => ({ value, pm: 0.1 });
    const at = (third: number) => assess(on(pads(pad(13), pad(13), pad(third)))).numbers.corners[0]?.engagement;
    expect(at(13)).toMatchObject({ value: 15, pm: 0 });
    expect([at(14)?.value, at(14)?.pm]).toEqual([14, expect.closeTo(0.2, 9)]);
  });
  test('a grip that was measured on one of them moves a conversion’s nut by what they differ', () => {
    const stud: Fastener = {
      kind: 'conversion',
      length: 80,
      shortEnd: 20,
      threadLength: 58,
      nose: 0,
      hubThread: 'M14x1.5',
      outerThread: 'M14x1.5',
      seatsAt: 'shoulder',
      torque: { value: 120, source: 'leaflet' },
      class: '10.9',
      nut: {
        thread: 'M14x1.5',
        style: 'open',
        seat: 'ball13',
        threadLength: 22,
        blindDepth: null,
        capOpen: null,
        shankReach: 0,
        shankLength: 0,
        shankDiameter: null,
        material: 'steel',
        class: 'unknown',
        tensile: null,
      },
    };
    const base = on(pads(exact(13), exact(13), exact(20)), 5, stud);
    const plan = {
      ...base,
      hub: { ...base.hub, nutGrip: exact(25) },
      corners: base.corners.map((c) => ({ ...c, rotorHat: exact(7) })),
    };
    // 60 of stud less 3 of lead, less 7 + 5 + 25: 20; on a pad 7 deeper 13, on one 7 shallower the nut begins 30 from
    // the tip.
    expect(engaged(plan)).toEqual([13, 13]);
    expect(assess(plan).numbers.corners[0]?.threadNeeded?.value).toBe(30);
  });
});

describe('another set, seat or part', () => {
  const summer = (pad: Measured, seat: 'ball13' | 'cone60' = 'ball13'): Setup => ({
    spacer: 0,
    fastener: 'present',
    wheel: { name: 'summer', seat, pad, tyre: '205/55R16', offset: 46 },
  });
  const counted = (setup: Setup, change: Partial<Plan> = {}): Plan => {
    const plan = boltPlan(
      { spacer: plainSpacer(0, 57.1), ...change },
      { ...ROOMY, turns: { value: 10, pm: 0, on: setup } },
    );
    return { ...plan, wheel: { ...plan.wheel, padThickness: exact(16) } };
  };
  test('a count on another set is carried by the pads, and says nothing where one was not measured', () => {
    expect(engaged(counted(summer(exact(14))))).toEqual([13, 13]);
    expect(find(counted(summer(null)), 'reading.setup')).toMatchObject({ level: 'unmeasured', case: { is: 'pad' } });
  });
  test('what the untouched car had was had on its own wheels: another set’s count is no relief', () => {
    // 13 of 14 and no relief: somebody accepts it. Counted on the wheels that go on, 13 is what the car came with.
    const elsewhere = find(counted(summer(exact(14))), 'engagement.minimum');
    const here = find(
      { ...counted(spacerOn(0)), corners: counted(spacerOn(0)).corners.map((c) => ({ ...c, turns: exact(26 / 3) })) },
      'engagement.minimum',
    );
    expect([elsewhere?.case.is, here?.case.is]).toEqual(['between', 'as-came']);
  });
  test('a wheel of another seat, or one that nobody knows, says nothing', () => {
    expect(find(counted(summer(exact(14), 'cone60')), 'reading.setup')?.case.is).toBe('seat');
    expect(find(counted({ ...spacerOn(0), wheel: 'unknown' }), 'reading.setup')?.case.is).toBe('wheel');
    expect(find(counted({ ...spacerOn(0), fastener: 'unknown' }), 'reading.setup')?.case.is).toBe('part');
    expect(find(counted(spacerOn(null)), 'reading.setup')?.case.is).toBe('spacer');
  });
  test('a new bolt of another seat is counted by hand: its own count goes, the other is asked for', () => {
    const cone = { ...counted(spacerOn(0)).wheel, seat: 'cone60' as const };
    const longer = bolt(50, { seat: 'cone60' });
    const stock = counted(spacerOn(0), { fastener: longer, wheel: cone });
    expect(find({ ...stock, wheel: cone }, 'reading.setup')).toMatchObject({
      level: 'unmeasured',
      case: { is: 'seat' },
    });
    expect(words(find({ ...stock, wheel: cone }, 'reading.setup'))).toContain('Turn the new part in by hand');
    // A cone bolt of 46 went 9 turns: 13.5; one of 50 goes 4 further.
    const trial = { seat: 'cone60' as const, length: exact(46), nose: exact(0) };
    const plan = counted({ spacer: 0, fastener: trial, wheel: 'chosen' }, { fastener: longer });
    const tried = {
      ...plan,
      wheel: cone,
      corners: plan.corners.map((c) => ({ ...c, turns: c.turns && { ...c.turns, value: 9 } })),
    };
    expect(engaged(tried)).toEqual([17.5, 17.5]);
    expect(find(tried, 'reading.setup')).toBeUndefined();
    // It says nothing of the bolts that are on the car.
    expect(find({ ...tried, fastener: { kind: 'present' } }, 'reading.setup')?.case.is).toBe('part');
  });
  test('tyre and offset of the set that was on move gap and clearance', () => {
    // Read on ET 46 with 30 of gap; ET 40 stands 6 further out, the tyre is the same.
    const plan = boltPlan(
      { spacer: plainSpacer(0, 57.1) },
      { ...ROOMY, gap: { value: 30, pm: 0, on: summer(exact(14)) } },
    );
    const wide = { ...plan, wheel: { ...plan.wheel, offset: 40 } };
    expect(assess(wide).numbers.corners[0]?.gapAfter?.value).toBeCloseTo(24, 9);
    expect(find({ ...wide, wheel: { ...wide.wheel, offset: null } }, 'stance.gap')?.level).toBe('unmeasured');
  });
});

describe('original, present, new', () => {
  /** 62 mm bolts that were counted on 15 mm spacers: ten turns. The original ones were 47. */
  const longs = (original: Plan['hub']['original'], fastener: Fastener, spacer = 0): Plan => {
    const plan = boltPlan(
      { jobType: 'take-off', spacer: plainSpacer(spacer, 57.1), fastener },
      { ...ROOMY, turns: { value: 10, pm: 0, on: spacerOn(15) } },
    );
    return { ...plan, hub: { ...plan.hub, hardware: 'other', boltLength: exact(62), original } };
  };
  const recorded = {
    length: exact(47),
    threadLength: exact(30),
    nose: exact(0),
    seat: 'ball13' as const,
    class: '10.9' as const,
    nut: null,
  };
  test('the original bolts go back on the bare hub with what the untouched car had', () => {
    const plan = longs(recorded, { kind: 'original' });
    expect(engaged(plan)).toEqual([15, 15]);
    expect(assess(plan).numbers.corners[0]?.untouched?.value).toBe(15);
    expect(fastenerText(plan, 'metric')).toBe('original bolts, 47.0 mm under the seat');
  });
  test('what stays without its spacer is never the original: it goes further in than it was counted', () => {
    expect(find(longs(recorded, { kind: 'present' }), 'bolt.behind')?.level).toBe('pass');
    const tight = longs(recorded, { kind: 'present' });
    const fouls = { ...tight, corners: tight.corners.map((c) => ({ ...c, roomBehind: exact(2) })) };
    expect(find(fouls, 'bolt.behind')?.level).toBe('stop');
    expect(fastenerText(tight, 'metric')).toBe('bolts already on it, 62.0 mm under the seat');
  });
  test('original ones that were never measured are not known', () => {
    const plan = longs(null, { kind: 'original' });
    expect(find(plan, 'reading.setup')).toMatchObject({ level: 'unmeasured', case: { is: 'original' }, corner: null });
    expect(assess(plan).blocking.length).toBeGreaterThan(0);
  });
  test('where the original ones are on, they are the present ones', () => {
    const plan = boltPlan({ spacer: plainSpacer(0, 57.1), fastener: { kind: 'original' } }, ROOMY);
    expect(assess(plan).findings).toEqual(assess({ ...plan, fastener: { kind: 'present' } }).findings);
  });
  test('signing others in their place records the original ones; signing them back forgets nothing', () => {
    const plan = boltPlan({ fastener: bolt(52) });
    const after = hubAfter({ ...plan, hub: { ...plan.hub, boltThread: exact(30), fastenerClass: '10.9' } });
    expect(after).toMatchObject({ hardware: 'other', original: recorded });
    const back = hubAfter(longs(recorded, { kind: 'original' }));
    expect(back).toMatchObject({ hardware: 'original', original: recorded, seat: 'ball13', fastenerClass: '10.9' });
    // Studs are recorded from the disc, whatever spacer was on when they were read.
    const studs = studPlan({}, { studProtrusion: { value: 30, pm: 0.1, on: spacerOn(10) } });
    const nuts: Fastener = {
      kind: 'nuts',
      nut: {
        thread: 'M12x1.5',
        style: 'closed',
        seat: 'cone60',
        threadLength: 20,
        blindDepth: 32,
        capOpen: null,
        shankReach: 0,
        shankLength: 0,
        shankDiameter: null,
        material: 'steel',
        class: 'unknown',
        tensile: null,
      },
    };
    expect(hubAfter({ ...studs, fastener: nuts })?.original).toMatchObject({
      length: { value: 40, pm: expect.closeTo(0.1, 9) },
      nut: { style: 'closed', threadLength: 26, shankReach: null },
    });
  });
});

describe('older documents and stored readings', () => {
  test('the fourth format says which spacer was on, whose parts hang there, and the original length', () => {
    const now = boltPlan({}, { turns: { value: 10, pm: 0.25, on: spacerOn(15) } });
    const { jobType, rightSpacer, format: _f, hub, ...rest } = structuredClone(now);
    const { original: _o, boltLength, boltOverall, boltThread, studThread, pilotNose, hardware: _h, ...plain } = hub;
    const r = readPlan({
      ...rest,
      format: 'vectis-plan/4',
      wish: jobType,
      rightPlate: rightSpacer,
      hub: {
        ...plain,
        stockBoltLength: boltLength,
        stockBoltOverall: boltOverall,
        stockBoltThread: boltThread,
        stockStudThread: studThread,
        stockNose: pilotNose,
        hardware: 'makers',
        makersLength: { value: 40, pm: 0.1 },
      },
      corners: rest.corners.map((c) => ({ ...c, turns: { value: 10, pm: 0.25, plate: 15 } })),
      fastener: { kind: 'stock' },
    });
    if ('issues' in r) throw new Error(JSON.stringify(r.issues));
    expect(r.plan).toMatchObject({
      format: 'vectis-plan/5',
      jobType: 'stance',
      fastener: { kind: 'present' },
      hub: { hardware: 'original', boltLength: { value: 47 }, original: { length: { value: 40 }, seat: 'unknown' } },
    });
    expect(r.plan.corners[0]?.turns).toEqual({ value: 10, pm: 0.25, on: spacerOn(15) });
    expect(assess({ ...r.plan, policy: now.policy }).findings).toEqual(
      assess({ ...now, hub: { ...now.hub, original: r.plan.hub.original } }).findings,
    );
  });
  test('readings of two setups are never averaged: those count that speak of the choice', () => {
    const { corners: _c, spacer, fastener: _f, policy, hub, wheel: w, ...rest } = boltPlan();
    const trial = { seat: 'cone60' as const, length: exact(46), nose: exact(0) };
    const turns = (value: number, setup?: Setup): Reading => ({
      quantity: 'turns',
      corner: 'front-left',
      value,
      pm: 0.25,
      ...(setup ? { on: setup } : {}),
    });
    const readings = [turns(10), turns(10.5), turns(9, { spacer: 0, fastener: trial, wheel: 'chosen' })];
    const at = (fastener: Fastener) =>
      assemblePlan({ ...rest, hub, wheel: w, spacer, fastener, policy, wheels: [], chalk: [], readings } as never)
        .corners[0]?.turns;
    expect(at({ kind: 'present' })).toMatchObject({ value: 10.25 });
    expect(at(bolt(50, { seat: 'cone60' }))).toMatchObject({ value: 9, on: { fastener: trial } });
  });
  test('what was carried back is not carried again', () => {
    const plan = bare(on(pads(exact(13), exact(13), exact(21))));
    expect(plan.corners.map((c: BareCorner) => c.corner)).toEqual([
      'front-left',
      'front-left',
      'front-right',
      'front-right',
    ]);
    expect(bare(plan)).toBe(plan);
  });
});

test('a plan of one corner on two pads still lacks the other corner', () => {
  const plan = on(pads(exact(13), exact(13), exact(21)));
  const one = { ...plan, corners: [corner('front-left', ROOMY)] };
  expect(find(one, 'reading.corners')?.level).toBe('unmeasured');
});

// rules: seat.match — a keyed piece sits in the same hole as its neighbours (common practice, no source)
test('the locking piece is judged by its own seat', () => {
  const of = (locking: Plan['locking']) =>
    assess(boltPlan({ fastener: bolt(52), locking })).findings.filter((f) => f.rule === 'seat.match');
  const levels = (locking: Plan['locking']) => of(locking).map((f) => f.level);
  expect(levels({ kind: 'piece', shorter: 0 })).toEqual(['pass']);
  expect(levels({ kind: 'piece', shorter: 0, seat: 'ball13' })).toEqual(['pass']);
  expect(levels({ kind: 'piece', shorter: 0, seat: 'cone60' })).toEqual(['stop', 'pass']);
  expect(levels({ kind: 'piece', shorter: 0, seat: 'unknown' })).toEqual(['unmeasured', 'pass']);
  expect(words(of({ kind: 'piece', shorter: 0, seat: 'cone60' })[0])).toContain(
    'The locking piece has a cone 60° seat',
  );
  // What stays on the car keeps its own locking piece.
  const stays = boltPlan({ fastener: { kind: 'present' }, locking: { kind: 'piece', shorter: 0, seat: 'cone60' } });
  expect(find(stays, 'seat.match')?.level).toBe('pass');
});

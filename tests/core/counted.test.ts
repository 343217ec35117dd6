import { assemblePlan } from '@/core/document/assemble';
import type { Plan, PlanCorner } from '@/core/document/document';
import { fastenerText } from '@/core/document/fastenerText';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { assess } from '@/core/evaluate/evaluate';
import { kitList } from '@/core/procedure/kitList';
import { lengthAnswer } from '@/core/quick/length';
import { plateAnswer } from '@/core/quick/plate';
import { swapMatrix, swapText } from '@/core/whatif/swap';
import { boltPlan, EXACT_POLICY, plainSpacer, spacerOn, studPlan } from './fixtures';

/**
 * A count proves only the state in which it was taken: that plate or a thicker one. Figures by hand, x from the hub
 * face: tip = Lc − (tr + s + q), and Lc = tr + s0 + q + N·P + lead, so a bolt that is kept goes s0 − s further in.
 * Source: geometry; that long bolts without their plate foul behind the hub: common practice, no source.
 */
const find = (plan: Plan, rule: string) => assess(plan).findings.find((f) => f.rule === rule);
const goes = (plan: Plan): boolean => assess(plan).blocking.length === 0;

/** 55 mm bolts, ten turns counted under 20 mm; kept on a plate of `s`. */
const long = (s: number, at: Partial<PlanCorner> = {}, hub: Partial<Plan['hub']> = {}): Plan => {
  const plan = boltPlan({ spacer: plainSpacer(s, 57.1) }, { turns: { value: 10, pm: 0.25, on: spacerOn(20) }, ...at });
  return {
    ...plan,
    jobType: s === 0 ? 'wheels' : 'stance',
    hub: {
      ...plan.hub,
      boltLength: { value: 55, pm: 0.1 },
      hardware: 'other',
      boltThread: { value: 45, pm: 0.1 },
      ...hub,
    },
  };
};

describe('bolts kept without the plate they were counted with, or on a thinner one', () => {
  test('plate off, 2 mm of room: the tip comes 18 + 2 leads out behind, and stops', () => {
    // 10 × 1.5 + 20 + 2 × 1.5 − 18 = 20 mm out behind; there are 2.
    const f = find(long(0, { roomBehind: { value: 2, pm: 0.1 } }), 'bolt.behind');
    expect(f).toMatchObject({ level: 'stop', value: 20 });
    expect(find(long(5, { roomBehind: { value: 2, pm: 0.1 } }), 'bolt.behind')).toMatchObject({
      level: 'stop',
      value: 15,
    });
  });

  test.each([
    ['room', { roomBehind: null }, {}, 'bolt.behind'],
    ['tapped depth', { tappedDepth: null }, {}, 'bolt.behind'],
    ['thread on the bolt', { roomBehind: { value: 30, pm: 0.1 } }, { boltThread: null }, 'fastener.thread'],
  ] as const)('%s never measured: unmeasured, and it does not go forward', (_, at, hub, rule) => {
    const plan = long(0, at, hub);
    expect(find(plan, rule)?.level).toBe('unmeasured');
    expect(goes(plan)).toBe(false);
  });

  test('with room and thread for it, it goes: 38 mm past the hub’s first thread of 45', () => {
    const plan = long(0, { roomBehind: { value: 30, pm: 0.1 } });
    expect(find(plan, 'bolt.behind')?.level).toBe('pass');
    // 10 × 1.5 + 20 + 2 × 1.5
    expect(find(plan, 'fastener.thread')).toMatchObject({ level: 'pass', value: 38 });
    expect(find({ ...plan, hub: { ...plan.hub, boltThread: { value: 37, pm: 0.1 } } }, 'fastener.thread')?.level).toBe(
      'stop',
    );
  });

  test('on its own plate or a thicker one nothing is asked behind the hub', () => {
    for (const s of [20, 25]) expect(find(long(s, { roomBehind: null }), 'bolt.behind')).toBeUndefined();
  });

  test('one corner counted bare proves nothing for the other, counted under its plate', () => {
    const plan = long(0, { roomBehind: null });
    const [left, right] = plan.corners as [PlanCorner, PlanCorner];
    const bare = { ...left, turns: { value: 10, pm: 0.25 } };
    expect(find({ ...plan, corners: [bare, right] }, 'bolt.behind')).toMatchObject({
      level: 'unmeasured',
      corner: 'front-right',
    });
  });

  test('a new bolt of 59 on that car ends 24 mm further in than the counted one, not 16 less far', () => {
    const plan = long(0, { roomBehind: null });
    const bolt = { kind: 'bolt', length: 59, threadLength: 50, nose: 0, seat: 'ball13', class: '10.9' } as const;
    expect(find({ ...plan, fastener: bolt }, 'bolt.behind')?.level).toBe('unmeasured');
    // 35 under the seat on the bare hub ends where 55 did under 20.
    expect(find({ ...plan, fastener: { ...bolt, length: 34 } }, 'bolt.behind')).toMatchObject({
      level: 'pass',
      case: { is: 'as-counted' },
      value: -1,
    });
  });

  test('the matrix: no plate with the plate’s own bolts does not pass', () => {
    const plan = long(20, { roomBehind: null });
    const cells = swapMatrix(plan, [{ name: 'winter', wheel: plan.wheel, measured: true }]);
    const off = cells.find((c) => c.swap.spacer.thickness === 0);
    expect(off?.level).toBe('unmeasured');
    expect(swapText((off as (typeof cells)[number]).swap, plan, 'metric')).toBe(
      'no spacer, the bolts already on it, 55.0 mm under the seat',
    );
  });

  test('a thinner pad lets them in further, as a thinner plate does', () => {
    const plan = long(20, { roomBehind: null });
    const pad = (value: number): Plan['wheel'] => ({ ...plan.wheel, padThickness: { value, pm: 0 } });
    const on = (value: number) =>
      swapMatrix({ ...plan, wheel: pad(13) }, [{ name: 'summer', wheel: pad(value), measured: false }]).find(
        (c) => c.swap.key === 'fitted',
      );
    expect(on(13)?.reason?.rule).not.toBe('bolt.behind');
    expect(on(10)).toMatchObject({ level: 'unmeasured' });
    expect(['bolt.behind', 'fastener.thread']).toContain(on(10)?.reason?.rule);
  });
});

describe('studs and nuts', () => {
  const nuts = (s: number, hub: Partial<Plan['hub']> = {}): Plan => {
    const plan = studPlan({ spacer: plainSpacer(s, 57.1) }, { turns: { value: 12, pm: 0.25, on: spacerOn(15) } });
    return { ...plan, hub: { ...plan.hub, studThread: { value: 60, pm: 0.1 }, ...hub } };
  };

  test('closed nuts counted on 15, now on 5, cap unknown: no spacer backs them off', () => {
    expect(find(nuts(5, { nutBlindDepth: null }), 'nut.bottom')?.level).toBe('unmeasured');
    expect(find(nuts(20, { nutBlindDepth: null }), 'nut.bottom')).toMatchObject({ level: 'pass', value: 5 });
  });

  test('nuts further on than counted ask for the thread on the stud', () => {
    expect(find(nuts(5, { studThread: null }), 'fastener.thread')?.level).toBe('unmeasured');
    expect(find(nuts(15, { studThread: null }), 'fastener.thread')).toBeUndefined();
  });

  test('nuts that reach 6 mm deeper on 2 mm more plate ask for it too', () => {
    const nut = {
      thread: 'M12x1.5',
      style: 'open',
      seat: 'cone60',
      threadLength: 26,
      blindDepth: null,
      capOpen: null,
      shankReach: 6,
      shankLength: 0,
      shankDiameter: null,
      material: 'steel',
      class: '10',
      tensile: null,
    } as const;
    const plan: Plan = { ...nuts(17, { studThread: null }), fastener: { kind: 'nuts', nut } };
    expect(find(plan, 'fastener.thread')?.level).toBe('unmeasured');
    expect(goes(plan)).toBe(false);
  });

  test('a count with its plate on contradicts nothing: 12 turns are 18 mm, well inside a cap of 24', () => {
    // Carried back to the bare hub they would be 33: a state that never was.
    expect(find(nuts(15, { nutBlindDepth: { value: 24, pm: 0.1 } }), 'reading.contradiction')).toBeUndefined();
    expect(find(nuts(15, { nutBlindDepth: { value: 17, pm: 0.1 } }), 'reading.contradiction')).toMatchObject({
      value: 18,
      limit: 17,
    });
    // A bolt of 28 mm of thread, counted to 15 under 20.
    expect(find(long(20, {}, { boltThread: { value: 28, pm: 0.1 } }), 'reading.contradiction')).toBeUndefined();
  });
});

test('a count with a plate and one without are carried to the thinner: what was seen bare is proven bare', () => {
  const { corners: _c, spacer, fastener, policy, wheel, hub, ...rest } = boltPlan();
  const turns = (value: number, plate: number) =>
    ({ quantity: 'turns', corner: 'front-left', value, pm: 0.25, on: spacerOn(plate) }) as const;
  const at = (...readings: ReturnType<typeof turns>[]) =>
    assemblePlan({ ...rest, hub, wheel, spacer, fastener, policy, wheels: [], chalk: [], readings } as never).corners[0]
      ?.turns;
  expect(at(turns(10, 20), turns(14, 14))).toMatchObject({ value: 14, on: spacerOn(14) });
  expect(at(turns(10, 20), turns(23, 0))).not.toHaveProperty('on');
});

describe('what hangs on the car is called what it is', () => {
  const on = (hardware: Plan['hub']['hardware']): Plan => {
    const plan = long(20);
    return { ...plan, hub: { ...plan.hub, hardware } };
  };
  test('original only where it was recorded as the vehicle maker’s', () => {
    expect(fastenerText(on('original'), 'metric')).toBe('original bolts');
    expect(fastenerText(on('other'), 'metric')).toBe('bolts already on it, 55.0 mm under the seat');
    expect(fastenerText(on('unknown'), 'metric')).toBe('bolts already on it, 55.0 mm under the seat, not known whose');
    const kit = kitList(on('other')).map((s) => s.text);
    expect(kit).toContain('10 × bolts already on it, 55.0 mm under the seat: all present, threads clean.');
    expect(kit.join()).not.toMatch(/stock/);
  });
});

describe('quick answers', () => {
  const asked = {
    thread: '1/2-20',
    fastening: 'stud',
    turns: 2.75,
    plateOn: 6.35,
    mate: null,
    material: 'steel',
  } as const;
  test('½-20, 2¾ turns with ¼ in on: the car must not be driven as it is', () => {
    expect(plateAnswer(asked, DEFAULT_POLICY, [3, 5], 'metric').warns?.[0]).toMatch(
      /^Do not drive it as it is: 2\.75 turns/,
    );
    expect(plateAnswer({ ...asked, turns: 8 }, DEFAULT_POLICY, [3, 5], 'metric').warns).toEqual([]);
  });
  test('18 mm at most with 20 on says what the thinner plate lets further in', () => {
    const a = plateAnswer(
      { ...asked, thread: 'M14x1.5', fastening: 'bolt', turns: 8, plateOn: 20 },
      DEFAULT_POLICY,
      [15, 18, 20],
      'metric',
    );
    expect(a.size).toBe(15);
    expect(a.given.join()).toMatch(/room behind the hub for bolts that end 5\.0 mm further in/);
    expect(a.sizes.map((s) => s.unproven)).toEqual([true, true, false]);
  });
  test('without depth and room no length past the counted tip is offered', () => {
    const a = lengthAnswer(
      { thread: 'M14x1.5', plate: 15, plateOn: 0, counted: 47, turns: 8, depth: null, behind: null, material: 'steel' },
      EXACT_POLICY,
      'metric',
    );
    expect(a.window).toBeNull();
    expect(a.says).toBe(
      '62.0 mm under the seat is as now and holds too little; a longer bolt needs the room behind the hub first',
    );
  });
});

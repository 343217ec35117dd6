import type { Plan } from '@/core/document/document';
import { isSource } from '@/core/document/source';
import { assess } from '@/core/evaluate/evaluate';
import { stressNumbers } from '@/core/figures/clampFigures';
import { compileThread } from '@/core/figures/compiled';
import { computeNumbers } from '@/core/figures/numbers';
import { worstStress } from '@/core/joint/combined';
import { sentence } from '@/core/rules/index';
import { boltPlan, exact, lippedSpacer, plainSpacer, spacerOn, studPlan, wheel } from './fixtures';

const all = (plan: Plan, rule: string) => assess(plan).findings.filter((f) => f.rule === rule);
const find = (plan: Plan, rule: string) => all(plan, rule)[0];
const level = (plan: Plan, rule: string) => find(plan, rule)?.level;
const goes = (plan: Plan): boolean => assess(plan).blocking.length === 0;
const bolt = (length: number) => ({
  kind: 'bolt' as const,
  length,
  threadLength: 40,
  nose: 0,
  seat: 'ball13' as const,
  class: '10.9' as const,
});

describe('a locking piece is asked what its neighbours are', () => {
  // rule: locking.ends — geometry: bolts of 52 under a plate of 5 end as the counted 47 did; their locking piece by its
  // own difference. Source: geometry.
  const withLock = (shorter: number, room: number | null = 5): Plan =>
    boltPlan(
      { fastener: bolt(52), locking: { kind: 'piece', shorter } },
      { roomBehind: room === null ? null : exact(room) },
    );

  test.each([
    ['reaches less far: nothing more is asked', 2, 5, undefined],
    ['alike: nothing more is asked', 0, 5, undefined],
    // 10 × 1.5 + 2 × 1.5 of lead = 18, the depth; 3 further comes 3 out, and 5 less a pitch takes 3.5.
    ['3 mm further with 5 of room', -3, 5, 'pass'],
    ['4 mm further with 5 of room', -4, 5, 'stop'],
    ['3 mm further, room not measured', -3, null, 'unmeasured'],
  ] as const)('%s', (_, shorter, room, is) => {
    const behind = all(withLock(shorter, room), 'locking.ends').find((f) => f.case.is === 'bolt.behind');
    expect(behind?.level).toBe(is);
    if (behind) expect(sentence(behind, { units: 'metric', pitch: 1.5 })).toMatch(/^Locking piece: /);
    // Its neighbours are as they were.
    expect(level(withLock(shorter, room), 'bolt.behind')).toBe('pass');
  });

  test('its thread ends first where the others’ does not: 40 of thread, 43 past the hub’s face', () => {
    const plan = boltPlan({
      fastener: { ...bolt(52), threadLength: 20 },
      locking: { kind: 'piece', shorter: -3 },
    });
    expect(level(plan, 'fastener.thread')).toBe('pass');
    expect(all(plan, 'locking.ends').find((f) => f.case.is === 'fastener.thread')?.level).toBe('stop');
  });

  test('a closed locking nut that sits 3 mm further in meets its cap first', () => {
    // 40 stands out, q = 40 − 10 × 1.5 − 2 × 1.5 = 22; + 5 of plate + 24 of depth − 40 = 11 for the others.
    const plan = (shorter: number, blind: number): Plan => {
      const base = studPlan({ spacer: plainSpacer(5, 57.1) });
      return {
        ...base,
        hub: {
          ...base.hub,
          nutStyle: 'closed',
          nutThread: exact(20),
          nutBlindDepth: exact(blind),
          lockingFastener: true,
          lockingShorter: exact(shorter),
          studThread: exact(40),
        },
        // Counted on 10 and kept on 5, so that the count proves nothing.
        corners: base.corners.map((c) => ({ ...c, turns: { value: 10, pm: 0, on: spacerOn(10) } })),
      };
    };
    const bottom = (p: Plan) => all(p, 'locking.ends').find((f) => f.case.is === 'nut.bottom');
    const own = find(plan(0, 25), 'nut.bottom')?.value ?? Number.NaN;
    expect(bottom(plan(-3, 25))?.value).toBeCloseTo(own - 3, 9);
    expect(bottom(plan(3, 25))).toBeUndefined();
  });

  test('alike needs no name where the others need none: new bolts that keep what the car came with', () => {
    // Eight turns are 12 of a target of 14; bolts longer by the plate keep them.
    const at = (shorter: number): Plan =>
      boltPlan({ fastener: bolt(52), locking: { kind: 'piece', shorter } }, { turns: exact(8) });
    const kind = (p: Plan, rule: string) => find(p, rule)?.case.is;
    expect([kind(at(0), 'engagement.minimum'), kind(at(0), 'engagement.locking')]).toEqual(['as-came', 'as-came']);
    expect(kind(at(0.5), 'engagement.locking')).toBe('between');
  });

  test('what stays where it was counted has been there', () => {
    const base = boltPlan({ jobType: 'check', spacer: plainSpacer(0) });
    const plan = { ...base, hub: { ...base.hub, lockingFastener: true, lockingShorter: exact(-3) } };
    expect(all(plan, 'locking.ends')).toEqual([]);
  });
});

describe('stress while it is tightened', () => {
  const conversion = (hubThread: string, outerThread: string): Plan => {
    const base = boltPlan({ jobType: 'conversion', spacer: plainSpacer(0) });
    return {
      ...base,
      hub: { ...base.hub, thread: hubThread, contactDiameter: 18, nutGrip: exact(8) },
      fastener: {
        kind: 'conversion',
        length: 70,
        shortEnd: 15,
        threadLength: 45,
        nose: 0,
        hubThread,
        outerThread,
        seatsAt: 'shoulder',
        torque: { value: 120, source: 'stud leaflet' },
        class: '8.8',
        nut: {
          thread: outerThread,
          style: 'open',
          seat: 'ball13',
          threadLength: 20,
          blindDepth: null,
          capOpen: null,
          shankReach: 0,
          shankLength: 0,
          shankDiameter: null,
          material: 'steel',
          class: '10',
          tensile: null,
        },
      },
    };
  };

  test('both ends of a two-ended stud carry one force: the thinner hub end yields there first', () => {
    const thin = stressNumbers(conversion('M12x1.5', 'M14x1.5'), compileThread('M14x1.5'));
    const even = stressNumbers(conversion('M14x1.5', 'M14x1.5'), compileThread('M14x1.5'));
    expect([thin?.hubEnd, even?.hubEnd]).toEqual([true, false]);
    // Stress areas of ISO 898-1: 88.1 mm² for M12 × 1.5, 125 mm² for M14 × 1.5 (from memory): tension alone is 1.4
    // times as high.
    expect((thin?.worst ?? 0) / (even?.worst ?? 1)).toBeGreaterThan(125 / 88.1);
    expect(even?.worst).toBeCloseTo(
      worstStress({
        torque: 120,
        thread: compileThread('M14x1.5').thread,
        bearing: { kind: 'ball', radius: 13, contactDiameter: 18 },
        condition: 'dry',
        tool: 'click',
      }),
      6,
    );
  });

  test('what is not known is not measured, and a stop only where the kindest of it is past yield too', () => {
    const at = (torque: number, cls: 'unknown' | '8.8' | '12.9', contact: number | null): Plan => {
      const base = boltPlan({ fastener: { ...bolt(52), class: cls } });
      return { ...base, hub: { ...base.hub, contactDiameter: contact, torque: { value: torque, source: 'handbook' } } };
    };
    // 8.8 at a contact of 14 mm, the thread itself, is past its yield at 200 N·m and 12.9 is not.
    expect(level(at(200, '8.8', 14.5), 'joint.proof')).toBe('stop');
    expect(level(at(200, 'unknown', 14.5), 'joint.proof')).toBe('unmeasured');
    expect(level(at(200, '12.9', 14.5), 'joint.proof')).toBe('pass');
    expect(level(at(600, 'unknown', 14.5), 'joint.proof')).toBe('stop');
    // A contact smaller than the thread is one of something else: as good as none.
    expect(level(at(200, '8.8', 9), 'joint.proof')).toBe(level(at(200, '8.8', null), 'joint.proof'));
    const text = (p: Plan) => {
      const f = find(p, 'joint.proof');
      return f ? sentence(f, { units: 'metric', pitch: 1.5 }) : '';
    };
    expect(text(at(200, 'unknown', 14.5))).toMatch(/as far as is known: read the class/);
    expect(text(at(200, 'unknown', 14.5))).not.toMatch(/bright ring/);
    expect(text(at(200, 'unknown', null))).toMatch(/read the class.* and measure the bright ring/);
  });

  test('a contact that was not measured drops no floor: strength asks for no less than with the thread’s own diameter', () => {
    const floor = (contact: number | null): number => {
      const base = boltPlan();
      return computeNumbers({
        ...base,
        hub: {
          ...base.hub,
          internalTensile: 300,
          fastenerClass: '10.9',
          contactDiameter: contact,
          torque: { value: 220, source: 'handbook' },
        },
      }).floor;
    };
    expect(floor(null)).toBeCloseTo(floor(14), 9);
    expect(floor(null)).toBeGreaterThan(floor(22));
  });
});

describe('what is said to centre changes only what loose fit means', () => {
  const lip = (
    centring: 'hub' | 'seats',
    change: Partial<Plan['spacer']> = {},
    each: Parameters<typeof wheel>[1] = {},
  ) => {
    const base = boltPlan({ spacer: { ...lippedSpacer(15, 57.1, 57, 2), centring, ...change } });
    return {
      ...base,
      wheel: {
        ...base.wheel,
        each: [wheel('wheel A', { chamferDepth: exact(1), bore: exact(57.1), boreRecess: exact(10), ...each })],
      },
    };
  };
  test.each(['hub', 'seats'] as const)(
    'centred by %s: root, height and a lip too thick for the bore are stops',
    (by) => {
      expect(level(lip(by), 'centring.lip-root')).toBe('stop');
      expect(level(lip(by, {}, { boreRecess: exact(7) }), 'centring.lip-height')).toBe('stop');
      expect(level(lip(by, {}, { boreRecess: null }), 'centring.lip-height')).toBe('unmeasured');
      expect(all(lip(by, { lipDiameter: 57.5 }), 'centring.lip-bore').map((f) => f.level)).toContain('stop');
      expect(level(lip(by, { thickness: 8 }), 'centring.over-spigot')).toBe('stop');
    },
  );
  test('loose in the bore is a stop where it centres, and nothing where the seats do', () => {
    const loose = { lipDiameter: 55 };
    expect(all(lip('hub', loose), 'centring.lip-bore').map((f) => f.level)).toContain('stop');
    expect(all(lip('seats', loose), 'centring.lip-bore').map((f) => f.level)).not.toContain('stop');
  });
  test('a wheel that does not go over the spigot stops whatever centres it', () => {
    const base = boltPlan({ spacer: { ...plainSpacer(5, 57.1), centring: 'seats' } });
    const bored = (bore: number) => ({
      ...base,
      wheel: { ...base.wheel, each: [wheel('wheel A', { bore: exact(bore) })] },
    });
    expect([level(bored(56), 'centring.wheel'), level(bored(60), 'centring.wheel')]).toEqual(['stop', 'pass']);
  });
});

describe('what is left out is not measured', () => {
  // rule: reading.corners — common practice, no source.
  test('a plan of one corner says nothing of the other, on whichever plate', () => {
    const base = boltPlan();
    const one = { ...base, corners: base.corners.slice(0, 1) };
    expect(find(one, 'reading.corners')).toMatchObject({ level: 'unmeasured', corner: 'front-right' });
    expect(goes(one)).toBe(false);
    expect(find(base, 'reading.corners')).toBeUndefined();
    expect(find({ ...base, rightSpacer: 3 }, 'reading.corners')).toBeUndefined();
    // A plan of one side, where left and right are held differently, is of that corner alone.
    const side = { ...one, axle: 'front-left' as const };
    expect(find(side, 'reading.corners')).toBeUndefined();
    expect(goes(side)).toBe(goes(base));
    expect(find({ ...side, axle: 'front-right' as const }, 'reading.corners')?.corner).toBe('front-right');
    // The right corner alone is judged on the right plate: 13 mm are left of 15, not 10.
    const right = { ...base, corners: base.corners.slice(1), rightSpacer: 2 };
    expect(computeNumbers(right).corners).toHaveLength(1);
    expect(assess(right).numbers.corners[0]?.engagement?.value).toBeCloseTo(13, 9);
  });

  test('a plate that is kept as it was counted asks for no gap and no clearance; a thicker one does', () => {
    const check = (thickness: number) =>
      boltPlan(
        { jobType: 'check', spacer: plainSpacer(thickness, 57.1) },
        { turns: { value: 9, pm: 0, on: spacerOn(5) }, gap: null, loadedClearance: null },
      );
    const asked = (plan: Plan) => ['stance.gap', 'clearance.loaded'].map((rule) => level(plan, rule));
    expect([asked(check(5)), asked(check(8))]).toEqual([
      [undefined, undefined],
      ['unmeasured', 'unmeasured'],
    ]);
  });

  // rule: nut.start — geometry: a nut whose thread begins 4 mm further out engages 4 mm less.
  test('where a nut’s thread begins is said, and a nut that begins further out holds the less', () => {
    const nuts = (shankReach: number | null): Plan =>
      studPlan({
        fastener: {
          kind: 'nuts',
          nut: {
            thread: 'M12x1.5',
            style: 'open',
            seat: 'cone60',
            threadLength: 24,
            blindDepth: null,
            capOpen: null,
            shankReach,
            shankLength: 0,
            shankDiameter: null,
            material: 'steel',
            class: 'unknown',
            tensile: null,
          },
        },
      });
    const holds = (r: number | null) => assess(nuts(r)).numbers.corners[0]?.engagement?.value ?? Number.NaN;
    expect(holds(-4)).toBeCloseTo(holds(0) - 4, 9);
    expect(level(nuts(0), 'nut.start')).toBeUndefined();
    expect(find(nuts(null), 'nut.start')).toMatchObject({ level: 'unmeasured' });
    expect(goes(nuts(null))).toBe(false);
  });

  test('in competition a margin that only the error eats holds nothing back, a safety caution does', () => {
    // 15 of thread for a target of 14: with a quarter turn it is a pass, with a whole one only the error says less.
    const at = (pm: number, grease: boolean): Plan => {
      const base = boltPlan(
        { use: 'competition', spacer: plainSpacer(0), jobType: 'check' },
        { turns: { value: 9.5, pm } },
      );
      return { ...base, hub: { ...base.hub, condition: grease ? 'greased' : 'dry' } };
    };
    const open = (plan: Plan) => assess(plan).blocking.map((f) => f.rule);
    expect(find(at(0.5, false), 'engagement.minimum')).toMatchObject({ level: 'caution', uncertain: true });
    expect(open(at(0.5, false))).not.toContain('engagement.minimum');
    expect(open(at(0.5, true))).toContain('joint.condition');
  });

  test('where clearance is the wish a gap that was not measured is a note', () => {
    const wish = (w: 'clearance' | 'stance') => level(boltPlan({ jobType: w }, { gap: null }), 'stance.gap');
    expect([wish('clearance'), wish('stance')]).toEqual(['note', 'unmeasured']);
  });

  test('another camber, or a planned wheel, asks for the room inside', () => {
    const inside = (change: Partial<Plan>) => level(boltPlan(change), 'clearance.inner');
    expect(inside({})).toBeUndefined();
    expect(inside({ camberChange: 1 })).toBe('unmeasured');
    expect(inside({ camberChange: -0.5 })).toBe('unmeasured');
    expect(inside({ planned: { tyre: '225/45R17', offset: 40 } })).toBe('unmeasured');
  });

  test('a trim at one position of the clock is held against the lip as one all round is', () => {
    const at = (trim: number) =>
      boltPlan({}, { lipDepth: exact(10), clock: [{ hour: 12, clearance: { value: 20, pm: 1 }, trim }] });
    expect([level(at(0), 'clearance.trim'), level(at(8), 'clearance.trim'), level(at(12), 'clearance.trim')]).toEqual([
      undefined,
      'caution',
      'stop',
    ]);
  });

  test('a nut of marked class is a measure of itself only with the thread of a regular nut', () => {
    // 0.8 × 12 = 9.6 high, and a pitch less of thread: 8.1.
    const own = (thread: number, height: number) => {
      const base = studPlan();
      return computeNumbers({
        ...base,
        hub: {
          ...base.hub,
          thread: 'M12x1.5',
          nutThread: exact(thread),
          nutHeight: exact(height),
          nutClass: '10',
          fastenerClass: '10.9',
          threadMaterial: 'steel',
        },
      }).ownNut;
    };
    expect([own(8.2, 10), own(8, 10), own(8.2, 9)]).toEqual([8.2, null, null]);
  });

  test.each(['?', '', ' - ', 'n/a', 'N.A.', 'unknown', 'No idea', 'tbd', 'guess', "don't know"])(
    '“%s” is no source',
    (text) => {
      expect(isSource(text)).toBe(false);
      const base = boltPlan();
      expect(level({ ...base, hub: { ...base.hub, torque: { value: 120, source: text } } }, 'torque.source')).toBe(
        'unmeasured',
      );
    },
  );
  test.each(['handbook p. 174', 'door plate', 'Leaflet of the supplier, no. 4', 'maker', 'nameplate'])(
    '“%s” is one',
    (text) => {
      expect(isSource(text)).toBe(true);
    },
  );
});

import fc from 'fast-check';
import { diametralClearance, judgeFit, remainingSpigot, standsProud } from '@/core/centring/fits';
import { chooseRings } from '@/core/centring/rings';
import { PRESENT } from '@/core/document/blank';
import type { Nut, Plan, Spacer } from '@/core/document/document';
import {
  adapterReach,
  nutBelowFace,
  recessRoom,
  studBeyondFace,
  thicknessWithoutPockets,
} from '@/core/engagement/adapter';
import { lengthWindow } from '@/core/engagement/boltStack';
import { engaged } from '@/core/engagement/engaged';
import { hubEndEngagement, hubEndProtrusion, outerTip } from '@/core/engagement/twoEnded';
import { assess, blocksChoice, evaluate } from '@/core/evaluate/evaluate';
import type { RuleId } from '@/core/rules/ids';
import { propagate } from '@/core/uncertainty';
import { boltPlan, corner, EXACT_POLICY, exact, plainSpacer, studPlan, wheel } from './fixtures';

const level = (plan: Plan, rule: RuleId) => assess(plan).findings.find((f) => f.rule === rule)?.level;
const find = (plan: Plan, rule: RuleId) => assess(plan).findings.find((f) => f.rule === rule);

const NUT: Nut = {
  thread: 'M12x1.5',
  style: 'closed',
  seat: 'ball13',
  threadLength: 20,
  blindDepth: 30,
  capOpen: true,
  shankReach: 0,
  shankLength: 0,
  shankDiameter: null,
  class: 'unknown',
  material: 'steel',
  tensile: null,
};

describe('two-ended studs', () => {
  test('75 mm carries 12 mm, 82 mm 15–20, 90 mm 27: millimetre for millimetre (common practice, no source)', () => {
    // 15 mm inside the hub, disc 7, grip 12, 3 mm of tip, one diameter of M12 in a nut of 20.
    const shortest = (spacer: number) =>
      lengthWindow({
        zero: 15 + 7 + spacer + 12 + 3,
        keep: 0,
        mate: 20,
        enough: { target: 12, floor: 9.6, own: null },
        clear: Number.POSITIVE_INFINITY,
        pm: 0,
        clearPm: 0,
      })?.min as number;
    const base = 75 - shortest(12);
    expect(82 - shortest(19)).toBe(base);
    expect(90 - shortest(27)).toBe(base);
  });
  test('a shoulder goes in by its whole short end, a run-out stops where the thread ends', () => {
    expect(hubEndEngagement(18, 2.5, 15)).toBe(15);
    expect(hubEndEngagement(15, 2.5, 18)).toBe(12.5);
    expect(hubEndEngagement(2, 2.5, 18)).toBe(0);
    expect(hubEndProtrusion(18, 15)).toBe(3);
    expect(hubEndProtrusion(12, 15)).toBe(-3);
    expect(outerTip(80, 18, 15, 'shoulder')).toBe(62);
    expect(outerTip(80, 18, 15, 'run-out')).toBe(65);
  });

  const conversion = (change: object = {}, nut: Partial<Nut> = {}): Plan =>
    boltPlan({
      spacer: plainSpacer(8, 57.1),
      fastener: {
        kind: 'conversion',
        length: 75,
        threadLength: 50,
        nose: 0,
        shortEnd: 16,
        hubThread: 'M14x1.5',
        outerThread: 'M12x1.5',
        seatsAt: 'shoulder',
        torque: { value: 110, source: 'leaflet' },
        class: '10.9',
        nut: { ...NUT, ...nut },
        ...change,
      },
      hub: { ...boltPlan().hub, nutGrip: exact(12) },
      corners: [corner('front-left', { rotorHat: exact(7) }), corner('front-right', { rotorHat: exact(7) })],
    });

  test('outer end by hand: tip 59, nut from 27, lead 3, so 20 mm of nut is full', () => {
    expect(assess(conversion()).numbers.corners[0]).toMatchObject({
      engagement: { value: 20 },
      // 16 mm less 3 of tip in the hub, whose thread goes 2 mm further.
      hubEngagement: { value: 13 },
      behind: { value: -2 },
    });
    // One diameter is 14, so 13 is between it and the floor of 11.2.
    expect(level(conversion(), 'engagement.hub-end')).toBe('caution');
    expect(level(conversion({ shortEnd: 17 }), 'engagement.hub-end')).toBe('pass');
    expect(level(conversion({ shortEnd: 14 }), 'engagement.hub-end')).toBe('stop');
  });
  test('a nose on the outer end holds nothing: each millimetre of it is one less, and makes the stud one longer', () => {
    // 59 − 27 − 3 = 29 mm past the start for 20 mm of nut: 9 mm of nose are spare, 12 leave 17.
    const held = (nose: number) => assess(conversion({ nose })).numbers.corners[0]?.engagement?.value;
    expect([held(0), held(9), held(12)]).toEqual([20, 20, 17]);
    const least = (nose: number) => assess(conversion({ nose })).numbers.window?.min ?? 0;
    expect(least(5) - least(0)).toBeCloseTo(5, 9);
  });
  // rule: thread.match — designations of ISO 965-1: same diameter and pitch or nothing.
  test('both threads must go together', () => {
    const pairs = (p: Plan) =>
      assess(p)
        .findings.filter((f) => f.rule === 'thread.match')
        .map((f) => f.level);
    expect(pairs(conversion())).toEqual(['pass', 'pass']);
    expect(pairs(conversion({ hubThread: 'M14x1.25' }))).toContain('stop');
    expect(pairs(conversion({}, { thread: 'M12x1.25' }))).toContain('stop');
  });
  // rule: stud.behind — geometry.
  test('a short end longer than the thread needs room behind', () => {
    const at = (room: number | null, shortEnd: number): Plan => {
      const p = conversion({ shortEnd });
      return { ...p, corners: p.corners.map((c) => ({ ...c, roomBehind: room === null ? null : exact(room) })) };
    };
    expect(level(at(null, 16), 'stud.behind')).toBe('pass');
    expect(level(at(null, 21), 'stud.behind')).toBe('unmeasured');
    expect(level(at(5, 21), 'stud.behind')).toBe('pass');
    expect(level(at(2, 21), 'stud.behind')).toBe('stop');
  });
  test('closed nut: the longest stud keeps its gap, and a longer one is a stop', () => {
    // Nut from 27, blind 30, least gap 1.5: tip at 55.5 at most, 71.5 overall with 16 inside.
    expect(assess(conversion()).numbers.window?.max).toBeCloseTo(71.5, 9);
    expect(level(conversion({ length: 71.5 }), 'nut.bottom')).toBe('pass');
    expect(level(conversion({ length: 72 }), 'nut.bottom')).toBe('stop');
  });
  test('grip, disc hat and nut thread are asked for, not guessed', () => {
    const p = conversion();
    expect(level({ ...p, hub: { ...p.hub, nutGrip: null } }, 'engagement.minimum')).toBe('unmeasured');
    expect(evaluate({ ...p, hub: { ...p.hub, nutGrip: null } }).geometry).toEqual({
      drawable: false,
      needs: ['nutGrip'],
    });
    expect(evaluate(p).geometry.drawable).toBe(true);
  });
});

describe('bolt-on adapter', () => {
  test('a 31 mm stud with a 15 mm adapter leaves 16 mm (common practice, no source)', () => {
    expect(studBeyondFace(31, 15)).toBe(16);
    expect(studBeyondFace(31, 38)).toBe(0);
    expect(thicknessWithoutPockets(31)).toBe(31);
  });
  test('engagement on the factory stud, nuts below the face, recess', () => {
    expect(engaged(adapterReach(31, 10, 3), 20)).toBe(18);
    expect(engaged(adapterReach(31, 10, 3), 15)).toBe(15);
    expect(engaged(adapterReach(5, 10, 3), 15)).toBe(0);
    expect(nutBelowFace(25, 10, 16)).toBe(-1);
    expect(recessRoom(12, 10)).toBe(2);
  });
  const adapter: Spacer = {
    ...plainSpacer(25, 57.1),
    kind: 'adapter',
    bore: 57.1,
    lipDiameter: 57,
    lipRoot: 1,
    adapter: {
      web: 10,
      nutHeight: 14,
      nutThread: 14,
      studThread: 'M12x1.5',
      studClass: '10.9',
      nutClass: 'unknown',
      nutContact: null,
      condition: 'dry',
      studNose: 0,
      studThreadLength: 40,
      studProtrusion: 42,
      boltCircle: 112,
      lugs: null,
      recess: 13,
      torque: { value: 110, source: 'leaflet' },
    },
  };
  const wheels = (...depths: (number | null)[]) =>
    depths.map((d, i) => wheel(`wheel ${i + 1}`, { pocketDepth: d === null ? null : exact(d) }));
  const on = (depths: (number | null)[], change: Partial<NonNullable<Spacer['adapter']>> = {}, Z = 31): Plan =>
    studPlan(
      {
        spacer: { ...adapter, adapter: { ...(adapter.adapter as NonNullable<Spacer['adapter']>), ...change } },
        fastener: PRESENT,
        wheel: { ...boltPlan().wheel, seat: 'cone60', each: wheels(...depths) },
      },
      { studProtrusion: exact(Z) },
    );

  // rule: adapter.pocket — three of a set fit and one does not (common practice, no source).
  test('three pockets fit and one does not: 6 mm beyond and 1.5 mm of room ask for 7.5', () => {
    expect(find(on([9, 9, 7, 9]), 'adapter.pocket')).toMatchObject({
      level: 'stop',
      case: { name: 'wheel 3' },
      value: 7,
      limit: 7.5,
    });
    expect(level(on([9, 9, 7.5, 9]), 'adapter.pocket')).toBe('pass');
    expect(level(on([9, null, 9, 9]), 'adapter.pocket')).toBe('unmeasured');
    expect(level(on([]), 'adapter.pocket')).toBe('unmeasured');
    expect(level(on([], {}, 25), 'adapter.pocket')).toBe('pass');
    // A pocket measured worse decides among equals, never before one that is plainly too shallow.
    const unsure = on([9, 7, 9]);
    const each = unsure.wheel.each.map((w, i) => (i === 0 ? { ...w, pocketDepth: { value: 9, pm: 5 } } : w));
    // Errors are inside: a pocket of 9 ± 5 mm may be 4 deep, which is worse than one of 7.
    expect(find({ ...unsure, wheel: { ...unsure.wheel, each } }, 'adapter.pocket')).toMatchObject({
      level: 'stop',
      value: 4,
      case: { name: 'wheel 1' },
    });
  });
  test('a half-typed adapter answers what it can: each figure that is missing is asked for by name, the others are judged', () => {
    const bare = on([9, 9, 7, 9]);
    const unnamed = { ...bare, spacer: { ...bare.spacer, adapter: null } };
    // Pocket: stud, thickness and pockets alone.
    expect(find(unnamed, 'adapter.pocket')).toMatchObject({ level: 'stop', value: 7, limit: 7.5 });
    const none = { web: null, nutHeight: null, nutThread: null, studProtrusion: null, boltCircle: null } as const;
    const blank = on([9], none);
    const needs = (plan: Plan, id: RuleId) => evaluate(plan).findings.find((f) => f.rule === id)?.lacks;
    expect(needs(blank, 'adapter.nut-below')).toEqual(['adapterWeb', 'adapterNutHeight']);
    expect(needs(on([9], { ...none, web: 10 }), 'adapter.nut-below')).toEqual(['adapterNutHeight']);
    expect(needs(blank, 'engagement.hub-end')).toEqual(['adapterWeb', 'adapterNutThread']);
    expect(needs(blank, 'engagement.minimum')).toEqual(['adapterStud']);
    expect(find(blank, 'circle.match')).toMatchObject({ level: 'unmeasured', case: { is: 'adapter-unknown' } });
    // Nut against thickness, and thread under the nut, each from its own figures.
    expect(level(on([9], { ...none, web: 10, nutHeight: 16 }), 'adapter.nut-below')).toBe('stop');
    expect(level(on([9], { ...none, web: 10, nutHeight: 14 }), 'adapter.nut-below')).toBe('pass');
    expect(level(on([9], { ...none, web: 10, nutThread: 14 }), 'engagement.hub-end')).toBe('pass');
    expect(assess(blank).blocking.length).toBeGreaterThan(0);
  });
  // rules: adapter.nut-below, adapter.recess, adapter.torque, engagement.hub-end — geometry; supplier's leaflet.
  test('nuts, recess, torque and the factory stud’s thread', () => {
    expect(level(on([9]), 'adapter.nut-below')).toBe('pass');
    expect(level(on([9], { nutHeight: 16 }), 'adapter.nut-below')).toBe('stop');
    expect(level(on([9]), 'adapter.recess')).toBe('pass');
    expect(level(on([9], { recess: 11 }), 'adapter.recess')).toBe('stop');
    expect(level(on([9], { recess: null }), 'adapter.recess')).toBe('unmeasured');
    expect(level(on([9], { torque: null }), 'adapter.torque')).toBe('unmeasured');
    // 31 − 10 − 3 = 18 mm of thread, 14 in the nut, 12 asked for.
    expect(find(on([9]), 'engagement.hub-end')).toMatchObject({ level: 'pass', value: 14, limit: 12 });
    expect(level(on([9], { nutThread: 10 }), 'engagement.hub-end')).toBe('caution');
    expect(level(on([9], { nutThread: 9 }), 'engagement.hub-end')).toBe('stop');
    expect(level(on([9], { studThread: 'M14x1.5' }), 'thread.match')).toBe('stop');
    expect(evaluate(on([9])).geometry.drawable).toBe(true);
  });
});

describe('nuts of another kind', () => {
  const withNut = (nut: Partial<Nut>, pad: number | null = 14): Plan =>
    studPlan({
      spacer: plainSpacer(12, 57.1),
      fastener: { kind: 'nuts', nut: { ...NUT, seat: 'cone60', style: 'open', threadLength: 30, ...nut } },
      wheel: { ...boltPlan().wheel, seat: 'cone60', padThickness: pad === null ? null : exact(pad) },
    });

  test('a shank wins back engagement on a slip-on plate (common practice, no source)', () => {
    // 23.25 − 12 = 11.25 mm, short of 12; a shank that reaches 8 mm deeper makes it 19.25.
    expect(find(withNut({}), 'engagement.minimum')).toMatchObject({ value: 11.25, level: 'caution' });
    expect(find(withNut({ shankReach: 8, shankLength: 12 }), 'engagement.minimum')).toMatchObject({
      value: 19.25,
      level: 'pass',
    });
  });
  // rule: nut.shank — geometry: shorter than its hole and thinner, errors inside.
  test('a shank no shorter or no thinner than its hole is a stop; what nobody measured cannot pass', () => {
    const shank = (
      length: number,
      diameter: number | null,
      hole: { pad?: number | null; pm?: number; lug?: number | null } = {},
    ) => {
      const plan = withNut({ shankReach: 8, shankLength: length, shankDiameter: diameter }, null);
      const pad = hole.pad === undefined ? 14 : hole.pad;
      const each = [
        wheel('wheel A', {
          padThickness: pad === null ? null : { value: pad, pm: hole.pm ?? 0 },
          lugHole: hole.lug === undefined ? exact(24) : hole.lug === null ? null : exact(hole.lug),
        }),
      ];
      return level({ ...plan, wheel: { ...plan.wheel, each } }, 'nut.shank');
    };
    expect([shank(15, 20), shank(14, 20), shank(13.9, 20)]).toEqual(['stop', 'stop', 'pass']);
    expect([shank(12, 20), shank(12, 24), shank(12, 25)]).toEqual(['pass', 'stop', 'stop']);
    expect(shank(13, 20, { pm: 1 })).toBe('stop');
    expect([shank(12, null), shank(12, 20, { pad: null }), shank(12, 20, { lug: null })]).toEqual([
      'unmeasured',
      'unmeasured',
      'unmeasured',
    ]);
  });
});

describe('fits and rings', () => {
  test('fits at their thresholds (common practice, no source)', () => {
    const at = (c: number) => judgeFit(c, 0.15, 0.4);
    expect([at(-0.01), at(0), at(0.15), at(0.16), at(0.4), at(0.41)]).toEqual([
      'too-tight',
      'good',
      'good',
      'loose',
      'loose',
      'not-centred',
    ]);
    expect(diametralClearance(57.1, 57)).toBeCloseTo(0.1, 9);
    expect(remainingSpigot(13, 8, 1)).toBe(4);
    expect([standsProud(2, 1.5), standsProud(1, 1.5)]).toEqual([0.5, 0]);
  });
  test('rings: good on both sides first, loose after, none that is too tight, too loose or too tall', () => {
    const ring = (id: string, inside: number, outside: number, height = 8) => ({ id, inside, outside, height });
    const rings = [
      ring('loose', 57.3, 66.45),
      ring('good', 57.1, 66.45),
      ring('tight', 56.9, 66.45),
      ring('tall', 57.1, 66.45, 20),
      ring('wide', 57.1, 66.6),
      ring('slack', 57.9, 66.45),
    ];
    expect(chooseRings(rings, 57, 10, 66.5, 0.15, 0.4).map((r) => r.id)).toEqual(['good', 'loose']);
  });
});

describe('uncertainty', () => {
  // JCGM 100 (GUM): combined standard uncertainty of a sum, 3-4-5 by hand.
  test('worst case adds, root-sum-square is Pythagoras', () => {
    expect(
      propagate([
        [1, { value: 10, pm: 3 }],
        [-1, { value: 4, pm: 4 }],
      ]),
    ).toEqual({ value: 6, worst: 7, rss: 5 });
  });
  test('root-sum-square never exceeds the worst case, and findings carry both', () => {
    const term = fc.tuple(
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.record({
        value: fc.double({ min: -50, max: 50, noNaN: true }),
        pm: fc.double({ min: 0, max: 5, noNaN: true }),
      }),
    );
    fc.assert(
      fc.property(fc.array(term), (terms) => {
        const p = propagate(terms);
        expect(p.rss).toBeLessThanOrEqual(p.worst + 1e-9);
      }),
    );
    const plan = boltPlan(
      { policy: { ...EXACT_POLICY, spacerPm: 0.3 }, spacer: plainSpacer(1, 57.1) },
      { turns: { value: 10, pm: 0.25 } },
    );
    const f = assess(plan).findings.find((k) => k.rule === 'engagement.minimum');
    expect(f?.pm).toBeCloseTo(0.375 + 0.3, 9);
    expect(f?.rss).toBeCloseTo(Math.hypot(0.375, 0.3), 9);
  });
});

describe('joint, seats and stance in a plan', () => {
  const known = {
    ...boltPlan().hub,
    fastenerClass: '10.9' as const,
    internalTensile: 900,
    contactDiameter: 20,
    wheelLoad: 4000,
  };
  test('clamp is held against proof, need and bearing told', () => {
    const p = boltPlan({ hub: known });
    expect(level(p, 'joint.proof')).toBe('pass');
    expect(
      level(
        boltPlan({
          hub: { ...known, torque: { value: 500, source: 'wrong page' } },
          fastener: { kind: 'bolt', length: 52, threadLength: 30, nose: 0, seat: 'ball13', class: '8.8' },
        }),
        'joint.proof',
      ),
    ).toBe('stop');
    // The car's own bolts at the maker's figure are reported; longer ones of a class that was not read would yield as
    // 8.8 and hold as 12.9: not measured.
    const hard = { ...known, torque: { value: 215, source: 'handbook' }, fastenerClass: 'unknown' as const };
    const longer = {
      kind: 'bolt' as const,
      length: 52,
      threadLength: 30,
      nose: 0,
      seat: 'ball13' as const,
      class: 'unknown' as const,
    };
    expect(level(boltPlan({ hub: hard }), 'joint.proof')).toBe('caution');
    expect(level(boltPlan({ hub: hard, fastener: longer }), 'joint.proof')).toBe('unmeasured');
    expect(level(boltPlan({ hub: hard, fastener: { ...longer, class: '8.8' } }), 'joint.proof')).toBe('stop');
    expect(level(boltPlan({ hub: hard, fastener: { ...longer, class: '10.9' } }), 'joint.proof')).toBe('pass');
    // A contact that was not measured never makes it better: the thread's own diameter clamps the most, and then it has
    // to be measured.
    const open = { ...hard, contactDiameter: null };
    expect(level(boltPlan({ hub: open, fastener: longer }), 'joint.proof')).toBe('unmeasured');
    expect(
      level(
        boltPlan({ hub: { ...open, torque: { value: 900, source: 'wrong page' } }, fastener: longer }),
        'joint.proof',
      ),
    ).toBe('stop');
    // rules: joint.need, joint.bearing-moment — worked by hand in joint.test.ts.
    expect(find(p, 'joint.need')).toMatchObject({ limit: 12000, level: 'note' });
    expect(level(boltPlan({ hub: { ...known, wheelLoad: 20000 } }), 'joint.need')).toBe('caution');
    expect(find(p, 'joint.bearing-moment')).toMatchObject({ value: 20 });
    // rule: joint.condition — common practice, no source.
    expect([
      level(p, 'joint.condition'),
      level(boltPlan({ hub: { ...known, condition: 'greased' } }), 'joint.condition'),
    ]).toEqual([undefined, 'caution']);
  });
  // rule: seat.socket — common practice, no source.
  test('sockets need 1 mm in every lug hole', () => {
    const at = (...holes: (number | null)[]) =>
      boltPlan({
        hub: { ...known, socketOutside: 26 },
        wheel: {
          ...boltPlan().wheel,
          each: holes.map((h, i) => wheel(`wheel ${i + 1}`, { lugHole: h === null ? null : exact(h) })),
        },
      });
    expect([
      level(at(28, 27), 'seat.socket'),
      level(at(28, 26.5), 'seat.socket'),
      level(at(28, null), 'seat.socket'),
      // It asks for another socket; the joint is none the worse for it.
    ]).toEqual(['pass', 'caution', 'caution']);
    expect(blocksChoice(assess(at(28, 26.5))).map((f) => f.rule)).not.toContain('seat.socket');
  });
  // rules: clearance.inner, centring.lip-height — geometry.
  test('inner clearance and lip height', () => {
    const inner = (c: number) =>
      level(boltPlan({ jobType: 'clearance' }, { innerClearance: exact(c) }), 'clearance.inner');
    expect([inner(-2.5), inner(-2), inner(0)]).toEqual(['stop', 'pass', 'pass']);
    // What the job is for cannot pass unmeasured; a wheel that only moves outward need not be measured inside.
    expect(level(boltPlan({ jobType: 'clearance' }), 'clearance.inner')).toBe('unmeasured');
    expect(evaluate(boltPlan({ jobType: 'stance' })).findings.map((f) => f.rule)).not.toContain('clearance.inner');
    const lip = (depth: number) =>
      level(
        boltPlan({
          spacer: { ...plainSpacer(12, 57.1), kind: 'lipped', bore: 57.1, lipDiameter: 57, lipRoot: 1, lipHeight: 8 },
          wheel: { ...boltPlan().wheel, boreRecess: exact(depth) },
        }),
        'centring.lip-height',
      );
    expect([lip(7), lip(8)]).toEqual(['stop', 'pass']);
  });
  test('the clock decides by its tightest hour, and a camber change asks for the arch’s height', () => {
    const clock = [
      { hour: 12, clearance: exact(20), trim: 0 },
      { hour: 1, clearance: exact(8), trim: 0 },
    ];
    expect(find(boltPlan({}, { clock }), 'clearance.loaded')).toMatchObject({
      value: 3,
      level: 'stop',
      case: { is: 'hour', hour: 1 },
    });
    const cambered = (archHeight: number | null) =>
      boltPlan({ camberChange: 1.5 }, { gap: exact(2), archHeight: archHeight === null ? null : exact(archHeight) });
    expect(level(cambered(null), 'stance.gap')).toBe('unmeasured');
    // 2 − 5 + 320·sin 1.5° = 5.38 mm: more negative camber tucks the top in.
    expect(find(cambered(320), 'stance.gap')?.value).toBeCloseTo(2 - 5 + 320 * Math.sin((1.5 * Math.PI) / 180), 9);
  });
});

import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { readPlan } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { assess, evaluate } from '@/core/evaluate/evaluate';
import type { RuleId } from '@/core/rules/ids';
import { ruleOf, sentence } from '@/core/rules/index';
import { byDanger, type Finding, LEVELS, worst } from '@/core/rules/kit/finding';
import { boltPlan, corner, exact, studPlan } from './fixtures';

const find = (plan: Plan, rule: RuleId): Finding | undefined => assess(plan).findings.find((f) => f.rule === rule);
const level = (plan: Plan, rule: RuleId) => find(plan, rule)?.level;
const thickness = (plan: Plan, s: number): Plan => ({ ...plan, spacer: { ...plan.spacer, thickness: s } });
const longer = (length: number): Plan['fastener'] => ({
  kind: 'bolt',
  length,
  threadLength: length,
  nose: 0,
  seat: 'ball13',
  class: 'unknown',
});

describe('engagement', () => {
  // rule: engagement.minimum — one turn moves a nut by one pitch, and one diameter at least (common practice, no
  // source).
  test('stock bolts lose exactly the spacer: 15 mm less 5 leaves 10 mm, short of one diameter', () => {
    const f = find(boltPlan(), 'engagement.minimum');
    // The floor is 0.8 diameters of 14 mm, the target one.
    expect(f).toMatchObject({ level: 'stop', value: 10, school: 'one-diameter' });
    expect(f?.limit).toBeCloseTo(11.2, 9);
    expect(f?.case).toMatchObject({ is: 'under', target: 14, untouched: 15 });
    expect(level(thickness(boltPlan(), 1), 'engagement.minimum')).toBe('pass');
  });

  test('15½ turns of M12 × 1.5 carry 10 mm but not 12 (common practice, no source)', () => {
    expect(assess(studPlan()).numbers.slipOnLimit).toEqual({ value: 11.25, pm: 0, rss: 0 });
    expect(level(thickness(studPlan(), 10), 'engagement.minimum')).toBe('pass');
    // 11.25 mm are left by 12: under one diameter, over the floor of 9.6, and nobody has accepted it by name.
    const twelve = thickness(studPlan({}, { spigotHeight: exact(20) }), 12);
    expect(find(twelve, 'engagement.minimum')).toMatchObject({
      level: 'caution',
      value: 11.25,
      case: { is: 'between' },
    });
    expect(assess(twelve).blocking.map((f) => f.rule)).toEqual(['engagement.minimum']);
    expect(assess({ ...twelve, leadSignOff: { by: 'Tamsin', reason: 'car came so' } }).blocking).toEqual([]);
    expect(level(thickness(studPlan(), 14), 'engagement.minimum')).toBe('stop');
  });

  test('between limit and measuring error it is a caution that says so, never a pass', () => {
    const plan = thickness(studPlan({}, { turns: { value: 15.5, pm: 0.25 } }), 11);
    expect(find(plan, 'engagement.minimum')).toMatchObject({ level: 'caution', uncertain: true });
    expect(sentence(find(plan, 'engagement.minimum') as Finding, { units: 'metric', pitch: 1.5 })).toContain(
      'alone decides this',
    );
  });

  test('the worse corner decides', () => {
    const plan = boltPlan({
      corners: [corner('front-left', { turns: exact(12) }), corner('front-right', { turns: exact(9) })],
    });
    expect(find(thickness(plan, 3), 'engagement.minimum')).toMatchObject({
      corner: 'front-right',
      value: 10.5,
      level: 'stop',
    });
    // With nothing on it is as the car came, and that is a caution.
    expect(find(thickness(plan, 0), 'engagement.minimum')).toMatchObject({
      corner: 'front-right',
      value: 13.5,
      level: 'caution',
      case: { is: 'as-came' },
    });
  });

  test('a stop at one corner never hides behind a corner that was measured worse', () => {
    const plan = boltPlan({
      corners: [
        corner('front-left', { turns: { value: 9, pm: 0 } }),
        corner('front-right', { turns: { value: 10, pm: 2 } }),
      ],
    });
    expect(find(thickness(plan, 3), 'engagement.minimum')).toMatchObject({ corner: 'front-left', level: 'stop' });
  });

  // rule: engagement.never-drive — common practice, no source.
  test('under three turns nobody drives (common practice, no source)', () => {
    expect(level(thickness(boltPlan(), 12), 'engagement.never-drive')).toBe('stop');
    expect(find(thickness(boltPlan(), 5), 'engagement.never-drive')).toBeUndefined();
  });

  // rule: engagement.material — common practice, no source.
  test('an aluminium hub asks for one and a half diameters; one that nobody held a magnet to is unmeasured', () => {
    const hub = boltPlan().hub;
    expect(assess(boltPlan({ hub: { ...hub, threadMaterial: 'aluminium' } })).numbers.minimum).toBe(21);
    expect(level(boltPlan({ hub: { ...hub, threadMaterial: 'unknown' } }), 'engagement.material')).toBe('unmeasured');
  });

  // rule: engagement.cross-check — five, seven and eight turns, half an inch (common practice, no source).
  test('schools that do not govern are notes when short, and visible thread is for studs only', () => {
    const cross = (plan: Plan) => assess(plan).findings.filter((f) => f.rule === 'engagement.cross-check');
    expect(
      cross(boltPlan())
        .map((f) => f.school)
        .sort(),
    ).toEqual(['turns-hand', 'turns-hub', 'turns-policy']);
    expect(cross(studPlan()).map((f) => f.school)).toContain('visible');
    expect(cross(boltPlan()).find((f) => f.school === 'turns-policy')?.level).toBe('note');
  });
});

describe('longer bolts', () => {
  const plan = (length: number, at = {}) => thickness(boltPlan({ fastener: longer(length) }, at), 15);

  test('62 mm for a 15 mm spacer engages as the stock 47 mm does', () => {
    expect(find(plan(62), 'engagement.minimum')).toMatchObject({ value: 15, level: 'pass' });
    // Reach now: 15 mm of thread and 3 mm of lead, so the tip lies at the end of the 18 mm depth.
    expect(find(plan(62), 'bolt.behind')).toMatchObject({ value: 0, level: 'pass' });
  });

  // rule: bolt.behind — geometry, worked by hand: 18 mm of depth and 5 of room, of which 1 P = 1.5 mm is kept (common
  // practice, no source).
  test('too long fouls what is behind: 5 mm of room takes 65.5 mm, not 66', () => {
    expect(level(plan(65.5), 'bolt.behind')).toBe('pass');
    expect(find(plan(66), 'bolt.behind')).toMatchObject({ level: 'stop', value: 4, limit: 3.5 });
    expect(assess(plan(62)).numbers.window).toMatchObject({ min: 61, keep: 62, max: 65.5 });
  });

  test('room or depth that could not be seen blocks a longer bolt, not a stock one', () => {
    expect(level(plan(63, { roomBehind: null }), 'bolt.behind')).toBe('unmeasured');
    expect(level(plan(63, { tappedDepth: null }), 'bolt.behind')).toBe('unmeasured');
    // As much longer as the plate is thick, its tip ends where the stock bolt’s did.
    expect(find(plan(62, { roomBehind: null }), 'bolt.behind')).toMatchObject({
      level: 'pass',
      case: { is: 'as-counted' },
    });
    expect(find(thickness(boltPlan({}, { roomBehind: null }), 1), 'bolt.behind')).toBeUndefined();
  });

  // rule: reading.contradiction — geometry: no thread shows more turns than it has.
  // rule: engagement.travel — geometry: what is past the mate’s thread holds nothing.
  test('a count longer than its mate stands through an open nut or a drilled hub, and is a contradiction only in a cap', () => {
    const through = plan(62, { turns: exact(13) });
    expect(find(through, 'reading.contradiction')).toBeUndefined();
    expect(find(through, 'engagement.travel')).toMatchObject({
      level: 'note',
      value: 19.5,
      limit: 18,
      case: { is: 'hub' },
    });
    expect(find(through, 'engagement.minimum')).toMatchObject({ value: 18 });
    const nuts = (style: 'open' | 'closed', blind: number) =>
      studPlan({ hub: { ...studPlan().hub, nutStyle: style, nutThread: exact(20), nutBlindDepth: exact(blind) } });
    expect(find(nuts('open', 24), 'reading.contradiction')).toBeUndefined();
    // 23.25 mm of travel are in the cap for certain; what is not full thread at the tip is an allowance, and no fact.
    expect([
      find(nuts('closed', 23.25), 'reading.contradiction'),
      level(nuts('closed', 23), 'reading.contradiction'),
    ]).toEqual([undefined, 'unmeasured']);
    // Ten turns of 1.5 mm are 15 mm of thread on the bolt as well.
    const threaded = (mm: number) =>
      find(boltPlan({ hub: { ...boltPlan().hub, boltThread: exact(mm) } }), 'reading.contradiction');
    expect([threaded(15), threaded(14.9)?.level, threaded(14.9)?.case.is]).toEqual([undefined, 'unmeasured', 'bolt']);
  });
  test('a bolt that is not longer overall than under its seat was read wrong', () => {
    const bolt = (overall: number, pm = 0) =>
      find(
        boltPlan({
          hub: { ...boltPlan().hub, boltLength: { value: 47, pm }, boltOverall: { value: overall, pm } },
        }),
        'reading.contradiction',
      );
    expect(bolt(72)).toBeUndefined();
    expect(bolt(47)).toMatchObject({ level: 'unmeasured', case: { is: 'under' }, value: 47, limit: 47 });
    expect([bolt(40)?.level, bolt(47.3, 0.1), bolt(47.2, 0.1)?.level]).toEqual(['unmeasured', undefined, 'unmeasured']);
  });

  test('a longer bolt in an unmeasured depth is not passed, however far it turns in; one that is short in any depth is a stop', () => {
    expect(find(plan(70, { tappedDepth: null }), 'engagement.minimum')).toMatchObject({
      level: 'unmeasured',
      case: { is: 'missing', need: 'mate-hub' },
    });
    expect(find(plan(55, { tappedDepth: null }), 'engagement.minimum')).toMatchObject({ level: 'stop' });
  });

  test('a count through the whole hub says where the tip is all the same', () => {
    // Thirteen turns travel 19.5 mm; the tip stands 3 mm further, so 4.5 mm behind a hub 18 mm deep, and half a
    // millimetre more with a bolt that much longer than its plate asks.
    expect(find(plan(62.5, { turns: exact(13) }), 'bolt.behind')).toMatchObject({
      value: 5,
      limit: 3.5,
      level: 'stop',
    });
  });

  // rule: fastener.mix — common practice, no source.
  test('they come with the warning never to mix', () => {
    expect(level(plan(62), 'fastener.mix')).toBe('note');
  });
});

describe('closed nuts', () => {
  test('a stock stud is backed off by the spacer’s thickness, so it cannot bottom', () => {
    expect(find(thickness(studPlan(), 8), 'nut.bottom')).toMatchObject({ level: 'pass', case: { is: 'backed-off' } });
  });

  // rule: nut.bottom — geometry, worked by hand.
  test('a longer stud that comes too near the cap is a stop: it clamps nothing', () => {
    // Nose 3, grip 40 − 3 − 23.25 = 13.75; tip 50: gap = 8 + 13.75 + 32 − 50 = 3.75 mm.
    const stud = (protrusion: number) =>
      thickness(
        studPlan({
          fastener: { kind: 'stud', protrusion, threadLength: protrusion, nose: 0, class: 'unknown', nut: null },
        }),
        8,
      );
    expect(find(stud(50), 'nut.bottom')).toMatchObject({ value: 3.75, limit: 1.5, level: 'pass' });
    expect(find(stud(53), 'nut.bottom')).toMatchObject({ value: 0.75, level: 'stop' });
    expect(assess(stud(50)).numbers.window?.max).toBeCloseTo(52.25, 10);
  });

  test('nuts nobody looked at, or a blind depth nobody measured, are unmeasured', () => {
    const hub = studPlan().hub;
    const thin = (change: Partial<Plan['hub']>) => thickness(studPlan({ hub: { ...hub, ...change } }), 1);
    expect(level(thin({ nutStyle: 'unknown' }), 'nut.bottom')).toBe('unmeasured');
    expect(level(thin({ nutBlindDepth: null }), 'nut.bottom')).toBe('unmeasured');
    expect(find(thin({ nutStyle: 'open' }), 'nut.bottom')).toBeUndefined();
  });
});

describe('nuts nobody measured', () => {
  test('a longer stud in an unmeasured nut is not passed: the nut holds no more than its own thread', () => {
    const hub = { ...studPlan().hub, nutStyle: 'open' as const, nutThread: null };
    const plan = thickness(
      studPlan({
        hub,
        fastener: { kind: 'stud', protrusion: 70, threadLength: 70, nose: 0, class: 'unknown', nut: null },
      }),
      8,
    );
    expect(find(plan, 'engagement.minimum')).toMatchObject({
      level: 'unmeasured',
      case: { is: 'missing', need: 'mate-nut' },
    });
  });
});

describe('seats, centring, stance, torque', () => {
  // rule: seat.match — common practice, no source.
  test('seats must be equal and known', () => {
    const wheel = boltPlan().wheel;
    expect(level(boltPlan(), 'seat.match')).toBe('pass');
    expect(level(boltPlan({ wheel: { ...wheel, seat: 'cone60' } }), 'seat.match')).toBe('stop');
    expect(level(boltPlan({ wheel: { ...wheel, seat: 'unknown' } }), 'seat.match')).toBe('unmeasured');
  });

  // rule: centring.spigot — common practice, no source.
  test('an 8 mm plate that leaves 4 mm of spigot is still good; less is a caution, under 2 a stop (common practice, no source)', () => {
    const plate = (s: number) =>
      level(thickness(boltPlan({}, { spigotHeight: exact(13), chamferDepth: exact(1) }), s), 'centring.spigot');
    expect([plate(8), plate(9), plate(10), plate(11)]).toEqual(['pass', 'caution', 'caution', 'stop']);
  });

  // rules: centring.lip-root, centring.over-spigot — geometry; a 10 mm plate rocked where a 12.5 mm one sat flat
  // (common practice, no source).
  test('a 10 mm plate’s lip root stands proud of a shallow chamfer; a deeper chamfer takes it', () => {
    const lipped = (chamfer: number) =>
      boltPlan(
        { spacer: { ...boltPlan().spacer, kind: 'lipped', thickness: 12, bore: 57.1, lipDiameter: 57, lipRoot: 2 } },
        { chamferDepth: exact(chamfer) },
      );
    expect(level(lipped(1.5), 'centring.lip-root')).toBe('stop');
    expect(level(lipped(2), 'centring.lip-root')).toBe('pass');
    const over = (spigot: number) =>
      level(
        boltPlan({ spacer: lipped(2).spacer }, { spigotHeight: exact(spigot), chamferDepth: exact(2) }),
        'centring.over-spigot',
      );
    expect([over(12), over(12.5)]).toEqual(['pass', 'stop']);
    expect(
      assess(lipped(2))
        .findings.filter((f) => f.rule === 'centring.lip-bore')
        .map((f) => f.level),
    ).toEqual(['pass', 'pass']);
  });

  // rule: centring.lip-bore — common practice, no source.
  test('bores: too tight will not go on, too loose does not centre', () => {
    const bore = (b: number) =>
      assess(
        boltPlan({
          spacer: { ...boltPlan().spacer, kind: 'lipped', thickness: 12, bore: b, lipDiameter: 57, lipRoot: 1 },
        }),
      ).findings.find((f) => f.rule === 'centring.lip-bore' && f.case.is === 'hub')?.level;
    expect([bore(56.9), bore(57.1), bore(57.3), bore(57.5)]).toEqual(['stop', 'pass', 'caution', 'stop']);
    // Measured by tape, ±1 mm, the same good fit is not known to be one.
    const tape = boltPlan({
      hub: { ...boltPlan().hub, spigotDiameter: { value: 57, pm: 1 } },
      spacer: { ...boltPlan().spacer, kind: 'lipped', thickness: 12, bore: 57.1, lipDiameter: 57, lipRoot: 1 },
    });
    expect(assess(tape).findings.find((f) => f.rule === 'centring.lip-bore' && f.case.is === 'hub')).toMatchObject({
      level: 'caution',
      uncertain: true,
    });
  });

  // rule: centring.seats — common practice, no source.
  test('seats alone centre only where they are cones or balls', () => {
    const seats = (seat: Plan['wheel']['seat']) =>
      level(
        boltPlan({ spacer: { ...boltPlan().spacer, centring: 'seats' }, wheel: { ...boltPlan().wheel, seat } }),
        'centring.seats',
      );
    expect([seats('ball13'), seats('flat'), seats('unknown')]).toEqual(['caution', 'stop', 'unmeasured']);
  });

  // rule: clearance.loaded — common practice, no source.
  test('loaded clearance keeps 5 mm on the street and 8 mm on the track (common practice, no source)', () => {
    const clear = (use: Plan['use'], s: number) =>
      level(thickness(boltPlan({ use }, { loadedClearance: exact(15) }), s), 'clearance.loaded');
    expect([clear('street', 10), clear('street', 11), clear('track', 7), clear('track', 8)]).toEqual([
      'pass',
      'stop',
      'pass',
      'stop',
    ]);
  });

  // rule: stance.gap — geometry.
  test('a tyre that would stand outside the arch is a caution with its poke', () => {
    expect(find(boltPlan({}, { gap: exact(4) }), 'stance.gap')).toMatchObject({ level: 'caution', value: -1 });
  });

  // rule: spacer.kind — common practice, no source.
  test('a slotted universal plate is refused outright', () => {
    expect(level(boltPlan({ spacer: { ...boltPlan().spacer, kind: 'universal' } }), 'spacer.kind')).toBe('stop');
  });

  // rule: torque.source — the vehicle maker’s figure, never guessed (common practice, no source).
  test('no torque figure is unmeasured, never a guess', () => {
    expect(level(boltPlan({ hub: { ...boltPlan().hub, torque: null } }), 'torque.source')).toBe('unmeasured');
  });

  test('offset and track', () => {
    expect(assess(boltPlan()).numbers).toMatchObject({ effectiveOffset: 41, trackChange: 10 });
  });
});

describe('taking forward', () => {
  const sound = thickness(boltPlan({ fastener: longer(52) }), 5);

  test('a sound plan has nothing in its way; a stop or an unmeasured one has', () => {
    expect(assess(sound).blocking).toEqual([]);
    expect(assess(boltPlan()).blocking.length).toBeGreaterThan(0);
    expect(
      assess({ ...sound, corners: [corner('front-left', { gap: null }), corner('front-right')] }).blocking[0],
    ).toMatchObject({ level: 'unmeasured' });
  });

  // rule: use.competition — common practice, no source.
  test('a slip-on above 5 mm is questioned for competition only', () => {
    const at = (use: Plan['use'], s: number) => level(thickness(boltPlan({ use }), s), 'use.competition');
    expect([at('competition', 5), at('competition', 6), at('street', 6)]).toEqual([undefined, 'caution', undefined]);
  });

  test('competition turns a caution into a block until the lead signs it off', () => {
    const hub = { ...sound.hub, fastenerClass: '8.8' as const, internalTensile: 900 };
    const risky: Plan = {
      ...sound,
      hub,
      fastener: { ...longer(52), class: '8.8' } as Plan['fastener'],
      use: 'competition',
      corners: [corner('front-left', { gap: exact(2) }), corner('front-right')],
    };
    expect(assess(risky).blocking.map((f) => f.rule)).toEqual(['stance.gap']);
    expect(assess({ ...risky, leadSignOff: { by: 'Lead', reason: 'seen' } }).blocking).toEqual([]);
  });
});

/** Any plan: each reading there or not, any thickness, any fastener. */
const reading = (max: number) =>
  fc.option(fc.record({ value: fc.double({ min: 0, max, noNaN: true }), pm: fc.constantFrom(0, 0.1, 1) }), {
    nil: null,
  });
const anyCorner = fc.record({
  turns: reading(20),
  studProtrusion: reading(60),
  tappedDepth: reading(25),
  roomBehind: reading(10),
  spigotHeight: reading(15),
  chamferDepth: reading(5),
  gap: reading(40),
  loadedClearance: reading(50),
});
const anyPlan = fc
  .record({
    stud: fc.boolean(),
    left: anyCorner,
    right: anyCorner,
    s: fc.double({ min: 0, max: 40, noNaN: true }),
    length: fc.option(fc.double({ min: 10, max: 90, noNaN: true }), { nil: null }),
    use: fc.constantFrom('street' as const, 'competition' as const),
    centring: fc.constantFrom('hub' as const, 'seats' as const),
  })
  .map(({ stud, left, right, s, length, use, centring }): Plan => {
    const fastener: Plan['fastener'] =
      length === null
        ? { kind: 'present' }
        : stud
          ? { kind: 'stud', protrusion: length, threadLength: length, nose: 0, class: 'unknown', nut: null }
          : longer(length);
    const make = stud ? studPlan : boltPlan;
    const plan = make({
      use,
      fastener,
      policy: DEFAULT_POLICY,
      corners: [corner('front-left', left), corner('front-right', right)],
    });
    return { ...plan, spacer: { ...plan.spacer, thickness: s, centring } };
  });

describe('laws of evaluate', () => {
  test('a thicker spacer never adds engagement on the same fastener', () => {
    fc.assert(
      fc.property(anyPlan, fc.double({ min: 0, max: 20, noNaN: true }), (plan, more) => {
        const now = assess(plan).numbers.corners;
        const then = assess(thickness(plan, plan.spacer.thickness + more)).numbers.corners;
        now.forEach((c, i) => {
          if (c.engagement) expect(then[i]?.engagement?.value ?? 0).toBeLessThanOrEqual(c.engagement.value + 1e-9);
        });
      }),
    );
  });

  test('it is deterministic, changes nothing, and sorts by danger', () => {
    const deepFreeze = (o: unknown): void => {
      if (o && typeof o === 'object' && !Object.isFrozen(o)) {
        Object.freeze(o);
        Object.values(o).forEach(deepFreeze);
      }
    };
    fc.assert(
      fc.property(anyPlan, (plan) => {
        deepFreeze(plan);
        const a = evaluate(plan);
        expect(evaluate(structuredClone(plan))).toEqual(a);
        for (let i = 1; i < a.findings.length; i += 1)
          expect(byDanger(a.findings[i - 1] as Finding, a.findings[i] as Finding)).toBeLessThanOrEqual(0);
        expect(a.verdict).toBe(worst(a.findings));
      }),
    );
  });

  test('taking a reading away never lets a blocked plan through', () => {
    const atCorner = [
      'turns',
      'gap',
      'loadedClearance',
      'spigotHeight',
      'chamferDepth',
      'tappedDepth',
      'roomBehind',
      'studProtrusion',
      'innerClearance',
    ];
    const atHub = ['boltLength', 'nutThread', 'nutBlindDepth', 'spigotDiameter', 'torque'];
    fc.assert(
      fc.property(anyPlan, fc.constantFrom(...atCorner, ...atHub, 'bore'), (plan, name) => {
        const before = assess(plan);
        // Readings that contradict each other are outside this law: taking the wrong one away is right.
        if (before.findings.some((f) => f.rule === 'reading.contradiction')) return;
        const less: Plan = {
          ...plan,
          corners: atCorner.includes(name) ? plan.corners.map((c) => ({ ...c, [name]: null })) : plan.corners,
          hub: atHub.includes(name) ? { ...plan.hub, [name]: null } : plan.hub,
          wheel: name === 'bore' ? { ...plan.wheel, bore: null } : plan.wheel,
        };
        const after = assess(less);
        if (before.blocking.length > 0) expect(after.blocking.length).toBeGreaterThan(0);
        for (const f of before.findings.filter((k) => k.level === 'stop')) {
          const same = after.findings.find(
            (k) => k.rule === f.rule && k.school === f.school && (k.case.is === f.case.is || f.case.is === 'ok'),
          );
          expect([f.rule, name, same?.level]).not.toEqual([f.rule, name, 'pass']);
        }
      }),
      { numRuns: 3000 },
    );
  });

  test('a plan that may go forward has every corner’s turns, gap and clearance measured and above its limits', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const a = assess(plan);
        if (a.blocking.length > 0) return;
        for (const c of a.numbers.corners) {
          expect(c.engagement?.value).toBeGreaterThanOrEqual(a.numbers.minimum - 1e-9);
          expect(c.clearanceAfter?.value).toBeGreaterThanOrEqual(5 - 1e-9);
          expect(c.gapAfter).not.toBeNull();
        }
      }),
      { numRuns: 500 },
    );
  });

  test('every finding has a rule, a level and a sentence in both units', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        for (const f of assess(plan).findings) {
          expect(LEVELS).toContain(f.level);
          expect(ruleOf(f.rule).sources.length).toBeGreaterThan(0);
          for (const units of ['metric', 'imperial'] as const) {
            const text = sentence(f, { units, pitch: 1.5 });
            expect(text).toMatch(/[.!]$/);
            expect(text).not.toMatch(/undefined|null|NaN|Infinity/);
          }
        }
      }),
    );
  });
});

describe('the document', () => {
  test('a valid plan reads back unchanged; a wrong one comes back as paths and messages', () => {
    const plan = boltPlan();
    expect(readPlan(JSON.parse(JSON.stringify(plan)))).toEqual({ plan });
    const wrong = readPlan({ ...plan, hub: { ...plan.hub, thread: 'M14x15', lugs: 2 }, extra: 1 });
    const paths = 'issues' in wrong ? wrong.issues.map((i) => i.path) : [];
    expect(paths).toEqual(expect.arrayContaining(['hub.thread', 'hub.lugs']));
    expect(readPlan('nonsense')).toHaveProperty('issues');
  });

  test('longer studs on a bolt hub, or a corner of the other axle, are refused', () => {
    const issues = (plan: Plan) => {
      const r = readPlan(plan);
      return 'issues' in r ? r.issues.map((i) => i.path) : [];
    };
    expect(
      issues(
        boltPlan({
          fastener: { kind: 'stud', protrusion: 40, threadLength: 40, nose: 0, class: 'unknown', nut: null },
        }),
      ),
    ).toContain('fastener.kind');
    expect(issues(boltPlan({ corners: [corner('rear-left')] }))).toContain('corners.0.corner');
  });
});

describe('geometry', () => {
  test('engaged thread is as long as the engagement, and says what it needs instead of guessing', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const e = evaluate(plan);
        if (!e.geometry.drawable) return expect(e.geometry.needs.length).toBeGreaterThan(0);
        const g = e.geometry;
        const c = e.numbers.corners.find((k) => k.corner === g.corner);
        const drawn = g.engaged ? g.engaged.x1 - g.engaged.x0 : 0;
        expect(drawn).toBeCloseTo(c?.engagement?.value ?? 0, 6);
        for (const b of g.blocks) for (const x of [b.x0, b.x1, b.y0, b.y1]) expect(Number.isFinite(x)).toBe(true);
      }),
    );
    expect(evaluate(boltPlan({}, { turns: null })).geometry).toEqual({ drawable: false, needs: ['turns'] });
  });
});

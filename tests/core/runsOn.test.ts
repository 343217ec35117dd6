import { assemblePlan } from '@/core/document/assemble';
import type { Nut, Plan, PlanCorner } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { assess, evaluate } from '@/core/evaluate/evaluate';
import { lacksOf } from '@/core/evaluate/lacks';
import { sentence } from '@/core/rules/index';
import { nextReading } from '@/core/whatif/nextReading';
import { boltPlan, closedNut, exact, plainSpacer, spacerOn, studPlan, wheel } from './fixtures';

/**
 * What lies past a mate’s own thread. x from the hub face or disc, by hand: a thread that reaches past the thread of a
 * cap or hole no wider than itself ends there, whatever the wrench says (geometry; common practice, no source).
 */
// rules: thread.runs-on, nut.bottom — positions added up by hand
const all = (p: Plan, rule: string) => assess(p).findings.filter((f) => f.rule === rule);
const runs = (p: Plan) => all(p, 'thread.runs-on')[0];
const goes = (p: Plan): boolean => assess(p).blocking.length === 0;

/**
 * Ten turns of M14 × 1.5 hold 15 mm of a 47 mm bolt; on 5 mm the seat stands 47 − 15 − 3 + 5 = 34 from the hub’s face.
 * 18 mm of thread in it.
 */
const bolt = (length: number, holeOpen: boolean | null, nose = 0): Plan =>
  boltPlan(
    {
      hub: { ...boltPlan().hub, holeOpen },
      fastener: { kind: 'bolt', length, threadLength: length - 2, nose, seat: 'ball13', class: '10.9' },
    },
    { roomBehind: exact(20) },
  );

const NUT = closedNut({ threadLength: 14, blindDepth: 32 });
/** 15½ turns of M12 × 1.5 are 23.25 mm of travel, 18.25 on a 5 mm spacer. */
const nuts = (change: Partial<Nut>, at: Partial<PlanCorner> = {}): Plan =>
  studPlan({ fastener: { kind: 'nuts', nut: { ...NUT, ...change } } }, { turns: exact(15.5), ...at });

describe('the hub’s hole', () => {
  test('58 mm reaches 24 mm past the start of 18 mm of thread: a hole no wider ends it', () => {
    expect(runs(bolt(58, false))).toMatchObject({ level: 'stop', value: 24, limit: 18, margin: -6 });
    expect(runs(bolt(58, true))).toBeUndefined();
    expect(runs(bolt(58, null))).toMatchObject({ level: 'unmeasured', value: 24, limit: 18 });
  });

  test('up to the end of the thread, a nose in front of it, or no further in than counted: nothing is met', () => {
    expect(runs(bolt(56, false, 4))).toMatchObject({ level: 'pass', value: 18 });
    expect(runs(bolt(56.5, false, 4))).toMatchObject({ level: 'stop', value: 18.5 });
    expect(runs(bolt(56, null, 4))).toBeUndefined();
    // 47 + 5 is where the counted bolt was.
    expect(runs(bolt(52, null))).toBeUndefined();
  });

  test('where only the error says so it is not measured well enough', () => {
    const near = bolt(55.5, false, 4);
    expect(runs({ ...near, policy: DEFAULT_POLICY })).toMatchObject({ level: 'unmeasured', uncertain: true });
  });

  test('counted on 20 and kept on 5 it goes 15 mm further in; the corner that was counted bare is not asked', () => {
    const plan = boltPlan({ hub: { ...boltPlan().hub, holeOpen: false, boltThread: exact(45) } });
    const kept = (on: number): Plan => ({
      ...plan,
      corners: plan.corners.map((c, i) => ({
        ...c,
        roomBehind: exact(20),
        turns: { ...exact(10), on: spacerOn(i === 0 ? on : 5) },
      })),
    });
    expect(runs(kept(20))).toMatchObject({ level: 'stop', value: 30, corner: 'front-left' });
    expect(runs(kept(5))).toBeUndefined();
  });

  test('a short end longer than the thread stops in a hole no wider', () => {
    const stud = (shortEnd: number, holeOpen: boolean | null): Plan =>
      boltPlan({
        hub: { ...boltPlan().hub, holeOpen, nutGrip: exact(12) },
        fastener: {
          kind: 'conversion',
          length: 75,
          shortEnd,
          threadLength: 40,
          nose: 0,
          hubThread: 'M14x1.5',
          outerThread: 'M14x1.5',
          seatsAt: 'shoulder',
          torque: { value: 120, source: 'leaflet' },
          class: '10.9',
          nut: { ...NUT, thread: 'M14x1.5', style: 'open', seat: 'ball13' },
        },
      });
    expect([runs(stud(18, false))?.level, runs(stud(19, false))?.level, runs(stud(19, null))?.level]).toEqual([
      'pass',
      'stop',
      'unmeasured',
    ]);
    expect(runs(stud(19, true))).toBeUndefined();
  });
});

describe('a nut’s cap', () => {
  test('18.25 mm of reach in 14 mm of thread: the cap is wider, or it clamps nothing', () => {
    expect(runs(nuts({}))).toMatchObject({ level: 'unmeasured', value: 18.25, limit: 14 });
    expect(runs(nuts({ capOpen: false }))).toMatchObject({ level: 'stop', value: 18.25 });
    expect(runs(nuts({ capOpen: true }))).toBeUndefined();
    expect(runs(nuts({ capOpen: false, threadLength: 20 }))).toMatchObject({ level: 'pass' });
    expect(runs(nuts({ threadLength: 20 }))).toBeUndefined();
    expect(runs(nuts({ style: 'open' }))).toBeUndefined();
  });

  test('a longer stud under the present nut: its lead is not known, so its thread may begin at its tip', () => {
    const stud = (protrusion: number): Plan =>
      studPlan({
        hub: { ...studPlan().hub, capOpen: false },
        fastener: { kind: 'stud', protrusion, threadLength: 40, nose: 0, class: '10.9', nut: null },
      });
    // The nut begins 40 − 3 − 23.25 + 5 = 18.75 from the disc, and holds 26.
    expect([runs(stud(44))?.level, runs(stud(45))?.value, runs(stud(45))?.level]).toEqual(['pass', 26.25, 'stop']);
  });

  test('the maker’s own joint as it stands is as it was made, until somebody looked', () => {
    const asItStands = (capOpen: boolean | null): Plan =>
      studPlan({
        jobType: 'wheels',
        spacer: plainSpacer(0),
        hub: { ...studPlan().hub, nutThread: exact(20), nutBlindDepth: null, capOpen },
      });
    expect(runs(asItStands(null))).toBeUndefined();
    expect(runs(asItStands(false))).toMatchObject({ level: 'stop', value: 23.25, limit: 20 });
    expect(all(asItStands(null), 'nut.bottom')[0]).toMatchObject({ level: 'pass', case: { is: 'as-made' } });
    expect(goes(asItStands(null))).toBe(true);
    // Counted with a spacer on that is gone, or whose nobody knows: nothing was made so.
    const counted = (on: number): Plan => ({
      ...asItStands(null),
      corners: asItStands(null).corners.map((c) => ({ ...c, turns: { ...exact(12), on: spacerOn(on) } })),
    });
    expect(all(counted(15), 'nut.bottom')[0]?.level).toBe('unmeasured');
    const others: Plan = { ...asItStands(null), hub: { ...asItStands(null).hub, hardware: 'other' } };
    expect(all(others, 'nut.bottom')[0]?.level).toBe('unmeasured');
  });

  test('a locking nut that sits further in meets the cap for itself', () => {
    const keyed = { ...nuts({ capOpen: false, threadLength: 20 }), locking: { kind: 'piece' as const, shorter: -3 } };
    expect(runs(keyed)?.level).toBe('pass');
    const own = all(keyed, 'locking.ends').find((f) => f.case.is === 'thread.runs-on');
    expect(own).toMatchObject({ level: 'stop', value: 21.25, limit: 20 });
  });

  test('the locking nut that is on the car was never counted: its cap is asked though nothing goes deeper', () => {
    const plan = studPlan({
      hub: { ...studPlan().hub, lockingFastener: true, lockingShorter: exact(-8), nutBlindDepth: exact(30) },
      spacer: plainSpacer(0),
    });
    // 23.25 and 3 of lead in a cap of 30 leave 3.75; 8 mm further in it has bottomed.
    expect(all(plan, 'nut.bottom')[0]).toMatchObject({ level: 'pass', value: 3.75 });
    expect(all(plan, 'locking.ends').find((f) => f.case.is === 'nut.bottom')).toMatchObject({ level: 'stop' });
  });

  test('what is missing is a field of the nut, or a reading', () => {
    const own = nuts({});
    expect(lacksOf(own, runs(own) as never)).toEqual([{ place: 'part', id: 'nutCap' }]);
    const present = studPlan({ hub: { ...studPlan().hub, nutThread: exact(16), capOpen: null } });
    expect(lacksOf(present, runs(present) as never)).toEqual([{ place: 'reading', id: 'capOpen', corner: null }]);
    const hole = bolt(58, null);
    expect(lacksOf(hole, runs(hole) as never)).toEqual([{ place: 'reading', id: 'holeOpen', corner: null }]);
    expect(nextReading(hole)?.quantity).toBe('holeOpen');
    const words = evaluate(hole).findings.find((f) => f.rule === 'thread.runs-on');
    expect(sentence(words as never, { units: 'metric', pitch: 1.5 })).toBe(
      'The bolt may reach 24.0 mm past the start of 18.0 mm of thread at the front left. Needs whether the hub’s hole is wider than its thread there: run a loose one in by hand until it stops.',
    );
  });
});

describe('a dab of grease in the cap', () => {
  const bottom = (p: Plan) => all(p, 'nut.bottom')[0];
  const TRIED = { seat: 'cone60' as const, length: null, nose: null };
  /** New closed nuts of which nobody knows the cap, counted and dabbed on `on` mm. */
  const tried = (s: number, on: number, untouched: boolean, cap: number | null = null): Plan => {
    const state = { ...spacerOn(on), fastener: TRIED };
    const plan = nuts(
      { blindDepth: cap, capOpen: true, threadLength: 26 },
      { turns: { ...exact(15.5), on: state }, capDab: { untouched, on: state } },
    );
    return { ...plan, spacer: plainSpacer(s, 57.1) };
  };

  test('untouched on this spacer or a thinner one it proves the cap; on a thicker one it proves nothing', () => {
    expect(bottom(tried(5, 5, true))).toMatchObject({ level: 'pass', case: { is: 'dab' } });
    expect(bottom(tried(8, 5, true))).toMatchObject({ level: 'pass', case: { is: 'dab' } });
    expect(bottom(tried(4.5, 5, true))?.level).toBe('unmeasured');
  });

  test('touched it stops on this spacer and any thinner one', () => {
    expect([bottom(tried(5, 5, false))?.level, bottom(tried(3, 5, false))?.level]).toEqual(['stop', 'stop']);
    expect(bottom(tried(8, 5, false))?.level).toBe('unmeasured');
  });

  test('it settles what the sum is too close to tell, and not what the sum runs into', () => {
    // 15½ turns counted with 5 on: 23.25 and 3 of lead; caps of 27, 26.2 and 20 leave 0.75, −0.05 and −6.25.
    expect(bottom(tried(5, 5, true, 27))?.level).toBe('pass');
    expect(bottom(tried(5, 5, true, 26.2))?.level).toBe('stop');
    expect(bottom(tried(5, 5, true, 20))?.level).toBe('stop');
  });

  test('it is held to the sum of the state in which it was looked at, and not of the one that is chosen', () => {
    // Seen untouched on 5, where the sum says that a cap of 25 is run into by 1.25; on 7 the same sum leaves 0.75.
    expect(bottom(tried(7, 5, true, 25))?.level).toBe('stop');
    // A cap of 26.5 goes together with what was seen on 5.
    expect(bottom(tried(6, 5, true, 26.5))).toMatchObject({ level: 'pass', case: { is: 'dab' } });
  });

  test('it speaks of the nut that was tried and of no other', () => {
    const other = tried(5, 5, true);
    expect(bottom({ ...other, fastener: { kind: 'present' } })?.case).not.toEqual({ is: 'dab' });
    const present = nuts({ blindDepth: null, capOpen: true, threadLength: 26 }, { capDab: { untouched: true } });
    expect(bottom(present)?.level).toBe('unmeasured');
  });

  test('of several wheels the thinnest pad decides', () => {
    const base = studPlan({ hub: { ...studPlan().hub, nutBlindDepth: null } }, { capDab: { untouched: true } });
    const on = (second: number): Plan => ({
      ...base,
      spacer: plainSpacer(0),
      wheel: {
        ...base.wheel,
        each: [
          wheel('A', { corner: 'front-left', padThickness: exact(13) }),
          wheel('B', { corner: 'front-right', padThickness: exact(second) }),
        ],
      },
    });
    expect([bottom(on(13))?.level, bottom(on(11))?.level]).toEqual(['pass', 'unmeasured']);
  });

  test('the latest word counts, with what was on', () => {
    const read = (value: number, on?: number) => ({
      quantity: 'capDab' as const,
      corner: 'front-left' as const,
      value,
      pm: 0,
      ...(on === undefined ? {} : { on: spacerOn(on) }),
    });
    const base = studPlan();
    const plan = assemblePlan({
      ...base,
      readings: [
        read(0, 10),
        read(1),
        { quantity: 'capOpen', corner: null, value: 1, pm: 0 },
        { quantity: 'capOpen', corner: null, value: 0, pm: 0 },
      ],
      wheels: [],
      chalk: [],
    });
    expect(plan.corners.map((c) => c.capDab)).toEqual([{ untouched: true }, null]);
    expect([plan.hub.capOpen, plan.hub.holeOpen]).toEqual([false, null]);
  });
});

describe('an adapter that carries another number of studs', () => {
  const six = (lugs: number | null, wheels: number): Plan => {
    const base = studPlan();
    return {
      ...base,
      wheel: { ...base.wheel, lugs: wheels, boltCircle: 139.7 },
      spacer: {
        ...plainSpacer(25, 57.1),
        kind: 'adapter',
        centring: 'seats',
        adapter: {
          web: 8,
          nutHeight: 11,
          nutThread: 10,
          nutClass: '10',
          nutContact: 18,
          studThread: 'M12x1.5',
          studClass: '10.9',
          studProtrusion: 38,
          studNose: 0,
          studThreadLength: 36,
          boltCircle: 139.7,
          lugs,
          condition: 'dry',
          recess: 20,
          torque: { value: 110, source: 'leaflet' },
        },
      },
    };
  };
  const wheels = (p: Plan) => all(p, 'circle.match').find((f) => f.case.is === 'wheel')?.level;

  test('five in, six out: the wheel is held against what the adapter carries', () => {
    expect([wheels(six(6, 6)), wheels(six(6, 5)), wheels(six(null, 5)), wheels(six(null, 6))]).toEqual([
      'pass',
      'stop',
      'pass',
      'stop',
    ]);
  });
});

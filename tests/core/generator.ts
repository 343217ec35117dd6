import fc from 'fast-check';
import { plainSpacer } from '@/core/document/blank';
import type {
  ChalkTest,
  Fastener,
  Measured,
  Nut,
  Plan,
  PlanCorner,
  Setup,
  Spacer,
  TrialPart,
  WheelEach,
} from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { ADDS_NOTHING } from '@/core/document/vocabulary';
import { boltPlan, corner, spacerOn, studPlan, wheel } from './fixtures';

/**
 * Plans of every kind with corners that differ, wheels that differ, errors above zero and gaps where nobody measured.
 * Equal corners and exact figures let more than half of all planted faults live.
 */
const grid = (min: number, max: number, step: number) =>
  fc.integer({ min: Math.round(min / step), max: Math.round(max / step) }).map((n) => n * step);

/** A figure with an error that its method has; now and then one too wide, now and then nobody measured it. */
const measured = (
  min: number,
  max: number,
  { usual, wide }: { readonly usual: readonly number[]; readonly wide: number },
  step = 0.25,
  nil = 250,
): fc.Arbitrary<Measured> =>
  fc.option(
    fc.record({
      value: grid(min, max, step),
      pm: fc.oneof({ weight: 240, arbitrary: fc.constantFrom(...usual) }, { weight: 1, arbitrary: fc.constant(wide) }),
    }),
    { nil: null, freq: nil },
  );

/** ± of a method, and now and then one too wide to be a measurement. */
const CALIPER = { usual: [0.1, 0.1, 0.2], wide: 1.5 };
const TAPE = { usual: [1, 1, 3], wide: 6 };
const COUNT = { usual: [0.25, 0.25, 0.5], wide: 1 };
const mostly = fc.oneof(
  { weight: 30, arbitrary: fc.constant(true) },
  { weight: 1, arbitrary: fc.constantFrom(false, null) },
);
/** The first thirty times for each of the others once. */
function mostlyOf<T>(usual: T, ...others: readonly T[]): fc.Arbitrary<T> {
  return fc.oneof(
    { weight: 30, arbitrary: fc.constant(usual) },
    ...others.map((o) => ({ weight: 1, arbitrary: fc.constant(o) })),
  );
}
const yesNo = fc.constantFrom(true, true, false, null);

/** Now and then a spacer was on while it was read, another set of wheels, or nobody knows what. */
const setup: fc.Arbitrary<Setup | undefined> = fc.oneof(
  { weight: 40, arbitrary: fc.constant(undefined) },
  { weight: 10, arbitrary: fc.constantFrom(3, 6.35, 15).map(spacerOn) },
  {
    weight: 3,
    arbitrary: fc.record({
      spacer: fc.constantFrom(0, 0, 5, 12),
      fastener: fc.constant('present' as const),
      wheel: fc.record({
        name: fc.constant('summer'),
        seat: fc.constantFrom('ball13' as const, 'cone60' as const, 'unknown' as const),
        pad: fc.constantFrom(null, { value: 13, pm: 0.1 }, { value: 10, pm: 0.1 }, { value: 17, pm: 0.1 }),
        tyre: fc.constantFrom('205/55R16', '225/45R17', '?'),
        offset: fc.constantFrom(46, 40, null),
      }),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Setup>(
      spacerOn(null),
      { spacer: 0, fastener: 'unknown', wheel: 'chosen' },
      { spacer: 5, fastener: 'present', wheel: 'unknown' },
    ),
  },
);

/** A dab of grease that somebody looked at in the cap, now and then with something else on. */
const dab: fc.Arbitrary<PlanCorner['capDab']> = fc.oneof(
  { weight: 5, arbitrary: fc.constant(null) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(fc.constantFrom(true, true, false), setup)
      .map(([untouched, on]) => (on === undefined ? { untouched } : { untouched, on })),
  },
);

const onPlate = (m: fc.Arbitrary<Measured>): fc.Arbitrary<PlanCorner['gap']> =>
  fc.tuple(m, setup).map(([r, on]) => (r === null || on === undefined ? r : { ...r, on }));

const chalk: fc.Arbitrary<ChalkTest[]> = fc.array(
  fc.record({
    trial: grid(3, 20, 1),
    load: fc.constantFrom('loaded' as const, 'bounced' as const),
    across: fc.constantFrom(null, 'shoulder' as const),
    hours: fc.oneof(
      { weight: 5, arbitrary: fc.constant<number[]>([]) },
      { weight: 1, arbitrary: fc.constant<number[]>([1.5]) },
    ),
  }),
  { maxLength: 1 },
);

export const anyCorner = (name: PlanCorner['corner']): fc.Arbitrary<PlanCorner> =>
  fc
    .record({
      turns: onPlate(measured(8, 17, COUNT)),
      studProtrusion: onPlate(measured(30, 48, CALIPER)),
      standThrough: measured(-4, 12, CALIPER, 0.5, 2),
      visibleThread: onPlate(measured(4, 30, CALIPER, 1, 2)),
      capDab: dab,
      slidesOn: yesNo,
      rotorHat: measured(5, 9, CALIPER),
      tappedDepth: measured(14, 24, CALIPER),
      roomBehind: measured(0, 10, CALIPER),
      spigotHeight: measured(10, 30, CALIPER),
      chamferDepth: measured(0, 3, CALIPER),
      gap: onPlate(measured(8, 45, TAPE)),
      loadedClearance: onPlate(measured(18, 60, TAPE)),
      clock: fc.array(
        fc.record({
          hour: fc.integer({ min: 1, max: 12 }),
          clearance: measured(18, 60, TAPE, 1),
          trim: fc.constantFrom(0, 0, 0, 4),
        }),
        { maxLength: 2 },
      ),
      archHeight: measured(300, 380, TAPE, 1, 6),
      gapPer10: measured(-3, 3, TAPE, 1, 6),
      lipDepth: measured(10, 30, { usual: [1], wide: 6 }, 1, 20),
      innerClearance: onPlate(measured(-4, 20, TAPE, 1, 4)),
      settled: mostly,
      rimProtector: yesNo,
      fingerPasses: yesNo,
      chalk,
    })
    .map((c) => corner(name, c));

const anyWheel = (name: string, hangs: WheelEach['corner']): fc.Arbitrary<WheelEach> =>
  fc
    .record({
      pocketDepth: measured(8, 24, CALIPER),
      lugHole: measured(27, 30, CALIPER),
      bore: measured(57, 57.3, CALIPER, 0.1, 30),
      ringBore: measured(57, 57.3, CALIPER, 0.1, 1),
      boreRecess: measured(10, 20, CALIPER, 0.25, 30),
      chamferDepth: measured(1, 3, CALIPER, 0.25, 30),
      padThickness: measured(11, 16, CALIPER, 0.25, 20),
    })
    .map((w) => wheel(name, { ...w, corner: hangs }));

/** Bore and lip of a plate. */
const plate = fc.constantFrom<[number, number][]>([57.1, 57.1], [57.2, 57.1], [57.1, 57], [57, 56.9]);
const spacer = (fastening: 'bolt' | 'stud'): fc.Arbitrary<Spacer> =>
  fc
    .record({
      kind: fc.oneof(
        { weight: 6, arbitrary: fc.constant('plain' as const) },
        { weight: 4, arbitrary: fc.constant('lipped' as const) },
        { weight: 1, arbitrary: fc.constant('universal' as const) },
        { weight: fastening === 'stud' ? 3 : 0, arbitrary: fc.constant('adapter' as const) },
      ),
      thickness: fc.oneof(grid(0, 25, 0.5), fc.constantFrom(0, 0, 3, 3, 5, 5, 8, 8, 10, 12, 15, 20, 25)),
      lugs: mostlyOf<number | null>(5, 4, null),
      boltCircles: mostlyOf<number[] | null>([112], [100, 112], [100], null),
      centring: fc.constantFrom('hub' as const, 'hub' as const, 'seats' as const),
      sizes: plate,
      nothing: fc.integer({ min: 0, max: 19 }),
      lipRoot: fc.constantFrom(0.5, 0.5, 1, 1, 2, null),
      lipHeight: fc.constantFrom(null, 6, 8, 10, 10),
      openThrough: fc.boolean(),
      adapter: fc.record({
        web: seldomBlank(grid(6, 12, 1)),
        nutHeight: seldomBlank(grid(10, 14, 1)),
        nutThread: seldomBlank(grid(9, 14, 1)),
        nutClass,
        nutContact: fc.constantFrom(null, 16, 18, 18),
        condition: fc.constantFrom('dry' as const, 'locker' as const, 'unknown' as const),
        studNose: nose,
        studThreadLength: fc.constantFrom(40, 40, 30, 24, null),
        studThread: fc.constantFrom('M12x1.5', 'M14x1.5'),
        studClass: fc.constantFrom('10.9' as const, '12.9' as const, 'unknown' as const),
        studProtrusion: seldomBlank(grid(28, 40, 1)),
        boltCircle: seldomBlank(fc.constant(112)),
        lugs: mostlyOf<number | null>(null, 5, 4),
        recess: fc.constantFrom(null, 12, 20),
        torque: fc.constantFrom(null, { value: 110, source: 'leaflet' }, { value: 110, source: 'leaflet' }),
      }),
    })
    .map(({ kind, sizes, nothing, adapter, lipRoot, lipHeight, ...s }): Spacer => {
      const lipped = kind === 'lipped' || kind === 'adapter';
      const [bore, lip] = sizes;
      return {
        ...s,
        kind,
        bore: nothing === 0 ? null : bore,
        lipDiameter: lipped ? lip : null,
        lipRoot: lipped ? lipRoot : null,
        lipHeight: lipped ? lipHeight : null,
        adapter: kind === 'adapter' && nothing !== 1 ? adapter : null,
      };
    });

const seat = fc.constantFrom(
  ...Array.from({ length: 14 }, () => 'ball13' as const),
  'cone60' as const,
  'unknown' as const,
);
const boltClass = fc.constantFrom('8.8' as const, '10.9' as const, '10.9' as const, 'unknown' as const);
const nutClass = fc.constantFrom('unknown' as const, '8' as const, '10' as const, '12' as const);
/** Most tips are plain, some carry a nose, and now and then nobody looked. */
/** One figure of an adapter in thirty that nobody has measured yet. */
const seldomBlank = (known: fc.Arbitrary<number>): fc.Arbitrary<number | null> =>
  fc.oneof({ weight: 29, arbitrary: known }, { weight: 1, arbitrary: fc.constant(null) });
const nose = mostlyOf<number | null>(0, 4, 8, null);
const material = fc.constantFrom(
  ...Array.from({ length: 14 }, () => 'steel' as const),
  'aluminium' as const,
  'unknown' as const,
);
const ownThread = (length: number) =>
  fc.constantFrom<(number | null)[]>(
    length - 2,
    length - 2,
    length - 2,
    length - 2,
    length - 2,
    length - 8,
    length,
    length,
    length + 5,
    null,
  );

export const anyNut = (thread: string): fc.Arbitrary<Nut> =>
  fc.record({
    thread: fc.constantFrom(thread, thread, thread, thread, thread, thread, thread, 'M14x1.25'),
    style: fc.constantFrom(
      'open' as const,
      'open' as const,
      'open' as const,
      'open' as const,
      'closed' as const,
      'closed' as const,
      'closed' as const,
      'unknown' as const,
    ),
    seat,
    threadLength: fc.option(grid(10, 26, 1), { nil: null, freq: 12 }),
    blindDepth: fc.option(grid(18, 40, 1), { nil: null, freq: 6 }),
    capOpen: fc.constantFrom<(boolean | null)[]>(true, true, true, false, null),
    shankReach: fc.constantFrom<(number | null)[]>(0, 0, 0, 4, 4, 8, -3, -6, null),
    shankLength: fc.constantFrom(0, 0, 9, 12),
    shankDiameter: fc.constantFrom(null, 22, 26, 26),
    class: nutClass,
    material,
    tensile: fc.constantFrom(null, 600, 900),
  });

function fastener(fastening: 'bolt' | 'stud', thread: string): fc.Arbitrary<Fastener> {
  const stock = fc.constantFrom<Fastener[]>(
    { kind: 'present' },
    { kind: 'present' },
    { kind: 'present' },
    { kind: 'original' },
  );
  if (fastening === 'bolt') {
    const bolt = grid(36, 66, 1).chain((length) =>
      fc.record({
        kind: fc.constant('bolt' as const),
        length: fc.constant(length),
        threadLength: ownThread(length),
        nose,
        seat,
        class: boltClass,
      }),
    );
    const conversion = fc.record({ length: grid(50, 90, 1), shortEnd: grid(10, 22, 1) }).chain(({ length, shortEnd }) =>
      fc.record({
        kind: fc.constant('conversion' as const),
        length: fc.constant(length),
        shortEnd: fc.constant(shortEnd),
        threadLength: ownThread(length - shortEnd),
        nose,
        torque: fc.constantFrom(
          { value: 110, source: 'leaflet' },
          { value: 110, source: 'leaflet' },
          { value: 110, source: '?' },
          null,
        ),
        hubThread: fc.constantFrom(thread, thread, thread, thread, thread, thread, thread, 'M12x1.25'),
        outerThread: fc.constant('M14x1.5'),
        seatsAt: fc.constantFrom('shoulder' as const, 'run-out' as const),
        class: boltClass,
        nut: anyNut('M14x1.5'),
      }),
    );
    return fc.oneof(stock, { weight: 2, arbitrary: bolt }, conversion);
  }
  const nuts = anyNut(thread).map((nut): Fastener => ({ kind: 'nuts', nut }));
  const stud = grid(36, 60, 1).chain((protrusion) =>
    fc.record({
      kind: fc.constant('stud' as const),
      protrusion: fc.constant(protrusion),
      threadLength: ownThread(protrusion),
      nose,
      class: boltClass,
      nut: fc.option(anyNut(thread), { nil: null, freq: 2 }),
    }),
  );
  return fc.oneof(stock, nuts, stud);
}

const hubOf = (fastening: 'bolt' | 'stud') =>
  fc.record({
    threadMaterial: material,
    nutStyle: fc.constantFrom(
      'open' as const,
      'open' as const,
      'open' as const,
      'open' as const,
      'closed' as const,
      'closed' as const,
      'closed' as const,
      'unknown' as const,
    ),
    torque: fc.constantFrom(
      ...Array.from({ length: 10 }, () => ({ value: 110, source: 'handbook' })),
      { value: 160, source: 'door plate' },
      null,
    ),
    fastenerClass: boltClass,
    internalTensile: fc.constantFrom(null, 600, 900),
    contactDiameter: fc.constantFrom(null, 18, 21),
    condition: fc.constantFrom('dry' as const, 'dry' as const, 'greased' as const, 'unknown' as const),
    wheelLoad: fc.constantFrom(null, 4200),
    socketOutside: fc.constantFrom(null, 24, 25),
    nutHeight: measured(16, 32, CALIPER, 1, 2),
    nutClass,
    hardware: fc.constantFrom('original' as const, 'original' as const, 'other' as const, 'unknown' as const),
    original: fc
      .record({
        length: measured(34, 46, CALIPER, 1, 2),
        threadLength: measured(20, 40, CALIPER, 1, 2),
        nose: measured(0, 6, CALIPER, 2, 20),
        class: boltClass,
        nut: fc.constant(null),
      })
      .map((o) => ({ ...o, seat: fastening === 'bolt' ? ('ball13' as const) : ('cone60' as const) })),
    lockingFastener: fc.constantFrom(false, false, false, true),
    lockingShorter: measured(-4, 4, CALIPER, 0.5, 6),
    pilotNose: measured(0, 6, CALIPER, 2, 20),
    spigotDiameter: measured(57, 57.1, CALIPER, 0.1),
    boltLength: measured(36, 50, CALIPER),
    boltOverall: measured(50, 80, CALIPER, 1, 3),
    boltThread: measured(20, 32, CALIPER, 1, 3),
    studThread: measured(24, 44, CALIPER, 1, 2),
    nutThread: measured(14, 28, CALIPER),
    nutBlindDepth: measured(24, 40, CALIPER),
    holeOpen: fc.constantFrom<(boolean | null)[]>(true, true, true, true, false, null),
    capOpen: fc.constantFrom<(boolean | null)[]>(true, true, true, true, false, null),
    nutGrip: measured(6, 14, CALIPER),
    seat: fc.constant(fastening === 'bolt' ? ('ball13' as const) : ('cone60' as const)),
  });

/** One plan of any kind. */
export const anyPlan: fc.Arbitrary<Plan> = fc.constantFrom('bolt' as const, 'stud' as const).chain((fastening) => {
  const thread = fastening === 'bolt' ? 'M14x1.5' : 'M12x1.5';
  const base = fastening === 'bolt' ? boltPlan({ policy: DEFAULT_POLICY }) : studPlan({ policy: DEFAULT_POLICY });
  return fc
    .record({
      hub: hubOf(fastening),
      left: anyCorner('front-left'),
      right: anyCorner('front-right'),
      each: fc.oneof(
        fc.constant<WheelEach[]>([]),
        fc
          .tuple(
            anyWheel('wheel A', 'front-left'),
            anyWheel('wheel B', 'front-right'),
            anyWheel('wheel C', 'rear-left'),
            fc.integer({ min: 0, max: 3 }),
          )
          // Wheels of one set are mostly of one casting.
          .map(([a, b, c, unlike]) =>
            unlike === 0 ? [a, b, c] : [a, b, c].map((w) => ({ ...w, padThickness: a.padThickness })),
          ),
      ),
      wheelSeat: fc.constantFrom(...Array.from({ length: 14 }, () => base.wheel.seat), 'unknown' as const),
      bore: measured(57, 57.4, CALIPER, 0.1),
      pad: measured(8, 16, CALIPER),
      recess: measured(5, 16, CALIPER, 0.25, 3),
      jobType: fc.constantFrom(
        ...(['stance', 'stance', 'stance', 'clearance', 'clearance', 'conversion', 'conversion'] as const),
        ...(['wheels', 'take-off', 'check'] as const),
      ),
      alone: fc.integer({ min: 0, max: 3 }),
      often: fc.integer({ min: 0, max: 9 }),
      use: fc.constantFrom('street' as const, 'towing' as const, 'track' as const, 'competition' as const),
      camberChange: fc.constantFrom(0, 0, 0, 0, 0.5, -0.5),
      lowerBy: fc.constantFrom(0, 0, 0, 0, 0, 0, 20, -10),
      planned: mostlyOf<Plan['planned']>(null, { tyre: '225/45R17', offset: 40 }, { tyre: '225/45R17', offset: null }),
      trim: fc.constantFrom(0, 0, 0, 0, 0, 0, 3),
      trimRight: fc.constantFrom<(number | null)[]>(null, null, null, null, null, null, null, 0, 4),
      rightSpacer: fc.constantFrom<(number | null)[]>(null, null, null, null, null, 3, 5, 8),
      spacer: spacer(fastening),
      fastener: fastener(fastening, thread),
      locking: fc.oneof(
        { weight: 20, arbitrary: fc.constant<Plan['locking']>({ kind: 'none' }) },
        {
          weight: 4,
          arbitrary: fc.constantFrom<Plan['locking'][]>(
            { kind: 'piece', shorter: 1 },
            { kind: 'piece', shorter: 0 },
            { kind: 'piece', shorter: -2 },
            { kind: 'piece', shorter: -5 },
            { kind: 'piece', shorter: 0, seat: 'cone60' },
            { kind: 'piece', shorter: 0, seat: 'unknown' },
          ),
        },
        { weight: 1, arbitrary: fc.constant<Plan['locking']>({ kind: 'unknown' }) },
      ),
      wheelLugs: mostlyOf<number | null>(5, 4, null),
      wheelCircle: mostlyOf<number | null>(112, 100, null),
      agree: fc.integer({ min: 0, max: 19 }),
      taller: fc.constantFrom(0, 1, 3, 6),
      trial: fc.option(
        fc.record({
          seat: fc.constantFrom('ball13' as const, 'cone60' as const),
          length: measured(36, 50, CALIPER),
          nose: measured(0, 6, CALIPER, 2, 20),
        }),
        { nil: null, freq: 1 },
      ),
      lead: fc.constantFrom(null, { by: 'Tamsin', reason: 'inspected between runs' }),
    })
    .map(
      ({
        hub,
        left,
        right,
        each,
        wheelSeat,
        wheelLugs,
        wheelCircle,
        bore,
        pad,
        recess,
        lead,
        agree,
        taller,
        alone,
        trial,
        often,
        ...choice
      }): Plan =>
        asMade(
          alone > 0,
          agreed(agree > 0, taller, {
            ...base,
            ...choice,
            hub: { ...base.hub, ...hub, seat: fastening === 'bolt' ? 'ball13' : 'cone60' },
            wheel: {
              ...base.wheel,
              seat: wheelSeat,
              lugs: wheelLugs,
              boltCircle: wheelCircle,
              bore,
              padThickness: pad,
              boreRecess: recess,
              each,
            },
            corners: trial === null || often > 0 ? [left, right] : [tried(left, trial), tried(right, trial)],
            fastener:
              choice.spacer.kind === 'adapter' && choice.fastener.kind !== 'nuts'
                ? { kind: 'present' }
                : seated(choice.fastener, base.hub.seat),
            leadSignOff: lead,
          }),
        ),
    );
});

/** Counted with a part that was turned in by hand. */
const tried = (c: PlanCorner, fastener: TrialPart): PlanCorner =>
  c.turns === null ? c : { ...c, turns: { ...c.turns, on: { ...spacerOn(c.turns.on?.spacer ?? 0), fastener } } };

/**
 * Most visits that add nothing have nothing on them: the bare hub on its own bolts or studs, as the maker left them.
 */
const asMade = (bare: boolean, plan: Plan): Plan =>
  bare && ADDS_NOTHING.has(plan.jobType)
    ? {
        ...plan,
        spacer: plainSpacer(0),
        rightSpacer: null,
        planned: null,
        fastener: { kind: 'present' },
        hub: { ...plan.hub, hardware: 'original' },
      }
    : plan;

/** Most seats of new parts are those of the wheel, else hardly any plan would go forward. */
function seated(f: Fastener, own: Plan['hub']['seat']): Fastener {
  const mine = <T extends { seat: Plan['hub']['seat'] }>(part: T): T =>
    part.seat === 'ball13' ? { ...part, seat: own } : part;
  if (f.kind === 'bolt') return mine(f);
  if (f.kind === 'nuts' || f.kind === 'conversion') return { ...f, nut: mine(f.nut) };
  return f.kind === 'stud' && f.nut ? { ...f, nut: mine(f.nut) } : f;
}

/**
 * Readings that agree with each other, as those of a real car do: what was read of one joint adds up. Else hardly a
 * plan would get past the contradictions; now and then they are left as they fell.
 */
function agreed(agree: boolean, taller: number, plan: Plan): Plan {
  if (!agree) return plan;
  const { hub } = plan;
  const [, pitch] = hub.fastening === 'bolt' ? [14, 1.5] : [12, 1.5];
  const nose = hub.pilotNose?.value ?? 0;
  const tip = nose + 2 * pitch;
  const travel = (c: PlanCorner): number => (c.turns?.value ?? 0) * pitch + (c.turns?.on?.spacer ?? 0);
  const thread = hub.nutThread;
  const nutHeight =
    thread === null || hub.nutHeight === null ? hub.nutHeight : { ...hub.nutHeight, value: thread.value + taller };
  if (hub.fastening === 'stud') {
    const grip = hub.nutGrip;
    const corners = plan.corners.map((c) => {
      const z = c.studProtrusion;
      if (grip === null || z === null || c.turns === null) return c;
      return { ...c, studProtrusion: { ...z, value: grip.value + travel(c) + tip - (z.on?.spacer ?? 0) } };
    });
    return { ...plan, hub: { ...hub, nutHeight }, corners };
  }
  const corners = plan.corners.map((c) => {
    const pad = plan.wheel.each.find((w) => w.corner === c.corner)?.padThickness ?? plan.wheel.padThickness;
    const bolt = hub.boltLength;
    if (c.rotorHat === null || pad === null || bolt === null || c.turns === null) return c;
    const hat = bolt.value - pad.value - travel(c) - tip;
    return { ...c, rotorHat: hat >= 1 && hat <= 30 ? { ...c.rotorHat, value: hat } : null };
  });
  return { ...plan, corners };
}

import fc from 'fast-check';
import { max, min } from 'simple-statistics';
import { assemblePlan, type Reading } from '@/core/document/assemble';
import { PRESENT } from '@/core/document/blank';
import { planChanges } from '@/core/document/diff';
import type { Plan } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { METRIC_SIZES_MM } from '@/core/document/sizes';
import { assess, blocksChoice } from '@/core/evaluate/evaluate';
import { combineRepeats } from '@/core/uncertainty';
import { allowedSpans, fitBySize, sweepThickness } from '@/core/whatif/bySize';
import { type WayOut, waySentence, waysOut } from '@/core/whatif/waysOut';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, closedNut, corner, exact, plainSpacer, studPlan } from './fixtures';

const tall = { spigotHeight: exact(40), gap: exact(20) };
const stud = (change: Partial<Plan> = {}): Plan =>
  studPlan({
    // Class read off the stud’s end: an unknown one is taken as 8.8 while it is tightened.
    hub: { ...studPlan().hub, fastenerClass: '10.9' },
    corners: [
      corner('front-left', { turns: exact(15.5), ...tall }),
      corner('front-right', { turns: exact(15.5), ...tall }),
    ],
    ...change,
  });

/** How much a way takes, mm or degrees; undefined where it is not among them. */
const amountOf = (ways: readonly WayOut[], way: WayOut['way']): number | null | undefined => {
  const w = ways.find((x) => x.way === way);
  return w && 'amount' in w ? w.amount : undefined;
};

describe('why not another size', () => {
  test('15½ turns of M12 × 1.5: to 10 mm on stock studs, 12 with longer ones (common practice, no source)', () => {
    const fits = fitBySize(stud(), [8, 10, 12]);
    expect(fits.map((f) => f.how)).toEqual(['present', 'present', 'longer']);
    // Engages as now: protrusion longer by the spacer.
    expect(fits[2]).toMatchObject({ length: 52, gap: 8 });
  });

  test('what the clearance forbids no bolt can mend: the first reason says so', () => {
    const [f] = fitBySize(boltPlan({}, { loadedClearance: exact(16) }), [12]);
    expect(f).toMatchObject({ how: 'no', length: null });
    expect(f?.reason?.rule).toMatch(/clearance.loaded|centring.spigot/);
  });

  test('each verdict is assess’s own', () => {
    for (const f of fitBySize(stud(), METRIC_SIZES_MM)) {
      const stock = assess({ ...stud(), spacer: plainSpacer(f.thickness, 57.1), fastener: PRESENT });
      expect(f.how === 'present').toBe(stock.blocking.length === 0);
      if (f.how === 'no') expect(f.reason).not.toBeNull();
      else expect(f.reason).toBeNull();
    }
  });

  test('the sweep falls millimetre for millimetre, and its spans are where assess allows', () => {
    const points = sweepThickness(stud(), 20, 0.5);
    expect(points).toHaveLength(41);
    for (let i = 1; i < points.length; i += 1) {
      expect((points[i - 1]?.clearance ?? 0) - (points[i]?.clearance ?? 0)).toBeCloseTo(0.5, 9);
    }
    // 23.25 − 12 = 11.25 mm; the last half millimetre at or below is 11. A stock closed nut is only known to be clear
    // from 1.5 mm on.
    expect(allowedSpans(points).at(-1)?.[1]).toBe(11);
    const allowed = points.filter((p) => allowedSpans(points).some(([a, b]) => p.thickness >= a && p.thickness <= b));
    expect(allowed.every((p) => p.allowed)).toBe(true);
    expect(allowed).toHaveLength(points.filter((p) => p.allowed).length);
  });
});

describe('ways out', () => {
  test('short of thread on studs: thinner, longer studs, shank nuts, adapter, in the order of the trade', () => {
    const ways = waysOut({ ...stud(), spacer: plainSpacer(15, 57.1) }, METRIC_SIZES_MM);
    expect(ways.map((w) => w.way)).toEqual(['thinner', 'longer', 'shank', 'adapter']);
    // A stud of 40 holds 8.25 of the 12 that are aimed at.
    expect(amountOf(ways, 'longer')).toBeCloseTo(43.75, 9);
    // 23.25 − 15 = 8.25 mm against 12: 3.75 mm short. A 40 mm stud asks for a 40 mm adapter without pockets.
    expect(amountOf(ways, 'shank')).toBeCloseTo(3.75, 9);
    expect(ways.find((w) => w.way === 'adapter')).toMatchObject({ amount: 40, gapAfter: -20 });
  });

  test('outside the arch: camber by the arch’s height, or a flare by the poke', () => {
    const ways = waysOut(boltPlan({}, { gap: exact(1), archHeight: exact(320) }), METRIC_SIZES_MM);
    const camber = amountOf(ways, 'camber');
    // 4 mm outside at 320 mm: asin(4/320).
    expect(camber).toBeCloseTo((Math.asin(4 / 320) * 180) / Math.PI, 9);
    const after = assess(boltPlan({ camberChange: camber ?? 0 }, { gap: exact(1), archHeight: exact(320) }));
    expect(after.numbers.corners[0]?.gapAfter?.value).toBeCloseTo(0, 9);
    expect(amountOf(ways, 'flare')).toBe(4);
    expect(waysOut(boltPlan({}, { gap: exact(1) }), METRIC_SIZES_MM).find((w) => w.way === 'camber')).toMatchObject({
      amount: null,
    });
  });

  test('too little clearance: the trim that it names makes it do', () => {
    const trim = amountOf(waysOut(boltPlan({}, { loadedClearance: exact(8) }), METRIC_SIZES_MM), 'trim');
    expect(trim).toBeCloseTo(2, 9);
    const trimmed = assess(boltPlan({}, { clock: [{ hour: 12, clearance: exact(8), trim: trim ?? 0 }] }));
    expect(trimmed.findings.find((f) => f.rule === 'clearance.loaded')?.level).toBe('pass');
  });

  const waysOf = (p: Plan) => waysOut(p, METRIC_SIZES_MM);
  const words = (p: Plan, way: WayOut['way']) => {
    const w = waysOf(p).find((x) => x.way === way);
    return w && waySentence(w, 'metric');
  };

  test('a bolt that is threaded too short: others with so much thread, and they go', () => {
    const bolts = (threadLength: number): Plan =>
      boltPlan(
        { fastener: { kind: 'bolt', length: 52, threadLength, nose: 0, seat: 'ball13', class: '10.9' } },
        { roomBehind: exact(20) },
      );
    // Ten turns and two of lead go past the hub’s first thread.
    expect(amountOf(waysOf(bolts(12)), 'thread')).toBe(18);
    expect(words(bolts(12), 'thread')).toBe('Other bolts: 18.0 mm of full thread or more from the tip.');
    expect(amountOf(waysOf(bolts(18)), 'thread')).toBeUndefined();
  });

  test('longer bolts: the least of the window, and that length holds what is aimed at', () => {
    const short = boltPlan({ spacer: { ...plainSpacer(12, 57.1), lugs: 5, boltCircles: [112] } }, tall);
    // 47 + 12 − 15 + 14: one diameter of M14.
    expect(amountOf(waysOf(short), 'longer')).toBe(58);
    const fastener = {
      kind: 'bolt' as const,
      length: 58,
      threadLength: 40,
      nose: 0,
      seat: 'ball13' as const,
      class: '10.9' as const,
    };
    expect(assess({ ...short, fastener }).findings.find((f) => f.rule === 'engagement.minimum')?.level).toBe('pass');
  });

  test('an adapter whose nuts or studs stand out: the same from the thickness that takes both', () => {
    const base = PLAN_EXAMPLES.adapter as Plan;
    const adapter = base.spacer.adapter;
    if (adapter === null) throw new Error('The example lost its adapter.');
    const thin: Plan = { ...base, spacer: { ...base.spacer, thickness: 14 } };
    const amount = amountOf(waysOf(thin), 'thicker-adapter') ?? 0;
    const at = (thickness: number) =>
      assess({ ...thin, spacer: { ...thin.spacer, thickness } }).findings.filter(
        (f) => f.level === 'stop' && /^adapter.(nut-below|pocket)$/.test(f.rule),
      ).length;
    expect([amount > 14, at(amount), at(amount - 0.5) > 0]).toEqual([true, 0, true]);
    expect(words(thin, 'thicker-adapter')).toMatch(/^Thicker adapter: the same web, nuts and studs go from /);
  });

  test('a lip that stands proud: a plain one; a spigot used up: a lip that the wheels measure', () => {
    const lipped = boltPlan({
      spacer: {
        ...plainSpacer(5, 57.1),
        kind: 'lipped',
        lipDiameter: 57,
        lipRoot: 2,
        lipHeight: 8,
        lugs: 5,
        boltCircles: [112],
      },
      wheel: { ...boltPlan().wheel, boreRecess: exact(12) },
    });
    expect(words(lipped, 'plain')).toMatch(/^A plain spacer of the same thickness/);
    const used = boltPlan({
      spacer: { ...plainSpacer(12, 57.1), lugs: 5, boltCircles: [112] },
      wheel: { ...boltPlan().wheel, boreRecess: exact(12) },
    });
    expect(words(used, 'lipped')).toBe(
      'A spacer with its own lip centres the wheel: a root of 1.0 mm at most, a lip of 12.0 mm at most.',
    );
    expect(words(boltPlan({ spacer: { ...plainSpacer(12, 57.1), lugs: 5, boltCircles: [112] } }), 'lipped')).toContain(
      'Needs the depth of the bore of every wheel',
    );
  });

  test('a cap that the sum cannot tell asks for a look; one that it certainly runs into does not', () => {
    const nuts = (blind: number | null): Plan =>
      studPlan({
        fastener: {
          kind: 'nuts',
          nut: closedNut({ blindDepth: blind, capOpen: true }),
        },
      });
    // 18.25 of travel and 3 of lead: 22 leaves 0.75, 15 certainly bottoms.
    const dab = (blind: number | null) => waysOf(nuts(blind)).some((w) => w.way === 'dab');
    expect([dab(22), dab(null), dab(15), dab(40)]).toEqual([true, true, false, false]);
  });

  test('nothing wrong, nothing to do; every way has its sentence in both units', () => {
    expect(waysOut({ ...stud(), spacer: plainSpacer(8, 57.1) }, METRIC_SIZES_MM)).toEqual([]);
    for (const w of waysOut({ ...stud(), spacer: plainSpacer(30, 57.1) }, METRIC_SIZES_MM)) {
      for (const units of ['metric', 'imperial'] as const) expect(waySentence(w, units)).toMatch(/^[A-Z].*\.$/);
    }
  });
});

describe('repeated readings', () => {
  const at = (...values: number[]) => values.map((value) => ({ value, pm: 0.1 }));
  test('the middle, with half the spread or the method’s own ±, whichever is larger', () => {
    expect(combineRepeats(at(10, 10.4))).toMatchObject({ value: 10.2, apart: 1 });
    expect(combineRepeats(at(10, 10.4)).pm).toBeCloseTo(0.2, 9);
    expect(combineRepeats(at(10))).toEqual({ value: 10, pm: 0.1, spread: 0, apart: null });
    expect(() => combineRepeats([])).toThrow(RangeError);
  });
  test('every reading is inside the band, none is outvoted; limits against a general statistics library', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 1 }), (values) => {
        const { value, pm, spread } = combineRepeats(at(...values));
        const [low, high] = [min(values), max(values)];
        expect(value - pm).toBeLessThanOrEqual(low + 1e-9);
        expect(value + pm).toBeGreaterThanOrEqual(high - 1e-9);
        expect(spread).toBeCloseTo(high - low, 9);
        // No wider than it has to be.
        expect(pm).toBeCloseTo(Math.max(0.1, (high - low) / 2), 9);
      }),
    );
    const far = combineRepeats(at(12, 12.1, 15, 12));
    expect(far.apart).toBe(2);
    expect(far).toMatchObject({ value: 13.5, pm: 1.5 });
    expect(combineRepeats(at(12, 12.1, 12.2)).apart).toBeNull();
  });

  const plan = boltPlan();
  const assembled = (readings: Reading[]) =>
    assemblePlan({ ...plan, readings, wheels: [], chalk: [], policy: DEFAULT_POLICY });
  const gap = (value: number): Reading => ({ quantity: 'gap', corner: 'front-left', value, pm: 1 });

  test('clearances with an hour make the clock; one without an hour still counts when it is tighter', () => {
    const clear = (value: number, hour: number | null): Reading => ({
      quantity: 'loadedClearance',
      corner: 'front-left',
      hour,
      value,
      pm: 1,
    });
    const p = assembled([clear(20, 12), clear(16, 1), clear(18, 1)]);
    expect(p.corners[0]?.clock).toEqual([
      { hour: 1, clearance: { value: 17, pm: 1 }, trim: 0 },
      { hour: 12, clearance: { value: 20, pm: 1 }, trim: 0 },
    ]);
    const left = (readings: Reading[]) => assess(assembled(readings)).numbers.corners[0];
    expect(left([clear(20, 12), clear(16, 1)])).toMatchObject({ clearanceHour: 1, clearanceAfter: { value: 11 } });
    expect(left([clear(20, 12), clear(9, null)])).toMatchObject({ clearanceHour: null, clearanceAfter: { value: 4 } });
    expect(planChanges(assembled([clear(20, 12)]), assembled([clear(20, 12), clear(16, 1)]), 'metric')).toEqual([
      'Loaded clearance by the clock, front left, changed.',
    ]);
  });

  test('a plan is built on the band of all readings, and what changed since is named with both values', () => {
    expect(assembled([gap(10), gap(14)]).corners[0]?.gap).toEqual({ value: 12, pm: 2 });
    expect(planChanges(assembled([gap(10)]), assembled([gap(10), gap(14)]), 'metric')).toEqual([
      'Gap, arch to tyre, front left: 10.0 mm then, 12.0 mm now.',
    ]);
    expect(planChanges(assembled([gap(10)]), assembled([]), 'metric')[0]).toContain('10.0 mm then, unmeasured now');
    const other = { ...assembled([]), hub: { ...assembled([]).hub, torque: { value: 130, source: 'new page' } } };
    expect(planChanges(assembled([]), other, 'metric')).toEqual(['Torque figure changed.']);
    expect(planChanges(assembled([gap(10)]), assembled([gap(10)]), 'metric')).toEqual([]);
  });
});

test('other sizes are tried on the conversion studs that were chosen, not on bolts', () => {
  const plan = PLAN_EXAMPLES.conversion as Plan;
  const fits = fitBySize(plan, [0, 5, 12, 30]);
  for (const f of fits) {
    const judged = assess({ ...plan, rightSpacer: null, spacer: { ...plan.spacer, thickness: f.thickness } });
    expect([f.thickness, f.how]).toEqual([f.thickness, blocksChoice(judged).length === 0 ? 'chosen' : 'no']);
    expect(f.length).toBeNull();
  }
  expect(fits.some((f) => f.how === 'chosen')).toBe(true);
  expect(fits.some((f) => f.how === 'no')).toBe(true);
});

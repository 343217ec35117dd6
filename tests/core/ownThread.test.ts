import fc from 'fast-check';
import { type Nut, type Plan, readPlan } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { presentFastener } from '@/core/document/upgrade';
import { boltThreadNeeded } from '@/core/engagement/boltStack';
import { studThreadNeeded } from '@/core/engagement/nutStack';
import { assess, evaluate } from '@/core/evaluate/evaluate';
import { inputsOf } from '@/core/evaluate/inputs';
import { leastThread } from '@/core/figures/ownThread';
import { sentence } from '@/core/rules/index';
import { fitBySize } from '@/core/whatif/bySize';
import { search } from '@/core/whatif/search/search';
import type { SearchInput } from '@/core/whatif/search/types';
import { boltPlan, corner, exact, plainSpacer, studPlan } from './fixtures';
import { brute } from './oracle';

/**
 * The thread on a new bolt or stud. Worked by hand from axial positions; that a plain shank stops in a thread is
 * geometry, and that wheel bolts are sold with differing thread lengths is common practice, no source.
 */
const of = (plan: Plan) => assess(plan).findings.find((f) => f.rule === 'fastener.thread');
const said = (plan: Plan) => sentence(of(plan) as NonNullable<ReturnType<typeof of>>, { units: 'metric', pitch: 1.5 });

// Ten turns with the 47 mm stock bolt and 3 mm of lead: the seat stands 29 mm out, 44 with the spacer.
const bolts = (length: number, threadLength: number | null, change: Partial<Plan> = {}, at = {}): Plan =>
  boltPlan(
    {
      spacer: plainSpacer(15, 57.1),
      fastener: { kind: 'bolt', length, threadLength, nose: 0, seat: 'ball13', class: 'unknown' },
      ...change,
    },
    at,
  );

// 15½ turns on a 40 mm stud with 3 mm of nose: the nut’s thread begins at 13.75 mm, 21.75 with the spacer.
const studs = (protrusion: number, threadLength: number | null, nutThread: number | null = 26): Plan => {
  const plan = studPlan({
    spacer: plainSpacer(8, 57.1),
    fastener: { kind: 'stud', protrusion, threadLength, nose: 0, class: 'unknown', nut: null },
  });
  return { ...plan, hub: { ...plan.hub, nutStyle: 'open', nutThread: nutThread === null ? null : exact(nutThread) } };
};

const NUT: Nut = {
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
// 16 of 75 mm in the hub: the tip stands 59 mm out, the nut’s thread begins at 7 + 8 + 12 = 27.
const conversion = (threadLength: number | null): Plan =>
  boltPlan({
    spacer: plainSpacer(8, 57.1),
    hub: { ...boltPlan().hub, nutGrip: exact(12) },
    fastener: {
      kind: 'conversion',
      length: 75,
      threadLength,
      nose: 0,
      shortEnd: 16,
      hubThread: 'M14x1.5',
      outerThread: 'M12x1.5',
      seatsAt: 'shoulder',
      torque: { value: 110, source: 'leaflet' },
      class: '10.9',
      nut: NUT,
    },
    corners: [corner('front-left', { rotorHat: exact(7) }), corner('front-right', { rotorHat: exact(7) })],
  });

describe('thread on a new fastener', () => {
  // rule: fastener.thread — geometry, worked by hand.
  test('a 62 mm bolt goes 18 mm into the hub: 18 mm of thread passes, less stops on its plain shank', () => {
    expect(of(bolts(62, 18))).toMatchObject({ level: 'pass', value: 18, limit: 18 });
    expect(of(bolts(62, 17.9))).toMatchObject({ level: 'stop', case: { is: 'bolt' } });
    expect(said(bolts(62, 17))).toContain('the plain shank meets it first, the wrench clicks and nothing is clamped');
    // Engagement alone would have let it pass.
    expect(assess(bolts(62, 17)).findings.find((f) => f.rule === 'engagement.minimum')?.level).toBe('pass');
  });

  test('ISO 888 (memory): a bolt of nominal thread length 2 d + 6 carries every length that clears what is behind the hub', () => {
    const { max } = assess(bolts(62, 40)).numbers.window as { max: number };
    expect(of(bolts(max, 2 * 14 + 6))?.level).toBe('pass');
    // 18 mm of depth and 5 of room: no bolt that clears goes further in than 23, and one diameter of thread is too
    // little.
    expect(of(bolts(max, 23))?.level).toBe('pass');
    expect(of(bolts(max, 14))?.level).toBe('stop');
  });

  test('a longer stud: the nut runs 28.25 mm down from a 50 mm tip', () => {
    expect(of(studs(50, 28.25))).toMatchObject({ level: 'pass', value: 28.25 });
    expect(of(studs(50, 28))?.level).toBe('stop');
    expect(said(studs(50, 28))).toContain('goes past the start of the nut');
  });

  test('a conversion stud: 32 mm of its outer end are past the nut’s first thread', () => {
    expect([of(conversion(32))?.level, of(conversion(31.5))?.level]).toEqual(['pass', 'stop']);
    const p = conversion(40);
    expect(of({ ...p, hub: { ...p.hub, nutGrip: null } })?.level).toBe('unmeasured');
  });

  test('not known is not pass, and says how much will do', () => {
    for (const plan of [bolts(62, null), studs(50, null), conversion(null)]) {
      expect(of(plan)?.level).toBe('unmeasured');
      expect(assess(plan).blocking.map((f) => f.rule)).toContain('fastener.thread');
    }
    expect(said(bolts(62, null))).toContain('18.0 mm from the tip is enough');
    expect(leastThread(assess(bolts(62, null)).numbers)).toBe(18);
    // Errors of count, stock length, new length and spacer are added: 0.375 + 0.1 + 0.5 + 0.1.
    const rough = bolts(62, null, { policy: DEFAULT_POLICY }, { turns: { value: 10, pm: 0.25 } });
    const least = leastThread(
      assess({ ...rough, hub: { ...rough.hub, boltLength: { value: 47, pm: 0.1 } } }).numbers,
    ) as number;
    expect(least).toBeCloseTo(18 + 0.375 + 0.1 + DEFAULT_POLICY.fastenerPm + DEFAULT_POLICY.spacerPm, 9);
    // Without a count nobody can say how much, and it still does not pass.
    expect(of(bolts(62, null, {}, { turns: null }))).toMatchObject({ level: 'unmeasured', value: null });
    expect(of(bolts(62, 30, {}, { turns: null }))).toMatchObject({
      level: 'unmeasured',
      case: { is: 'missing', need: 'bolt-tip' },
    });
    // Where the tip goes is known from the count, whatever the hub’s own depth.
    expect(of(bolts(62, 30, {}, { tappedDepth: null }))).toMatchObject({ level: 'pass' });
  });

  test('a margin that the measuring error could eat is not measured well enough', () => {
    const near = bolts(62, 18.2, { policy: DEFAULT_POLICY });
    expect(of(near)).toMatchObject({ level: 'unmeasured', uncertain: true });
  });

  test('more thread than there is fastener is a wrong figure, not a pass', () => {
    expect(of(bolts(62, 63))).toMatchObject({ level: 'unmeasured', case: { is: 'more' } });
    expect(of(conversion(60))).toMatchObject({ level: 'unmeasured', case: { is: 'more' }, limit: 59 });
    expect([of(bolts(62, 62))?.level, of(conversion(59))?.level]).toEqual(['pass', 'pass']);
  });

  test('stock fasteners only back out of their thread, so nothing is asked of them', () => {
    expect(of(boltPlan({ spacer: plainSpacer(1, 57.1) }))).toBeUndefined();
    expect(of(studPlan({ spacer: plainSpacer(8, 57.1) }))).toBeUndefined();
  });

  test('what goes past the mate’s first thread is known from the count, also where the mate is shorter than it', () => {
    // Twelve turns travel 18 mm; with 2 P of tip 21 mm stand in the hub, and a bolt that kept its engagement needs as
    // much thread.
    const deep = (thread: number) => of(bolts(62, thread, {}, { turns: exact(12) }));
    expect([deep(21)?.level, deep(20.9)?.level]).toEqual(['pass', 'stop']);
    expect(deep(21)).toMatchObject({ value: 21 });
    expect(of(studs(50, 42, 23))?.value).toBe(of(studs(50, 42, null))?.value);
  });

  test('the shank stays out of the hub exactly when the rule says so: positions of both, for any bolt', () => {
    const tenth = (from: number, to: number) => fc.integer({ min: from * 10, max: to * 10 }).map((n) => n / 10);
    fc.assert(
      fc.property(tenth(40, 90), tenth(1, 40), tenth(0, 30), (length, thread, s) => {
        fc.pre(thread <= length);
        const tip = 29 + s - length;
        const shankEnd = tip + thread;
        fc.pre(Math.abs(shankEnd) > 1e-6);
        expect(of(bolts(length, thread, { spacer: plainSpacer(s, 57.1) }))?.level).toBe(shankEnd < 0 ? 'stop' : 'pass');
      }),
    );
    // A thicker spacer draws the shank out, a longer bolt drives it in; neither needs less than nothing.
    expect([
      boltThreadNeeded(62, 44),
      boltThreadNeeded(62, 49),
      boltThreadNeeded(40, 44),
      studThreadNeeded(50, 21.75),
      studThreadNeeded(20, 21.75),
    ]).toEqual([18, 13, 0, 28.25, 0]);
  });

  test('why not another size: a length nobody holds yet is taken as threaded far enough, the one in hand is not', () => {
    const seated = { ...plainSpacer(15, 57.1), centring: 'seats' as const };
    expect(fitBySize(boltPlan({ spacer: seated }), [15])[0]).toMatchObject({ how: 'longer', length: 62 });
    expect(fitBySize(bolts(62, 17, { spacer: seated }), [15])[0]).toMatchObject({
      how: 'no',
      reason: { rule: 'fastener.thread' },
    });
  });

  test('the finding opens to what was put in', () => {
    const plan = bolts(62, 20);
    const text = inputsOf(plan, of(plan) as NonNullable<ReturnType<typeof of>>, 'metric').map(
      (i) => `${i.label}: ${i.text}`,
    );
    expect(text).toEqual(
      expect.arrayContaining(['Bolt, under the seat: 62.0 mm', 'Full thread on it: 20.0 mm', 'Spacer: 15.0 mm']),
    );
  });

  test('a conversion stud is added up from positions: the count of the old bolts is not among its figures', () => {
    const plan = conversion(40);
    const labels = inputsOf(plan, of(plan) as NonNullable<ReturnType<typeof of>>, 'metric').map((i) => i.label);
    expect(labels).toEqual(
      expect.arrayContaining(['Disc hat, front left', 'Nut grip', 'Stud, overall', 'Full thread on it']),
    );
    expect(labels.filter((l) => /^(Turns|Bolt length)/.test(l))).toEqual([]);
  });

  test('the drawing shows how far the shank stands in its mate’s thread, and nothing while it stays out', () => {
    const clash = (plan: Plan) => {
      const g = evaluate(plan).geometry;
      return g.drawable ? g.clash : 'not drawn';
    };
    expect(clash(bolts(62, 15))).toEqual({ x0: -3, x1: 0 });
    // From the nut’s first thread at 27 to the end of the shank at 59 − 30.
    expect(clash(conversion(30))).toEqual({ x0: 27, x1: 29 });
    for (const plan of [bolts(62, 18), bolts(62, null), conversion(32), boltPlan(), studPlan()])
      expect(clash(plan)).toBeNull();
  });

  test('search never offers a bolt whose thread is too short or unknown', () => {
    const base = bolts(62, null);
    const fasteners = [17, 18, null, 63].map((threadLength, i) => ({
      id: `b${i}`,
      count: 10,
      part: {
        kind: 'bolt' as const,
        length: 62,
        threadLength,
        nose: 0,
        seat: 'ball13' as const,
        class: 'unknown' as const,
      },
    }));
    const found = search({
      base,
      wantedGap: 15,
      limit: 9,
      fasteners,
      nuts: [],
      spacers: [{ id: 's', part: { ...plainSpacer(15, 57.1), centring: 'seats' }, count: 2 }],
      wheels: [{ id: 'own', wheel: base.wheel, corners: base.corners }],
    });
    expect(found.ranked.map((c) => c.fastener)).toEqual(['b1']);
  });

  // A 14 mm count on a 40 mm stud, nuts that reach 6 mm deeper: with 5 mm of spacer they run 1 mm further than was
  // counted.
  const nuts = (spacer: number, thread: number | null, change: Partial<Plan['hub']> = {}): Plan => {
    const plan = studPlan({
      spacer: plainSpacer(spacer, 57.1),
      fastener: { kind: 'nuts', nut: { ...NUT, seat: 'cone60', threadLength: 26, shankReach: 6 } },
    });
    return { ...plan, hub: { ...plan.hub, studThread: thread === null ? null : exact(thread), ...change } };
  };

  test('a nut that reaches deeper than its spacer is thick runs onto what no count has shown to be threaded', () => {
    // The stock nut began at 13.75, 26.25 from the tip; this one begins at 12.75.
    expect(of(nuts(5, null))).toMatchObject({ level: 'unmeasured', case: { is: 'present' }, value: 27.25 });
    expect(said(nuts(5, null))).toContain('27.25 mm from the tip is enough');
    expect([of(nuts(5, 27.25))?.level, of(nuts(5, 27))?.level]).toEqual(['pass', 'stop']);
    // Its own error is taken off the thread: 27.5 ± 0.5 is not 27.25.
    expect(of(nuts(5, null, { studThread: { value: 27.5, pm: 0.5 } }))?.level).toBe('stop');
    // Backed off by as much as it reaches, it stands where the stock nut was counted.
    for (const plan of [nuts(6, null), nuts(8, null)]) expect(of(plan)).toBeUndefined();
  });

  test('a count longer than the thread on the stud is a contradiction', () => {
    const of2 = assess(nuts(8, 23)).findings.find((f) => f.rule === 'reading.contradiction');
    expect(of2).toMatchObject({ level: 'unmeasured', case: { is: 'stud' }, value: 23.25, limit: 23 });
  });

  test('search equals brute force for nuts that reach deeper: thread measured or not, count sure or only bounding, strict or not', () => {
    const half = (from: number, to: number) => fc.integer({ min: from * 4, max: to * 4 }).map((n) => n / 4);
    let passed = 0;
    let forbidden = 0;
    fc.assert(
      fc.property(
        fc.record({
          thread: fc.option(fc.record({ value: half(24, 46), pm: fc.constantFrom(0, 0.25, 1) }), {
            nil: null,
            freq: 4,
          }),
          nutThread: fc.constantFrom(null, 23, 26),
          protrusion: fc.constantFrom(null, { value: 40, pm: 0 }, { value: 40, pm: 1 }),
          strict: fc.boolean(),
          spacers: fc.array(half(0, 9), { minLength: 1, maxLength: 5 }),
          reach: fc.constantFrom(2, 4, 6, 8),
          pm: fc.constantFrom(0, 0.25),
        }),
        (r) => {
          const { hub } = nuts(5, null);
          const at = { turns: { value: 15.5, pm: r.pm }, studProtrusion: r.protrusion, spigotHeight: exact(30) };
          const base = studPlan({
            use: r.strict ? 'competition' : 'street',
            corners: [corner('front-left', at), corner('front-right', at)],
          });
          const input: SearchInput = {
            base: {
              ...base,
              hub: {
                ...hub,
                contactDiameter: 18,
                fastenerClass: '10.9',
                internalTensile: 900,
                studThread: r.thread,
                nutThread: r.nutThread === null ? null : exact(r.nutThread),
              },
              policy: { ...DEFAULT_POLICY, competitionSlipOn: 20 },
            },
            wantedGap: 20,
            limit: 99,
            fasteners: [],
            nuts: [
              {
                id: 'n',
                count: 10,
                part: { ...NUT, seat: 'cone60', threadLength: 26, shankReach: r.reach, tensile: 900 },
              },
            ],
            spacers: r.spacers.map((t, i) => ({ id: `s${i}`, part: plainSpacer(t, 57.1), count: 2 })),
            wheels: [{ id: 'own', wheel: base.wheel, corners: base.corners }],
          };
          const [fast, slow] = [search(input), brute(input)];
          expect([fast.total, fast.ranked.map((c) => [c.spacer, c.nut])]).toEqual([
            slow.total,
            slow.ranked.map((c) => [c.spacer, c.nut]),
          ]);
          const deep = input.spacers.filter((x) => x.part.thickness < r.reach).map((x) => x.id);
          const went = slow.ranked.filter((c) => c.nut !== null && deep.includes(c.spacer)).length;
          passed += went;
          forbidden += deep.length - went;
        },
      ),
      { numRuns: 1500, seed: 20261125 },
    );
    // Both sides of the rule must be reached for the comparison to mean something.
    expect([passed > 50, forbidden > 50]).toEqual([true, true]);
  });

  test('what an earlier release kept says nothing of the thread, so it is unmeasured', () => {
    expect(presentFastener({ kind: 'bolt', length: 52, seat: 'ball13', class: '10.9' })).toMatchObject({
      threadLength: null,
    });
    const { threadLength: _t, ...older } = bolts(62, 20).fastener as Extract<Plan['fastener'], { kind: 'bolt' }>;
    const read = readPlan({ ...bolts(62, 20), policy: DEFAULT_POLICY, fastener: older });
    expect('plan' in read && read.plan.fastener).toMatchObject({ length: 62, threadLength: null });
  });
});

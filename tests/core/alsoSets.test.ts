import fc from 'fast-check';
import { planChanges } from '@/core/document/diff';
import { digestOf } from '@/core/document/digest';
import { type Plan, readPlan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { kitList } from '@/core/procedure/kitList';
import { alsoHold, inTheWay } from '@/core/whatif/alsoSets';
import { swapMatrix } from '@/core/whatif/swap';
import { boltPlan, exact, plainSpacer, wheel } from './fixtures';
import { anyPlan } from './generator';

/** Wheels of a second set, each with a pad. */
const setOf = (name: string, pad: number | null, change: Partial<Plan['wheel']> = {}): Plan['wheel'] => ({
  ...boltPlan().wheel,
  name,
  each: ['A', 'B'].map((mark, i) =>
    wheel(`wheel ${mark}`, {
      corner: i === 0 ? 'front-left' : 'front-right',
      bore: exact(57.1),
      padThickness: pad === null ? null : exact(pad),
    }),
  ),
  ...change,
});
const OWN = {
  piece: 'bolt',
  locking: 'every',
  key: 'B2 in the boot',
  socket: 17,
  seat: 'ball13',
  finish: 'black',
  material: 'steel',
} as const;
const prepares = (...also: Plan['wheel'][]): Plan => ({ ...boltPlan({ wheel: setOf('winter', 12) }), also });
const [on, off] = [(p: Plan) => alsoHold(p)[0], (p: Plan) => alsoHold(p).some(inTheWay)];

describe('a job that prepares other wheel sets as well', () => {
  test('where none is named the document, its digest and the kit are what they were', () => {
    const plan = boltPlan();
    expect(alsoHold(plan)).toEqual([]);
    expect(JSON.stringify(plan)).not.toContain('also');
    expect(kitList(plan).some((s) => s.key.startsWith('kit.also'))).toBe(false);
    expect(digestOf(prepares(setOf('track', 12)))).not.toBe(digestOf(boltPlan({ wheel: setOf('winter', 12) })));
  });
  test('each set is evaluated with what is chosen, and says what is in its way; the set of the job is not touched', () => {
    const alike = prepares(setOf('track', 12));
    expect(on(alike)?.name).toBe('track');
    expect(assess(alike).blocking).toEqual(assess({ ...alike, also: undefined } as Plan).blocking);
    // Cones in ball wheels bear on a line; pads that nobody measured prove nothing.
    expect(on(prepares(setOf('track', 12, { seat: 'cone60' })))).toMatchObject({
      level: 'stop',
      reason: { rule: 'seat.match' },
    });
    expect(off(prepares(setOf('track', null)))).toBe(true);
    // Ten turns are 15 mm; a pad 4 mm deeper leaves 15 − 4 − 5 of spacer = 6 mm, under one diameter of 14.
    expect(off(prepares(setOf('track', 16)))).toBe(true);
  });
  test('it is what the table of what goes with what says of the set, on plans of every kind', () => {
    fc.assert(
      fc.property(
        anyPlan,
        fc.constantFrom('ball13', 'cone60', 'unknown'),
        fc.integer({ min: 4, max: 20 }),
        (plan, seat, pad) => {
          const other = { ...setOf('other', pad), seat: seat as 'ball13' };
          const set = { name: 'other', wheel: other, measured: false };
          const cell = swapMatrix(plan, [set]).find((c) => c.swap.key === 'fitted');
          expect(alsoHold({ ...plan, also: [other] })).toMatchObject([{ level: cell?.level, reason: cell?.reason }]);
        },
      ),
      { numRuns: 200 },
    );
  });
  test('the kit has a line a set: their own bolts with key and socket where they go on, else that those stay in their bag', () => {
    const line = (plan: Plan) => kitList(plan).find((s) => s.key === 'kit.also.1')?.text;
    const present = prepares(setOf('track', 12, { own: OWN }));
    expect(line(present)).toBe(
      '“track”, prepared as well: 10 × bolt of their own (every one keyed, key B2 in the boot, socket 17.0 mm, ball R13, black, steel): all present, threads clean, bagged and labelled “track”.',
    );
    const others: Plan = {
      ...present,
      spacer: plainSpacer(5, 57.1),
      fastener: { kind: 'bolt', length: 45, threadLength: 28, nose: 0, seat: 'ball13', class: '10.9' },
    };
    expect(line(others)).toContain('what this list puts on holds them too');
    expect(line(others)).toContain('their own bolts stay bagged and labelled');
    expect(
      kitList(prepares(setOf('track', 12), setOf('wet', 12))).filter((s) => s.key.startsWith('kit.also')),
    ).toHaveLength(2);
  });
  test('a document holds one to four of them, and what changes of them is told', () => {
    expect(readPlan(prepares(setOf('track', 12)))).toHaveProperty('plan');
    expect(readPlan(prepares())).toHaveProperty('issues');
    const [then, now] = [prepares(setOf('track', 12)), prepares(setOf('track', 13))];
    expect(planChanges(then, now, 'metric').join()).toContain('Wheel sets that are prepared as well');
    expect(planChanges(then, then, 'metric')).toEqual([]);
  });
});

import fc from 'fast-check';
import type { Fastener, Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { kitList } from '@/core/procedure/kitList';
import { scanned } from '@/core/procedure/scan';
import { trolley } from '@/core/procedure/trolley';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { anyPlan } from './generator';

const of = (name: string) => PLAN_EXAMPLES[name] as Plan;
const bolts = of('slip-on-bolts');
type Bolt = Extract<Fastener, { kind: 'bolt' }>;
const bag = (item: { kind: 'bolt'; thread: string; fastener: Bolt }): CatalogueItem => ({
  name: 'bag',
  count: 20,
  bin: '',
  ...item,
});
const boltOf = (plan: Plan, change: Partial<Bolt> = {}): CatalogueItem => {
  if (plan.fastener.kind !== 'bolt') throw new Error('no bolts');
  return bag({ kind: 'bolt', thread: plan.hub.thread, fastener: { ...plan.fastener, ...change } });
};

test('law: every drawn part stands for a line of the kit list, and each of its own parts fits', () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const keys = kitList(plan).map((s) => s.key);
      for (const p of trolley(plan, 'metric')) {
        expect(keys).toContain(p.key);
        const found = scanned(plan, p.item, 'metric');
        // A plate whose own figures nobody knows cannot be told from another.
        expect([p.key, found.is]).toEqual([p.key, 'fits']);
      }
    }),
    { numRuns: 300 },
  );
});

test('eight and two, and not ten: locking pieces are counted apart (common practice, no source)', () => {
  const keyed: Plan = { ...bolts, locking: { kind: 'piece', shorter: 0 } };
  const part = trolley(keyed, 'metric').find((p) => p.key === 'kit.bolts');
  expect([part?.count, part?.locking]).toEqual([8, 2]);
});

test('plates that differ lie there each with its side', () => {
  const parts = trolley({ ...bolts, rightSpacer: bolts.spacer.thickness - 3 }, 'metric').filter(
    (p) => p.key === 'kit.spacers',
  );
  expect(parts.map((p) => [p.count, p.item.name])).toEqual([
    [1, 'plain spacer, left'],
    [1, 'plain spacer, right'],
  ]);
});

test('a wrong part is refused with what is wrong and by how much', () => {
  if (bolts.fastener.kind !== 'bolt') throw new Error('no bolts');
  const found = scanned(bolts, boltOf(bolts, { length: bolts.fastener.length + 2 }), 'metric');
  expect(found).toMatchObject({ is: 'other' });
  expect(found.is === 'other' && found.wrong.join()).toContain('2.0 mm too much');
  const seat = scanned(bolts, boltOf(bolts, { seat: 'cone60' }), 'metric');
  expect(seat.is === 'other' && seat.wrong.join()).toContain('seat Cone 60°');
  const thread = scanned(bolts, bag({ kind: 'bolt', thread: 'M12x1.5', fastener: bolts.fastener }), 'metric');
  expect(thread).toMatchObject({ is: 'other', instead: null });
  expect(scanned(of('adapter'), boltOf(bolts), 'metric')).toEqual({ is: 'not-wanted' });
});

test('law: a substitute is offered just where the plan with it has neither a stop nor anything unmeasured', () => {
  if (bolts.fastener.kind !== 'bolt') throw new Error('no bolts');
  const base = bolts.fastener;
  let offered = 0;
  fc.assert(
    fc.property(fc.integer({ min: -80, max: 80 }), fc.constantFrom(base.seat, 'cone60' as const), (tenths, seat) => {
      const fastener = { ...base, length: base.length + tenths / 10, seat };
      const found = scanned(bolts, bag({ kind: 'bolt', thread: bolts.hub.thread, fastener }), 'metric');
      if (found.is !== 'other') return;
      const stands = assess({ ...bolts, leadSignOff: null, fastener }).blocking.length === 0;
      expect(found.instead !== null).toBe(stands);
      if (stands) offered += 1;
    }),
    { numRuns: 200 },
  );
  expect(offered).toBeGreaterThan(0);
});

import fc from 'fast-check';
import type { Fastener, Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { offersFor, SHELF_SLOTS, type ShelfPart } from '@/core/whatif/fromShelf';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { anyPlan } from './generator';

const bolts = PLAN_EXAMPLES['slip-on-bolts'] as Plan;
if (bolts.fastener.kind !== 'bolt') throw new Error('no bolts');
const own: Extract<Fastener, { kind: 'bolt' }> = bolts.fastener;

const common = { count: 10, bin: '' };
const bolt = (length: number, more: Partial<CatalogueItem> = {}, change: Partial<typeof own> = {}): ShelfPart => ({
  id: `bolt ${length} ${JSON.stringify(change)}`,
  item: {
    ...common,
    name: `bolt ${length}`,
    kind: 'bolt',
    thread: bolts.hub.thread,
    fastener: { ...own, length, threadLength: length - 8, ...change },
    ...more,
  } as CatalogueItem,
});
const spacer = (thickness: number, change: Partial<Plan['spacer']> = {}, count = 2): ShelfPart => ({
  id: `spacer ${thickness} ${count} ${JSON.stringify(change)}`,
  item: {
    ...common,
    count,
    name: `spacer ${thickness}`,
    kind: 'spacer',
    spacer: { ...bolts.spacer, thickness, ...change },
  },
});

test('law: with what fits the choice goes forward, with the others it does not, for the reason that is named', () => {
  const thread = fc.constantFrom(bolts.hub.thread, 'M12x1.5', 'M14x1.25', 'M14x1.5');
  const part: fc.Arbitrary<CatalogueItem> = fc.oneof(
    fc
      .record({ thickness: fc.integer({ min: 0, max: 30 }), count: fc.integer({ min: 0, max: 4 }) })
      .map(({ thickness, count }) => spacer(thickness, {}, count).item),
    fc
      .record({ length: fc.integer({ min: 30, max: 90 }), key: fc.constantFrom('', 'K1'), thread })
      .map(
        ({ length, key, thread: t }) =>
          bolt(length, { thread: t, ...(key ? { about: { key } } : {}) } as Partial<CatalogueItem>).item,
      ),
  );
  const asked = { spacer: 0, fastener: 0, nut: 0, locking: 0 };
  fc.assert(
    fc.property(anyPlan, fc.array(part, { maxLength: 8 }), fc.constantFrom(...SHELF_SLOTS), (plan, items, slot) => {
      const parts = items.map((item, i): ShelfPart => ({ id: String(i), item }));
      const { fits, others, elsewhere } = offersFor(plan, slot, parts);
      for (const o of [...fits, ...others]) {
        // A sign-off was of the parts that were there.
        const found = assess({ ...plan, ...o.put, leadSignOff: null });
        expect(o.verdict).toBe(found.verdict);
        expect(found.blocking.length === 0).toBe(o.against === null);
        if (o.against !== null) {
          expect(found.blocking.map((f) => f.rule)).toContain(o.against.rule);
          // What only lacks a reading is never told where there is a stop.
          expect(o.against.level === 'stop').toBe(found.blocking.some((f) => f.level === 'stop'));
        }
        asked[slot] += 1;
      }
      // Each part of the sort is told once, or counted.
      const ids = [...fits, ...others].map((o) => o.id);
      expect(new Set(ids).size).toBe(ids.length);
      if (slot === 'spacer' && plan.hub.fastening === 'bolt')
        expect(ids.length + elsewhere).toBe(items.filter((i) => i.kind === 'spacer').length);
      // In hand before what is to be bought.
      const here = fits.map((o) => o.item.count > 0);
      expect(here.lastIndexOf(true) < (here.indexOf(false) === -1 ? here.length : here.indexOf(false))).toBe(true);
    }),
    { numRuns: 400 },
  );
  expect(asked.spacer).toBeGreaterThan(20);
  expect(asked.fastener).toBeGreaterThan(20);
});

test('a bolt that is too long says so by how much; one of another thread is only counted', () => {
  const { fits, others, elsewhere } = offersFor(bolts, 'fastener', [
    bolt(own.length),
    bolt(own.length + 40),
    bolt(own.length, { thread: 'M12x1.75' } as Partial<CatalogueItem>, { class: '8.8' }),
    spacer(5),
  ]);
  expect(fits.map((o) => o.item.name)).toEqual([`bolt ${own.length}`]);
  expect(others.map((o) => [o.item.name, o.against?.level])).toEqual([[`bolt ${own.length + 40}`, 'stop']]);
  expect(elsewhere).toBe(1);
});

test('a keyed bolt beside the others reaches less far by what it is shorter, with its own seat (common practice, no source)', () => {
  const keyed = { about: { key: 'K7' } } as Partial<CatalogueItem>;
  const { fits, others } = offersFor(bolts, 'locking', [
    bolt(own.length - 2, keyed),
    bolt(own.length, keyed, { seat: own.seat === 'cone60' ? 'ball13' : 'cone60' }),
    // No key, no locking piece.
    bolt(own.length),
  ]);
  const put = [...fits, ...others].map((o) => o.put.locking);
  expect(put).toContainEqual({ kind: 'piece', shorter: 2 });
  expect(put).toContainEqual({ kind: 'piece', shorter: 0, seat: own.seat === 'cone60' ? 'ball13' : 'cone60' });
  expect(put).toHaveLength(2);
});

test('an adapter from the shelf comes with its nuts asked anew, and never onto a bolt hub', () => {
  const adapter = PLAN_EXAMPLES.adapter as Plan;
  const item: ShelfPart = { id: 'a', item: { ...common, name: 'adapter', kind: 'spacer', spacer: adapter.spacer } };
  const onStuds = offersFor({ ...adapter, fastener: { kind: 'present' } }, 'spacer', [item]);
  expect([...onStuds.fits, ...onStuds.others].map((o) => o.put)).toEqual([
    { spacer: adapter.spacer, fastener: { kind: 'present' } },
  ]);
  const onBolts = offersFor({ ...adapter, hub: { ...adapter.hub, fastening: 'bolt' } }, 'spacer', [item]);
  expect(onBolts).toEqual({ fits: [], others: [], elsewhere: 0 });
});

test('a new nut keeps the stud it goes on: original studs, longer ones and conversion studs each', () => {
  const conversion = PLAN_EXAMPLES.conversion as Plan;
  if (conversion.fastener.kind !== 'conversion') throw new Error('no conversion');
  const nut = { ...conversion.fastener.nut, threadLength: 25 };
  const part: ShelfPart = { id: 'n', item: { ...common, name: 'nut', kind: 'nut', nut } };
  const { fits, others } = offersFor(conversion, 'nut', [part]);
  expect([...fits, ...others].map((o) => o.put)).toEqual([{ fastener: { ...conversion.fastener, nut } }]);
});

import fc from 'fast-check';
import type { Nut, Plan, Spacer } from '@/core/document/document';
import { type Kit, type KitInput, type KitSet, oneKit, rankKits } from '@/core/whatif/kit';
import type { LooseStud, Part } from '@/core/whatif/search/types';
import { holdsWith, noPlate, planOn } from '@/core/whatif/swap';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { exact, plainSpacer, wheel } from './fixtures';

const example = PLAN_EXAMPLES.conversion as Plan;
const given = example.fastener as Extract<Plan['fastener'], { kind: 'conversion' }>;
const { nut, ...given1 } = given;
const each = (pad: number) => example.wheel.each.map((w) => ({ ...w, padThickness: exact(pad) }));
const plan: Plan = {
  ...example,
  locking: { kind: 'none' },
  wheel: { ...example.wheel, each: each(10).length > 0 ? each(10) : [wheel('A', { padThickness: exact(10) })] },
};

const stud = (length: number, count = 0): Part<LooseStud> => ({
  id: `stud ${length}`,
  count,
  part: { ...given1, length, threadLength: length - given.shortEnd - 6 },
});
const nutOf = (change: Partial<Nut> = {}, id = 'nut', count = 0): Part<Nut> => ({
  id,
  count,
  part: { ...nut, ...change },
});
// The seats centre it: what a plate leaves of the spigot is not what is asked here.
const plate = (thickness: number, count = 0): Part<Spacer> => ({
  id: `plate ${thickness}`,
  count,
  part: { ...plainSpacer(thickness, plan.hub.spigotDiameter?.value ?? null), centring: 'seats' },
});
const set = (name: string, pad: number, from: number, to: number): KitSet => ({
  name,
  measured: false,
  from,
  to,
  wheel: {
    ...plan.wheel,
    name,
    each: (plan.wheel.each.length > 0 ? plan.wheel.each : []).map((w) => ({ ...w, padThickness: exact(pad) })),
  },
});
const own: KitSet = { name: 'own', measured: true, from: 0, to: 0, wheel: plan.wheel };

const unsafe = (level: string) => level === 'stop' || level === 'unmeasured';

/**
 * Every choice of stud, nut and any number of plates, judged one by one; of each stud with its nut the smallest are
 * kept.
 */
function bruteForce({ plan, sets, plates, studs, nuts }: KitInput): string[] {
  const found: string[] = [];
  for (const s of studs)
    for (const n of nuts) {
      const fastener = { ...s.part, nut: n.part } as Plan['fastener'];
      const safe = (spacer: Spacer) =>
        sets.every((w) => !unsafe(holdsWith(planOn(plan, w), { spacer, rightSpacer: null, fastener }).level));
      const serving: Part<Spacer>[][] = [];
      for (let bits = 0; bits < 2 ** plates.length; bits += 1) {
        const chosen = plates.filter((_, i) => bits & (2 ** i));
        const served = sets.every(
          (w) => w.to === 0 || chosen.some((p) => p.part.thickness >= w.from && p.part.thickness <= w.to),
        );
        if (served && safe(noPlate(plan.hub)) && chosen.every((p) => safe(p.part))) serving.push(chosen);
      }
      const least = Math.min(...serving.map((c) => c.length));
      for (const c of serving.filter((x) => x.length === least))
        found.push([s.id, n.id, ...c.map((p) => p.id).sort()].join(' + '));
    }
  return found.sort();
}

const named = (k: Kit) => [k.stud, k.nut, ...[...k.plates].sort()].join(' + ');

test('law: what it finds is what trying everything finds, and the best stands first', () => {
  const lengths = fc.uniqueArray(fc.integer({ min: 55, max: 110 }), { minLength: 1, maxLength: 3 });
  const sizes = fc.uniqueArray(fc.constantFrom(3, 5, 8, 10, 12, 15, 20), { minLength: 1, maxLength: 5 });
  const range = fc.tuple(fc.constantFrom(0, 3, 5, 10), fc.constantFrom(0, 2, 7, 12));
  let some = 0;
  let none = 0;
  fc.assert(
    fc.property(
      lengths,
      sizes,
      fc.array(fc.tuple(fc.constantFrom(8, 10, 13, 16), range), { minLength: 1, maxLength: 3 }),
      (l, p, sets) => {
        const input: KitInput = {
          plan,
          sets: [
            own,
            ...sets.map(([pad, [from, more]], i) =>
              set(`set ${i}`, pad, from === 0 ? 0 : from, from === 0 ? 0 : from + more),
            ),
          ],
          plates: p.map((t) => plate(t, t % 2)),
          studs: l.map((x) => stud(x, x % 3)),
          nuts: [nutOf(), nutOf({ style: 'closed', blindDepth: 30 }, 'cap', 3)],
          limit: 1000,
        };
        const { ranked, total, rejected } = oneKit(input);
        expect(ranked.map(named).sort()).toEqual(bruteForce(input));
        expect(total).toBe(ranked.length);
        expect([...ranked].sort(rankKits)).toEqual(ranked);
        // Whatever stud and nut gave no kit is told with its first reason.
        const kept = new Set(ranked.map((k) => `${k.stud} ${k.nut}`));
        expect(rejected.length).toBe(input.studs.length * input.nuts.length - kept.size);
        if (total > 0) some += 1;
        else none += 1;
      },
    ),
    { numRuns: 220, seed: 11 },
  );
  // Both ends of the question were met, or the law said nothing.
  expect([some > 5, none > 5]).toEqual([true, true]);
});

test('the same 10 mm plate serves two sets, so one is bought and not two', () => {
  const input: KitInput = {
    plan,
    sets: [own, set('a', 10, 8, 10), set('b', 10, 10, 15)],
    plates: [plate(8), plate(10), plate(15)],
    studs: [stud(90)],
    nuts: [nutOf()],
    limit: 10,
  };
  const { ranked } = oneKit(input);
  expect(ranked[0]).toMatchObject({ plates: ['plate 10'], parts: 3, toBuy: 2 + 10 + 10 });
  // What is in the drawer is not bought: two plates, ten studs and seven of ten nuts are there.
  const there = oneKit({ ...input, plates: [plate(10, 2)], studs: [stud(90, 10)], nuts: [nutOf({}, 'nut', 7)] });
  expect(there.ranked[0]?.toBuy).toBe(3);
});

test('a nut of another seat is turned away with its reason; a stud that is too short on the thickest wheels too', () => {
  const base = { plan, sets: [own, set('deep', 16, 10, 15)], plates: [plate(10), plate(15)], limit: 10 };
  const seat = oneKit({ ...base, studs: [stud(90)], nuts: [nutOf({ seat: 'ball13' }, 'ball')] });
  expect(seat.total).toBe(0);
  expect(seat.rejected[0]).toMatchObject({ nut: 'ball', set: 'own', plate: null, reason: { rule: 'seat.match' } });
  const brief = oneKit({ ...base, studs: [stud(55)], nuts: [nutOf()] });
  expect(brief.total).toBe(0);
  expect(brief.rejected[0]?.reason?.rule).toMatch(/^(engagement|stud|thread|nut)\./);
});

test('no plate of the wanted thickness is said as that; it can be stopped', () => {
  const input: KitInput = {
    plan,
    sets: [own, set('a', 10, 18, 19)],
    plates: [plate(10)],
    studs: [stud(90), stud(91)],
    nuts: [nutOf()],
    limit: 10,
  };
  expect(oneKit(input).rejected[0]).toEqual({ stud: 'stud 90', nut: 'nut', set: 'a', plate: null, reason: null });
  expect(oneKit(input, () => false).rejected).toHaveLength(1);
});

import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { jobCard } from '@/core/procedure/card';
import { headOf, ridingWith } from '@/core/procedure/ride';
import { LIFTS, type Lift, type Step } from '@/core/procedure/step';
import { workOrder } from '@/core/procedure/workOrder';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, plainSpacer } from './fixtures';

const none = (): boolean => false;
const titles = (steps: readonly Step[]): (string | undefined)[] => steps.map((s) => s.card?.title);
const slipOn = workOrder(jobCard({ ...(PLAN_EXAMPLES['slip-on-bolts'] as Plan), jobType: 'stance' }), 'corner');
const named = (title: string): Step => slipOn.find((s) => s.card?.title === title) as Step;

test('what holds nothing is said with the hold point it leads to; a photo is taken for itself', () => {
  // The card of longer bolts under a plate, common practice, no source.
  expect(titles(ridingWith(slipOn, named('Jack and stand'), none))).toEqual(['Crack loose']);
  expect(titles(ridingWith(slipOn, named('Pins and disc screw'), none))).toEqual([
    'Hanger pin in',
    'Wheel off, bag the old',
  ]);
  expect(titles(ridingWith(slipOn, named('Every one by hand'), none))).toEqual([]);
  expect(headOf(slipOn, named('Hanger pin in'), none).card?.title).toBe('Pins and disc screw');
  expect(headOf(slipOn, named('Photo as received'), none).card?.title).toBe('Photo as received');
  // Done already it is not said again, and what belongs to an ended hold point is said for itself.
  const bagged = (s: Step) => s.card?.title === 'Hanger pin in';
  expect(titles(ridingWith(slipOn, named('Pins and disc screw'), bagged))).toEqual(['Wheel off, bag the old']);
  expect(headOf(slipOn, named('Crack loose'), (s) => s.card?.title === 'Jack and stand').card?.title).toBe(
    'Crack loose',
  );
});

test('presses of a card: one a hold point, and a photo before and after', () => {
  const presses = new Set(slipOn.map((s) => headOf(slipOn, s, none).key)).size;
  const holds = slipOn.filter((s) => s.hold).length;
  expect([slipOn.length, holds, presses]).toEqual([32, 18, 22]);
  // A wheel change has no photos; the anti-seize before the wheel is said with it.
  const change = workOrder(jobCard({ ...boltPlan(), jobType: 'wheels', spacer: plainSpacer(0) }), 'corner');
  expect(new Set(change.map((s) => headOf(change, s, none).key)).size).toBe(change.filter((s) => s.hold).length);
});

test('law: every open step is said once, with one hold point at most, at its own corner and never after a later one', () => {
  const plans = Object.values(PLAN_EXAMPLES);
  fc.assert(
    fc.property(
      fc.constantFrom(...plans),
      fc.constantFrom<Lift>(...LIFTS),
      fc.array(fc.nat(60), { maxLength: 20 }),
      (plan, lift, ended) => {
        const order = workOrder(jobCard(plan), lift);
        const done = new Set(ended.map((i) => order[i % order.length]?.key));
        const isDone = (s: Step) => done.has(s.key);
        const open = order.filter((s) => !isDone(s));
        const said = open
          .filter((s) => headOf(order, s, isDone) === s)
          .flatMap((s) => [...ridingWith(order, s, isDone), s]);
        expect(said.map((s) => s.key)).toEqual(open.map((s) => s.key));
        for (const s of open) {
          const head = headOf(order, s, isDone);
          expect([head.card?.corner, order.indexOf(head) >= order.indexOf(s)]).toEqual([s.card?.corner, true]);
          const riding = ridingWith(order, s, isDone);
          expect(riding.some((r) => r.hold || r.card?.photo || r.card?.round || r.card?.waits)).toBe(false);
          if (!s.hold) expect(riding).toEqual([]);
        }
      },
    ),
  );
});

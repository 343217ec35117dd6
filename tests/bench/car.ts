import type { Plan, Spacer } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { oneKit } from '@/core/whatif/kit';
import { swapMatrix } from '@/core/whatif/swap';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, exact, plainSpacer, wheel } from '../core/fixtures';
import { rate } from './core';

const bolts = (length: number): Plan['fastener'] => ({
  kind: 'bolt',
  length,
  threadLength: 30,
  nose: 0,
  seat: 'ball13',
  class: '10.9',
});

/**
 * What goes with what of a car with four wheel sets, six plates and six fastener sets; one kit for four sets from 40
 * studs and 12 plates.
 */
export function benchCar(): void {
  const plan = boltPlan({ spacer: plainSpacer(5, 57.1), fastener: bolts(50), locking: { kind: 'none' } });
  const sets = [0, 1, 2, 3].map((n) => ({
    name: `set ${n}`,
    measured: n === 0,
    wheel: { ...plan.wheel, name: `set ${n}`, each: [wheel('A', { padThickness: exact(10 + n) })] },
  }));
  const owned = {
    plates: [3, 8, 10, 12, 15].map((t) => plainSpacer(t, 57.1)),
    fasteners: [45, 48, 52, 55, 60].map(bolts),
  };
  const cells = swapMatrix(plan, sets, owned).length;
  const matrix = rate(() => swapMatrix(plan, sets, owned));
  const one = rate(() => assess(plan));
  console.log(
    `what goes with what: ${cells} combinations in ${(1000 / matrix).toFixed(1)} ms, ${(one / matrix / cells).toFixed(2)} judgements each`,
  );

  const base = PLAN_EXAMPLES.conversion as Plan;
  const { nut, ...stud } = base.fastener as Extract<Plan['fastener'], { kind: 'conversion' }>;
  const pads = base.wheel.each.length > 0 ? base.wheel.each : [wheel('A')];
  const kitPlan: Plan = {
    ...base,
    locking: { kind: 'none' },
    wheel: { ...base.wheel, each: pads.map((w) => ({ ...w, padThickness: exact(10) })) },
  };
  const kitSets = [0, 1, 2, 3].map((n) => ({
    name: `set ${n}`,
    measured: n === 0,
    from: n * 3,
    to: n === 0 ? 0 : n * 3 + 6,
    wheel: { ...kitPlan.wheel, name: `set ${n}`, each: pads.map((w) => ({ ...w, padThickness: exact(9 + n) })) },
  }));
  const plates = [3, 5, 6, 8, 9, 10, 12, 13, 14, 15, 18, 20].map((t) => ({
    id: `p${t}`,
    count: 0,
    part: { ...plainSpacer(t, base.hub.spigotDiameter?.value ?? null), centring: 'seats' } as Spacer,
  }));
  const studs = Array.from({ length: 40 }, (_, i) => ({
    id: `s${i}`,
    count: 0,
    part: { ...stud, length: 60 + i, threadLength: 38 + i },
  }));
  const begun = performance.now();
  const { total } = oneKit({
    plan: kitPlan,
    sets: kitSets,
    plates,
    studs,
    nuts: [{ id: 'n', count: 0, part: nut }],
    limit: 10,
  });
  console.log(`one kit: 40 studs, 12 plates, 4 sets, ${total} kits in ${Math.round(performance.now() - begun)} ms`);
}

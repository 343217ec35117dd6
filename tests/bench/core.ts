import type { Plan } from '@/core/document/document';
import { assess, evaluate } from '@/core/evaluate/evaluate';
import { boltPlan, corner, exact, studPlan } from '../core/fixtures';

/** Rate of one call over a second or so, warmed up. */
export function rate(work: (i: number) => unknown, seconds = 1): number {
  let sink = 0;
  const run = (ms: number) => {
    const start = performance.now();
    let n = 0;
    while (performance.now() - start < ms) {
      for (let i = 0; i < 64; i += 1) sink += work(n + i) ? 1 : 0;
      n += 64;
    }
    return n / ((performance.now() - start) / 1000);
  };
  // A judgement is compiled in several steps; a short run measures those.
  run(3000);
  const r = run(seconds * 1000);
  if (sink < 0) throw new Error('unreachable');
  return r;
}

/** The same sums as an evaluation of two corners does, without findings: the floor. */
function bareLoop(plan: Plan): number {
  let least = Number.POSITIVE_INFINITY;
  for (const c of plan.corners) {
    const present = (c.turns?.value ?? 0) * 1.5;
    const seat = (plan.hub.boltLength?.value ?? 0) - 3 - present + plan.spacer.thickness;
    const length = plan.fastener.kind === 'bolt' ? plan.fastener.length : 0;
    const e = Math.min(c.tappedDepth?.value ?? 0, length - seat - 3);
    const tip = length - seat - (c.tappedDepth?.value ?? 0);
    const clear = (c.loadedClearance?.value ?? 0) - plan.spacer.thickness - 5;
    const gap = (c.gap?.value ?? 0) - plan.spacer.thickness;
    least = Math.min(least, e - 14, (c.roomBehind?.value ?? 0) - tip, clear, gap);
  }
  return least;
}

export function benchCore(): void {
  const plans = Array.from({ length: 256 }, (_, i): Plan => {
    const s = 3 + (i % 20);
    const at = { turns: exact(8 + (i % 7)), gap: exact(20 + (i % 9)) };
    const plan =
      i % 2
        ? studPlan({ corners: [corner('front-left', at), corner('front-right')] })
        : boltPlan({
            fastener: { kind: 'bolt', length: 40 + s, threadLength: 30, nose: 0, seat: 'ball13', class: '10.9' },
            corners: [corner('front-left', at), corner('front-right')],
          });
    return { ...plan, spacer: { ...plan.spacer, thickness: s } };
  });
  const pick = (i: number) => plans[i % plans.length] as Plan;
  const floor = rate((i) => bareLoop(pick(i)) + 1e9);
  const assessed = rate((i) => assess(pick(i)));
  const evaluated = rate((i) => evaluate(pick(i)));
  const show = (n: number) => Math.round(n).toLocaleString('en-GB');
  console.log(
    `assess (numbers and findings): ${show(assessed)} plans/s, bare loop ${show(floor)}, ratio 1 : ${(floor / assessed).toFixed(0)}`,
  );
  console.log(`evaluate (with drawing geometry): ${show(evaluated)} plans/s`);
}

import type { Nut, Plan, Spacer } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { assess } from '@/core/evaluate/evaluate';
import { rubMap } from '@/core/stance/rubMap';
import { joined } from '@/core/whatif/search/pairs';
import { search } from '@/core/whatif/search/search';
import type { LooseFastener, Part, SearchInput } from '@/core/whatif/search/types';
import { plainSpacer, studPlan } from '../core/fixtures';

const pick = <T>(xs: readonly T[], i: number): T => xs[i % xs.length] as T;

/** A shelf of 200 spacers, 400 studs and 150 nuts for a stud car with four wheel sets. */
export function bigShelf(): SearchInput {
  const base = studPlan({ policy: DEFAULT_POLICY });
  const hub = { ...base.hub, fastenerClass: '10.9' as const, internalTensile: 900 };
  const corners = base.corners.map((c) => ({
    ...c,
    turns: { value: 15.5, pm: 0.25 },
    spigotHeight: { value: 34, pm: 0.1 },
    gap: { value: 30, pm: 1 },
    loadedClearance: { value: 35, pm: 1 },
  }));
  const spacers = Array.from(
    { length: 200 },
    (_, i): Part<Spacer> => ({ id: `s${i}`, count: i % 3, part: plainSpacer(3 + (i % 100) / 4, 57.1) }),
  );
  const fasteners = Array.from(
    { length: 400 },
    (_, i): Part<LooseFastener> => ({
      id: `f${i}`,
      count: i % 20,
      part: {
        kind: 'stud',
        protrusion: 36 + (i % 160) / 4,
        threadLength: 30 + (i % 3) * 4,
        nose: 0,
        class: pick(['8.8', '10.9', '12.9'] as const, i),
      },
    }),
  );
  const nuts = Array.from(
    { length: 150 },
    (_, i): Part<Nut> => ({
      id: `n${i}`,
      count: i % 24,
      part: {
        thread: pick(['M12x1.5', 'M12x1.25', 'M14x1.5', '1/2-20'], i),
        seat: pick(['cone60', 'ball13', 'ball14'] as const, i),
        style: pick(['open', 'closed'] as const, i),
        threadLength: 14 + (i % 14),
        blindDepth: 24 + (i % 14),
        capOpen: null,
        shankReach: 0,
        shankLength: 0,
        shankDiameter: null,
        class: 'unknown',
        material: 'steel',
        tensile: 900,
      },
    }),
  );
  const wheels = Array.from({ length: 4 }, (_, i) => ({
    id: `w${i}`,
    wheel: { ...base.wheel, name: `set ${i}` },
    corners: corners.map((c) => ({ ...c, gap: { value: 30 - 2 * i, pm: 1 } })),
  }));
  return { base: { ...base, hub }, wantedGap: 8, spacers, fasteners, nuts, wheels, limit: 50 };
}

const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] as number;

export function benchSearch(): void {
  const input = bigShelf();
  const times: number[] = [];
  let total = 0;
  for (let i = 0; i < 15; i += 1) {
    const t = performance.now();
    total = search(input).total;
    times.push(performance.now() - t);
  }
  const fast = median(times.slice(3));
  const all =
    input.spacers.length *
    input.wheels.length *
    (1 + input.nuts.length + input.fasteners.length * (1 + input.nuts.length));
  // Brute force would take minutes: a slice of it is timed and scaled.
  const part = input.spacers.slice(0, 1);
  const start = performance.now();
  let judged = 0;
  for (const spacer of part) {
    for (const f of input.fasteners) {
      for (const nut of input.nuts) {
        const wheel = input.wheels[0] as SearchInput['wheels'][number];
        const plan: Plan = {
          ...input.base,
          wheel: wheel.wheel,
          corners: [...wheel.corners],
          spacer: spacer.part,
          fastener: joined(f.part, nut.part),
        };
        if (assess(plan).blocking.length >= 0) judged += 1;
      }
    }
  }
  const perPlan = (performance.now() - start) / judged;
  const slow = perPlan * all;
  // The floor: as many spacers and kinds of fastener with nut, and for each the two binary searches and nothing else.
  const lengths = Float64Array.from({ length: 134 }, (_, i) => 36 + i * 0.3);
  const find = (x: number): number => {
    let [low, high] = [0, lengths.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if ((lengths[mid] as number) < x) low = mid + 1;
      else high = mid;
    }
    return low;
  };
  const bare = performance.now();
  let counted = 0;
  for (let i = 0; i < 800; i += 1)
    for (let k = 0; k < 39; k += 1) counted += find(50 + (i % 20)) - find(40 + (k % 30) / 3);
  const floor = performance.now() - bare;
  console.log(
    `bare loop of the binary searches: ${floor.toFixed(1)} ms, ratio 1 : ${(fast / floor).toFixed(0)}${counted === 0 ? ' ' : ''}`,
  );
  console.log(
    `search 200 × 400 × 150 × 4: ${fast.toFixed(1)} ms, ${total.toLocaleString('en-GB')} of ${all.toLocaleString('en-GB')} combinations allowed`,
  );
  console.log(
    `brute force (${judged.toLocaleString('en-GB')} timed, scaled): ${(slow / 1000).toFixed(0)} s, ratio ${Math.round(slow / fast).toLocaleString('en-GB')} : 1`,
  );
}

export function benchRub(): void {
  const arch = [
    { y: 108, z: 230 },
    { y: 112, z: 300 },
    { y: 104, z: 360 },
    { y: 90, z: 410 },
  ];
  const run = (samples: number) => {
    const t = performance.now();
    rubMap({
      tyre: { sectionWidth: 225, sectionHeight: 101, overallDiameter: 634, middle: -15 },
      camber: -1,
      camberGain: -0.02,
      axis: -40,
      arch,
      bump: [-40, 80],
      steer: [-35, 35],
      rows: 40,
      columns: 40,
      pm: { sideways: 2, height: 3, camber: 0.3 },
      samples,
      seed: 1,
    });
    return performance.now() - t;
  };
  run(100);
  const full = median([run(2000), run(2000), run(2000)]);
  // The floor: the same number of multiply-adds over flat arrays, nothing decided.
  const a = new Float64Array(6000).map((_, i) => i / 7);
  const t = performance.now();
  let sink = 0;
  for (let cell = 0; cell < 1600; cell += 1) {
    for (let s = 0; s < 6000; s += 3) {
      for (let i = 0; i < 8; i += 1) sink += (a[s] as number) * i + (a[s + 1] as number) - (a[s + 2] as number) * cell;
    }
  }
  const floor = performance.now() - t;
  console.log(
    `rub map 40 × 40 × 2,000 samples: ${full.toFixed(0)} ms, bare loop ${floor.toFixed(0)} ms, ratio 1 : ${(full / floor).toFixed(0)}${sink === 0 ? ' ' : ''}`,
  );
}

import { bare, dabState } from '../../document/bare';
import type { Plan } from '../../document/document';
import { assess, blocksChoice, named } from '../../evaluate/evaluate';
import { decidedBy } from '../../rules/index';
import type { Finding } from '../../rules/kit/finding';
import { allowedPairs, BY_FASTENER, groupFasteners, type Pair, shifted, windowOf } from './pairs';
import { best, type Fit, leastMargin, type Run } from './ranking';
import type { Rejected, SearchInput, SearchResult, WheelOption } from './types';

/** Rules that a length decides; the windows answer them. Every other rule is asked of `assess` itself. */
const BY_LENGTH = decidedBy('length');

/**
 * What fits: every allowed combination of spacer × fastener × nut × wheel set, counted; the best of them ranked;
 * and for every spacer that cannot go on, the first reason. Lengths are found by closed windows and binary search
 * in sorted lists, never one by one; `assess` judges each spacer, each kind of fastener with each nut, and nothing
 * twice. A brute-force search is its oracle in the tests.
 * @param onSpacer called after each wheel set and spacer with the share done and a way to ask for what was found so
 *   far; return false to stop early
 */
export function search(
  asRead: SearchInput,
  onSpacer: (done: number, soFar: () => SearchResult) => boolean = () => true,
): SearchResult {
  // Readings are carried back to nothing on the hub once, so that windows and judgement speak of the same.
  const { base } = asRead;
  const input = {
    ...asRead,
    // What is searched is told with or without a locking piece once it is chosen; until then it is searched as if it
    // had none. Left and right alike: unequal plates are typed.
    base: {
      ...base,
      rightSpacer: null,
      locking: base.locking.kind === 'unknown' ? { kind: 'none' as const } : base.locking,
    },
    wheels: asRead.wheels.map((w) => {
      const { corners, hub } = bare({
        ...asRead.base,
        fastener: { kind: 'present' },
        wheel: w.wheel,
        corners: [...w.corners],
      });
      return { ...w, corners, hub };
    }),
  };
  const groups = groupFasteners(input);
  const found: Fit[] = [];
  const rejected: Rejected[] = [];
  let total = 0;
  let n = 0;
  const steps = input.wheels.length * input.spacers.length;
  const soFar = (): SearchResult => ({ total, ranked: best(input, found), rejected: [...rejected] });
  for (const wheel of input.wheels) {
    const pairs = allowedPairs(input, wheel, groups);
    for (const spacer of input.spacers) {
      const fit = fitSpacer(input, wheel, spacer, pairs);
      if ('reason' in fit) rejected.push({ wheel: wheel.id, spacer: spacer.id, reason: fit.reason });
      else if (fit.count > 0) {
        total += fit.count;
        found.push(fit);
      }
      n += 1;
      if (!onSpacer(n / steps, soFar)) return soFar();
    }
  }
  return soFar();
}

function fitSpacer(
  input: SearchInput,
  wheel: WheelOption,
  spacer: SearchInput['spacers'][number],
  pairs: readonly Pair[],
): Fit | { reason: Finding } {
  const plan: Plan = {
    ...input.base,
    hub: wheel.hub ?? input.base.hub,
    wheel: wheel.wheel,
    corners: [...wheel.corners],
    spacer: spacer.part,
    fastener: { kind: 'present' },
  };
  const present = assess(plan);
  const inTheWay = blocksChoice(present);
  const first = inTheWay[0];
  const gap = Math.min(...present.numbers.corners.map((c) => c.gapAfter?.value ?? Number.NaN));
  const runs: Run[] = [];
  let count = first === undefined ? 1 : 0;
  // What no other fastener mends: it forbids the spacer, and is the reason worth telling.
  const spacerItself = inTheWay.find((f) => !BY_LENGTH.has(f.rule) && !BY_FASTENER.has(f.rule));
  if (!spacerItself && spacer.part.kind !== 'adapter') {
    const s = spacer.part.thickness;
    const dabbed = plan.corners.some((c) => dabState(c)?.trial);
    for (const pair of pairs) {
      // A dab that was looked at on one thickness says nothing of a thinner one.
      const anew = s === 0 || (pair.group.kind === 'own' && dabbed);
      const w = anew ? shifted(windowOf(plan, pair), -s) : pair.base;
      if (!w.enough) continue;
      const low = w.low + s;
      const high = w.high + s;
      if (low > high) continue;
      const own = pair.group.kind === 'own';
      // Measured from its own tip, the length of an own stud is nought.
      const from = own ? 0 : firstAtLeast(pair.group.lengths, low);
      const to = own ? (low <= 0 && high >= 0 ? 1 : 0) : firstAtLeast(pair.group.lengths, high, true);
      if (to <= from) continue;
      runs.push({ pair, from, to, zero: w.zero + s });
      count += to - from;
    }
  }
  if (count === 0) return { reason: named(plan, spacerItself ?? (first as Finding)) };
  return {
    wheel,
    spacer,
    // Without a gap nothing says how far off it is: the thinnest comes first, as where no gap is wished for.
    off: input.wantedGap === null || !Number.isFinite(gap) ? spacer.part.thickness : Math.abs(gap - input.wantedGap),
    count,
    runs,
    present: first === undefined ? leastMargin(present.numbers) : null,
  };
}

/** First index whose length is at or above (or, with `above`, strictly above) a value. */
function firstAtLeast(sorted: Float64Array, value: number, above = false): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    const x = sorted[mid] as number;
    if (above ? x <= value : x < value) low = mid + 1;
    else high = mid;
  }
  return low;
}

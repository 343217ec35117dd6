import type { Plan } from '../../document/document';
import { assess } from '../../evaluate/evaluate';
import { joined, type Pair } from './pairs';
import { type Candidate, type Part, rank, type SearchInput, type WheelOption } from './types';

/** Neighbouring lengths of one pair that go on with a spacer. */
export interface Run {
  readonly pair: Pair;
  readonly from: number;
  readonly to: number;
  /** Engagement at a length is min(cap, length − zero). */
  readonly zero: number;
}

/** A spacer on a wheel set, with everything that goes with it. */
export interface Fit {
  readonly wheel: WheelOption;
  readonly spacer: Part<SearchInput['spacers'][number]['part']>;
  readonly off: number;
  readonly count: number;
  readonly runs: readonly Run[];
  /** Stock fasteners as they are: allowed, with this margin. */
  readonly present: number | null;
}

/** Least engagement over the minimum, mm. */
export function leastMargin(n: ReturnType<typeof assess>['numbers']): number {
  return Math.min(...n.corners.map((c) => (c.engagement?.value ?? 0) - n.minimum));
}

/**
 * The best combinations in order. Spacers are taken nearest first, so that only as many are written out as are named.
 */
export function best(input: SearchInput, found: readonly Fit[]): Candidate[] {
  const nearest = [...found].sort((a, b) => a.off - b.off);
  const out: Candidate[] = [];
  let i = 0;
  while (i < nearest.length && out.length < input.limit) {
    const from = nearest[i] as Fit;
    const room = input.limit - out.length;
    const shared = new TopList(room);
    const level: Candidate[] = [];
    for (; i < nearest.length && (nearest[i] as Fit).off - from.off < 1e-6; i += 1) {
      if (input.perSpacer === undefined) writeOut(input, nearest[i] as Fit, shared);
      else {
        const own = new TopList(Math.min(room, input.perSpacer));
        const asItIs = writeOut(input, nearest[i] as Fit, own);
        level.push(...own.items, ...(asItIs === null || own.items.includes(asItIs) ? [] : [asItIs]));
      }
    }
    out.push(...shared.items, ...level.sort(rank).slice(0, room));
  }
  return out;
}

/** Keeps the best few of many, in order, without ever holding the many. */
class TopList {
  readonly items: Candidate[] = [];
  constructor(private readonly most: number) {}

  /** Whether a margin can still get in. */
  wants(margin: number): boolean {
    const last = this.items[this.most - 1];
    return last === undefined || margin >= last.margin - 1e-6;
  }

  /** Whether a margin with so much to buy can get in; asked before a candidate is made. */
  wantsAt(margin: number, toBuy: number): boolean {
    const last = this.items[this.most - 1];
    return last === undefined || margin > last.margin + 1e-6 || toBuy <= last.toBuy;
  }

  offer(c: Candidate): void {
    const { items } = this;
    if (items.length === this.most && rank(c, items[this.most - 1] as Candidate) >= 0) return;
    let low = 0;
    let high = items.length;
    while (low < high) {
      const mid = (low + high) >> 1;
      if (rank(items[mid] as Candidate, c) <= 0) low = mid + 1;
      else high = mid;
    }
    items.splice(low, 0, c);
    if (items.length > this.most) items.pop();
  }
}

/**
 * Offers every combination of a spacer that can still get in. @returns the one with what is on the car, null where it
 * does not go
 */
function writeOut(input: SearchInput, fit: Fit, out: TopList): Candidate | null {
  const pieces = (input.base.hub.lugs ?? 0) * 2;
  const short = (part: { count: number } | null, need: number): number =>
    part === null ? 0 : Math.max(0, need - part.count);
  const plates = short(fit.spacer, 2);
  const shared = { wheel: fit.wheel.id, spacer: fit.spacer.id, off: fit.off };
  const asItIs: Candidate | null =
    fit.present === null ? null : { ...shared, fastener: null, nut: null, margin: fit.present, toBuy: plates };
  if (asItIs !== null) out.offer(asItIs);
  const plan: Plan = {
    ...input.base,
    wheel: fit.wheel.wheel,
    corners: [...fit.wheel.corners],
    spacer: fit.spacer.part,
  };
  for (const { pair, from, to, zero } of fit.runs) {
    // Margin only grows with length, so the longest come first and a run ends once it cannot get in any more.
    for (let k = to - 1; k >= from; k -= 1) {
      const item = pair.group.items[k] ?? null;
      const length = pair.group.lengths[k] as number;
      const margin =
        item === null
          ? leastMargin(assess({ ...plan, fastener: joined(null, pair.nut?.part ?? null) }).numbers)
          : Math.min(pair.base.cap, length - zero) - pair.demand.target;
      if (!out.wants(margin)) break;
      const toBuy = plates + short(item, pieces) + short(pair.nut, pieces);
      if (!out.wantsAt(margin, toBuy)) continue;
      out.offer({ ...shared, fastener: item?.id ?? null, nut: pair.nut?.id ?? null, margin, toBuy });
    }
  }
  return asItIs;
}

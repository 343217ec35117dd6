import { groupBy } from '../groupBy';
import { type CompiledThread, compileThread, minimumsFor } from '../plan/compiled';
import { sameThread } from '../thread/designation';
import { plainSpacer } from '../plan/blank';
import type { Fastener, Nut, Plan, PlanCorner } from '../plan/document';
import { assess } from '../plan/evaluate';
import type { Finding, RuleId } from '../plan/findings';
import { moreThanThere } from '../plan/ownThread';
import { type Candidate, type LooseFastener, type Part, rank, type Rejected, type SearchInput, type SearchResult, type WheelOption } from './types';
import { boltLengths, conversionLengths, type Demand, meet, NO_WINDOW, studLengths, type Window } from './windows';

/** Rules that a length decides; the windows answer them. Every other rule is asked of `assess` itself. */
const BY_LENGTH: ReadonlySet<RuleId> = new Set(['engagement.minimum', 'engagement.cross-check', 'engagement.never-drive', 'engagement.hub-end', 'nut.bottom', 'bolt.behind', 'stud.behind', 'fastener.thread']);
/** Rules that the fastener or the nut decides, whatever the spacer. */
const BY_FASTENER: ReadonlySet<RuleId> = new Set(['thread.match', 'seat.match', 'seat.socket', 'nut.shank', 'joint.proof', 'joint.need', 'joint.condition', 'torque.source', 'engagement.strength-known', 'engagement.material', 'fastener.mix']);

/** Fasteners alike in everything but length, their thread as well, sorted by length. */
interface Group {
  readonly kind: LooseFastener['kind'] | 'own';
  readonly first: LooseFastener | null;
  readonly lengths: Float64Array;
  readonly items: readonly (Part<LooseFastener> | null)[];
}

/**
 * What fits: every allowed combination of spacer × fastener × nut × wheel set, counted; the best of them ranked;
 * and for every spacer that cannot go on, the first reason. Lengths are found by closed windows and binary search
 * in sorted lists, never one by one; `assess` judges each spacer, each kind of fastener with each nut, and nothing
 * twice. A brute-force search is its oracle in the tests.
 * @param onSpacer called after each wheel set and spacer with the share done and a way to ask for what was found so
 *   far; return false to stop early
 */
export function search(input: SearchInput, onSpacer: (done: number, soFar: () => SearchResult) => boolean = () => true): SearchResult {
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

interface Pair {
  readonly group: Group;
  readonly nut: Part<Nut> | null;
  readonly demand: Demand;
  readonly hubMinimum: number;
  readonly outer: CompiledThread;
  /** Window as it would stand at no thickness, for any spacer above nought: every end moves out with the spacer. */
  readonly base: Window;
}

interface Run {
  readonly pair: Pair;
  readonly from: number;
  readonly to: number;
  /** Engagement at a length is min(cap, length − zero). */
  readonly zero: number;
}

interface Fit {
  readonly wheel: WheelOption;
  readonly spacer: Part<SearchInput['spacers'][number]['part']>;
  readonly off: number;
  readonly count: number;
  readonly runs: readonly Run[];
  /** Stock fasteners as they are: allowed, with this margin. */
  readonly stock: number | null;
}

const lengthOf = (f: LooseFastener): number => (f.kind === 'stud' ? f.protrusion : f.length);

function groupFasteners(input: SearchInput): Group[] {
  const wanted = input.base.hub.fastening;
  // Nobody knows how far its thread runs, or not truly, so it cannot pass.
  const usable = input.fasteners.filter(({ part: f }) => f.threadLength !== null && !moreThanThere(f) && (f.kind === 'stud') === (wanted === 'stud'));
  const alike = groupBy(usable, ({ part: f }) => `${f.threadLength}/${f.kind === 'bolt' ? `b/${f.seat}/${f.class}` : f.kind === 'stud' ? `s/${f.class}` : `c/${f.shortEnd}/${f.hubThread}/${f.outerThread}/${f.seatsAt}/${f.class}`}`);
  const groups = [...alike.values()].map((items): Group => {
    items.sort((a, b) => lengthOf(a.part) - lengthOf(b.part));
    return { kind: (items[0] as Part<LooseFastener>).part.kind, first: items[0]?.part ?? null, items, lengths: Float64Array.from(items, (i) => lengthOf(i.part)) };
  });
  // The studs that are on the car, with another nut.
  if (wanted === 'stud' && input.nuts.length > 0) groups.push({ kind: 'own', first: null, items: [null], lengths: new Float64Array(1) });
  return groups;
}

/** The fastener of a plan from a loose one and a nut. */
export function joined(f: LooseFastener | null, nut: Nut | null): Fastener {
  if (f === null) return nut === null ? { kind: 'stock' } : { kind: 'nuts', nut };
  if (f.kind === 'bolt') return f;
  if (f.kind === 'stud') return { ...f, nut };
  return { ...f, nut: nut as Nut };
}

/** Fastener kinds and nuts that go together on a wheel whatever the spacer. Threads and seats are compared first: they turn most away. */
function allowedPairs(input: SearchInput, wheel: WheelOption, groups: readonly Group[]): Pair[] {
  const { base } = input;
  const own = compileThread(base.hub.thread);
  const strict = base.use === 'competition' && base.leadSignOff === null;
  const pairs: Pair[] = [];
  for (const group of groups) {
    const f = group.first;
    const nuts: (Part<Nut> | null)[] = group.kind === 'bolt' ? [null] : group.kind === 'stud' ? [null, ...input.nuts] : [...input.nuts];
    const outer = f?.kind === 'conversion' ? compileThread(f.outerThread) : own;
    for (const nut of nuts) {
      if (nut !== null && (nut.part.seat !== wheel.wheel.seat || !sameThread(compileThread(nut.part.thread).thread, outer.thread))) continue;
      const fastener = joined(f, nut?.part ?? null);
      const plan: Plan = { ...base, wheel: wheel.wheel, corners: [...wheel.corners], spacer: plainSpacer(0), fastener };
      if (assess(plan).blocking.some((b) => BY_FASTENER.has(b.rule))) continue;
      const boltClass = f === null ? base.hub.fastenerClass : f.class;
      const stock = minimumsFor(own, base.hub.threadMaterial, boltClass, base.hub.internalTensile, base.policy);
      const wheelSide = nut === null ? stock : minimumsFor(outer, nut.part.material, boltClass, nut.part.tensile, base.policy);
      const demand = { minimum: wheelSide.minimum, never: base.policy.turnsNeverDrive * outer.thread.pitch, strict };
      const pair = { group, nut, outer, hubMinimum: stock.minimum, demand };
      const atNought = shifted(windowOf({ ...plan, spacer: plainSpacer(1) }, pair), -1);
      if (atNought.enough) pairs.push({ ...pair, base: atNought });
    }
  }
  return pairs;
}

function fitSpacer(input: SearchInput, wheel: WheelOption, spacer: SearchInput['spacers'][number], pairs: readonly Pair[]): Fit | { reason: Finding } {
  const plan: Plan = { ...input.base, wheel: wheel.wheel, corners: [...wheel.corners], spacer: spacer.part, fastener: { kind: 'stock' } };
  const stock = assess(plan);
  const first = stock.blocking[0];
  const gap = Math.min(...stock.numbers.corners.map((c) => c.gapAfter?.value ?? Number.NaN));
  const runs: Run[] = [];
  let count = first === undefined ? 1 : 0;
  // What no other fastener mends: it forbids the spacer, and is the reason worth telling.
  const spacerItself = stock.blocking.find((f) => !BY_LENGTH.has(f.rule) && !BY_FASTENER.has(f.rule));
  if (!spacerItself && spacer.part.kind !== 'adapter') {
    const s = spacer.part.thickness;
    for (const pair of pairs) {
      const w = s > 0 ? pair.base : windowOf(plan, pair);
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
  if (count === 0) return { reason: spacerItself ?? (first as Finding) };
  return { wheel, spacer, off: input.wantedGap === null ? spacer.part.thickness : Math.abs(gap - input.wantedGap), count, runs, stock: first === undefined ? leastMargin(stock.numbers) : null };
}

function leastMargin(n: ReturnType<typeof assess>['numbers']): number {
  return Math.min(...n.corners.map((c) => (c.engagement?.value ?? 0) - n.minimum));
}

const shifted = (w: Window, s: number): Window => ({ low: w.low + s, high: w.high + s, enough: w.enough, zero: w.zero + s, cap: w.cap });

function windowOf(plan: Plan, pair: Omit<Pair, 'base'>): Window {
  const pitch = compileThread(plan.hub.thread).thread.pitch;
  const f = pair.group.first;
  let all: Window | null = null;
  for (const c of plan.corners) {
    const w =
      pair.group.kind === 'bolt'
        ? boltLengths(plan, c, pitch, pair.demand, f?.threadLength ?? 0)
        : f?.kind === 'conversion'
          ? conversionLengths(plan, c, f, pair.nut?.part as Nut, pair.outer, pair.demand, pair.hubMinimum)
          : studLengths(plan, c, pitch, pair.demand, pair.nut?.part ?? null, pair.group.kind === 'stud' ? (f?.threadLength ?? 0) : null);
    // The car's own studs have one length at each corner: each window is measured from its own stud's tip.
    const own = pair.group.kind === 'own' ? ownTip(plan, c, pitch) : 0;
    const from = shifted(w, -own);
    all = all === null ? from : meet(all, from);
    if (!all.enough) return NO_WINDOW;
  }
  if (f?.kind === 'conversion' && all !== null && !standsClear(plan, f, pair.demand.strict)) return NO_WINDOW;
  return all ?? NO_WINDOW;
}

/** At each corner the hub end stays inside its thread, or there is measured room for what stands out. The same questions as the rule `stud.behind`. */
function standsClear(plan: Plan, f: Extract<LooseFastener, { kind: 'conversion' }>, strict: boolean): boolean {
  for (const c of plan.corners) {
    if (c.tappedDepth === null) return false;
    const room = c.roomBehind === null ? 0 : c.roomBehind.value - c.roomBehind.pm;
    const margin = room - Math.max(0, f.shortEnd - c.tappedDepth.value);
    // With no room measured only a plain pass will do, error taken off; with room, a caution may do as everywhere.
    if (margin - (c.roomBehind === null || strict ? c.tappedDepth.pm + plan.policy.fastenerPm : 0) < -1e-9) return false;
  }
  return true;
}

/** Tip of a corner's own stud from the disc; where nobody measured it, by the count, as the stack does. */
const ownTip = (plan: Plan, c: PlanCorner, pitch: number): number =>
  c.studProtrusion?.value ?? (c.turns?.value ?? 0) * pitch + plan.policy.leadPitches * pitch;

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

/** The best combinations in order. Spacers are taken nearest first, so that only as many are written out as are named. */
function best(input: SearchInput, found: readonly Fit[]): Candidate[] {
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

/** Offers every combination of a spacer that can still get in. @returns the one with what is on the car, null where it does not go */
function writeOut(input: SearchInput, fit: Fit, out: TopList): Candidate | null {
  const pieces = input.base.hub.lugs * 2;
  const short = (part: { count: number } | null, need: number): number => (part === null ? 0 : Math.max(0, need - part.count));
  const plates = short(fit.spacer, 2);
  const shared = { wheel: fit.wheel.id, spacer: fit.spacer.id, off: fit.off };
  const asItIs: Candidate | null = fit.stock === null ? null : { ...shared, fastener: null, nut: null, margin: fit.stock, toBuy: plates };
  if (asItIs !== null) out.offer(asItIs);
  const plan: Plan = { ...input.base, wheel: fit.wheel.wheel, corners: [...fit.wheel.corners], spacer: fit.spacer.part };
  for (const { pair, from, to, zero } of fit.runs) {
    // Margin only grows with length, so the longest come first and a run ends once it cannot get in any more.
    for (let k = to - 1; k >= from; k -= 1) {
      const item = pair.group.items[k] ?? null;
      const length = pair.group.lengths[k] as number;
      const margin = item === null ? leastMargin(assess({ ...plan, fastener: joined(null, pair.nut?.part ?? null) }).numbers) : Math.min(pair.base.cap, length - zero) - pair.demand.minimum;
      if (!out.wants(margin)) break;
      const toBuy = plates + short(item, pieces) + short(pair.nut, pieces);
      if (!out.wantsAt(margin, toBuy)) continue;
      out.offer({ ...shared, fastener: item?.id ?? null, nut: pair.nut?.id ?? null, margin, toBuy });
    }
  }
  return asItIs;
}

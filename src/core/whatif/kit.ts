import type { Nut, Plan, Spacer } from '../document/document';
import { assess } from '../evaluate/evaluate';
import type { Finding } from '../rules/kit/finding';
import { joined } from './search/pairs';
import { leastMargin } from './search/ranking';
import type { LooseStud, Part } from './search/types';
import { holdsWith, noPlate, planOn, type SwapSet } from './swap';

/** A wheel set of the car, and how thick a plate it is wanted on: both 0 where it goes on bare. */
export interface KitSet extends SwapSet {
  readonly from: number;
  readonly to: number;
}

export interface KitInput {
  /** Car, use and policy; its plate, fasteners and wheels are replaced by what is searched. */
  readonly plan: Plan;
  readonly sets: readonly KitSet[];
  readonly plates: readonly Part<Spacer>[];
  readonly studs: readonly Part<LooseStud>[];
  readonly nuts: readonly Part<Nut>[];
  /** How many of the best to name; the count is always of all. */
  readonly limit: number;
}

/** One stud, one nut and the fewest plates that serve every set, with no combination left that is not safe. */
export interface Kit {
  readonly stud: string;
  /** Null for the nuts that are on the car. */
  readonly nut: string | null;
  readonly plates: readonly string[];
  /** Pieces that have to be bought, for one axle: two plates of a kind, one stud and one nut a lug and side. */
  readonly toBuy: number;
  /** Different parts in the drawer. */
  readonly parts: number;
  /** Least engagement over the minimum in any combination, mm. */
  readonly margin: number;
}

export interface KitRejected {
  readonly stud: string;
  readonly nut: string | null;
  /** Where it fails first: on which wheels, with which plate (null for none). */
  readonly set: string;
  readonly plate: string | null;
  /** Null where no plate that is safe on every set is of a thickness that this set wants. */
  readonly reason: Finding | null;
}

export interface KitResult {
  readonly total: number;
  readonly ranked: readonly Kit[];
  readonly rejected: readonly KitRejected[];
}

/** Fewest pieces to buy, then fewest different parts, then most margin, then by name so that ties are settled. */
export function rankKits(a: Kit, b: Kit): number {
  const by = Math.abs(a.margin - b.margin) < 1e-6 ? 0 : b.margin - a.margin;
  return a.toBuy - b.toBuy || a.parts - b.parts || by || byName(keyOf(a), keyOf(b));
}

const keyOf = (k: Kit): string => [k.stud, k.nut ?? '', ...k.plates].join('\n');
const byName = (a: string, b: string): number => {
  if (a === b) return 0;
  return a < b ? -1 : 1;
};

const UNSAFE: ReadonlySet<string> = new Set(['stop', 'unmeasured']);

/**
 * What to have in the drawer: studs and nuts that stay, and as few plates as serve every wheel set of the car, each set
 * bare and on every plate of the kit safe (stop and unmeasured are not). A stud with its nut that is not safe bare on
 * some set is out at once; a plate that is not safe on some set is never part of a kit; of the others the fewest are
 * taken that give each set one as thick as it wants. Kits are of one axle; readings are the plan's, carried to other
 * wheels by their pads.
 * @param onPair called after each stud with each nut with the share done; return false to stop early
 */
export function oneKit(input: KitInput, onPair: (done: number) => boolean = () => true): KitResult {
  const { plan } = input;
  // What is told once it is chosen, and plates that are alike left and right, as in every search.
  const locking = plan.locking.kind === 'unknown' ? { kind: 'none' as const } : plan.locking;
  const base: Plan = { ...plan, rightSpacer: null, locking };
  const on = input.sets.map((set) => planOn(base, set));
  const kits: Kit[] = [];
  const rejected: KitRejected[] = [];
  const pairs = pairsOf(input);
  for (const [i, pair] of pairs.entries()) {
    const found = kitsOf(input, on, pair);
    if (Array.isArray(found)) kits.push(...found);
    else rejected.push(found as KitRejected);
    if (!onPair((i + 1) / pairs.length)) break;
  }
  kits.sort(rankKits);
  return { total: kits.length, ranked: kits.slice(0, input.limit), rejected };
}

interface Pair {
  readonly stud: Part<LooseStud>;
  readonly nut: Part<Nut> | null;
}

const marginOf = (p: Plan): number => leastMargin(assess(p).numbers);
const short = (part: { readonly count: number } | null, need: number): number =>
  part === null ? 0 : Math.max(0, need - part.count);

/** Every smallest kit with one stud and nut, or where it fails first. */
function kitsOf(input: KitInput, on: readonly Plan[], { stud, nut }: Pair): Kit[] | KitRejected {
  const { plan, sets, plates } = input;
  const fastener = joined(stud.part, nut?.part ?? null);
  const names = { stud: stud.id, nut: nut?.id ?? null };
  const cellsWith = (spacer: Spacer) => on.map((p) => holdsWith(p, { spacer, rightSpacer: null, fastener }));
  /** The first set on which a plate is not safe, as a rejection; null where it is on all. */
  const failing = (cells: ReturnType<typeof cellsWith>, plate: string | null): KitRejected | null => {
    const at = cells.findIndex((c) => UNSAFE.has(c.level));
    return at < 0 ? null : { ...names, set: sets[at]?.name ?? '', plate, reason: cells[at]?.reason ?? null };
  };
  const bare = cellsWith(noPlate(plan.hub));
  const failed = failing(bare, null);
  if (failed) return failed;
  const safe = new Map<Part<Spacer>, number>();
  let first: KitRejected | null = null;
  for (const part of plates.filter((p) => sets.some((s) => wants(s, p.part.thickness)))) {
    const cells = cellsWith(part.part);
    const bad = failing(cells, part.id);
    if (bad === null) safe.set(part, Math.min(...cells.map((c) => marginOf(c.plan))));
    else first ??= bad;
  }
  const covers = fewest(sets, [...safe.keys()]);
  if (covers.length === 0) {
    const wanting = sets.find((s) => s.to > 0 && ![...safe.keys()].some((p) => wants(s, p.part.thickness)));
    return first ?? { ...names, set: wanting?.name ?? '', plate: null, reason: null };
  }
  const pieces = (plan.hub.lugs ?? 0) * 2;
  const least = Math.min(...bare.map((c) => marginOf(c.plan)));
  return covers.map((chosen) => ({
    ...names,
    plates: chosen.map((p) => p.id),
    toBuy: short(stud, pieces) + short(nut, pieces) + chosen.reduce((n, p) => n + short(p, 2), 0),
    parts: 1 + (nut === null ? 0 : 1) + chosen.length,
    margin: Math.min(least, ...chosen.map((p) => safe.get(p) ?? Number.NEGATIVE_INFINITY)),
  }));
}

const wants = (set: KitSet, thickness: number): boolean =>
  thickness > 0 && thickness >= set.from - 1e-9 && thickness <= set.to + 1e-9;

/** Studs with the nuts that may go on them; on a car whose hub takes studs the nuts that are on it too. */
function pairsOf({ plan, studs, nuts }: KitInput): Pair[] {
  return studs.flatMap((stud) => {
    const own = stud.part.kind === 'stud' && plan.hub.fastening === 'stud' ? [null] : [];
    return [...own, ...nuts].map((nut) => ({ stud, nut }));
  });
}

/**
 * Every smallest choice of plates that gives each set that wants one a plate of its thickness; one empty choice where
 * none is wanted.
 */
function fewest(sets: readonly KitSet[], plates: readonly Part<Spacer>[]): Part<Spacer>[][] {
  const wanting = sets.filter((s) => s.to > 0);
  if (wanting.length === 0) return [[]];
  const serves = plates.map((p) => wanting.map((s) => wants(s, p.part.thickness)));
  for (let size = 1; size <= wanting.length; size += 1) {
    const found: Part<Spacer>[][] = [];
    const pick = (from: number, chosen: number[]): void => {
      if (chosen.length === size) {
        if (wanting.every((_, w) => chosen.some((p) => serves[p]?.[w])))
          found.push(chosen.map((p) => plates[p] as Part<Spacer>));
        return;
      }
      for (let p = from; p < plates.length; p += 1) pick(p + 1, [...chosen, p]);
    };
    pick(0, []);
    if (found.length > 0) return found;
  }
  return [];
}

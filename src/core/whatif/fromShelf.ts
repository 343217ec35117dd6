import { bare } from '../document/bare';
import { blankNut } from '../document/blank';
import type { Locking, Nut, Plan } from '../document/document';
import { assess, named } from '../evaluate/evaluate';
import { type CatalogueItem, isFastener, shelfFor } from '../parts/catalogue';
import { asItLooks } from '../parts/finish';
import { decidedBy } from '../rules/index';
import { type Finding, type Level, RANK } from '../rules/kit/finding';

/** A group of fields on the bench that a part of the shelf can fill. */
export const SHELF_SLOTS = ['spacer', 'fastener', 'nut', 'locking'] as const;
export type ShelfSlot = (typeof SHELF_SLOTS)[number];

/** A part of a shelf, as a search is given it. */
export interface ShelfPart {
  readonly id: string;
  readonly item: CatalogueItem;
}

/** What a part changes of a choice. */
export type PutOn = Partial<Pick<Plan, 'spacer' | 'fastener' | 'locking' | 'finish'>>;

/** A part of the shelf in its place on the bench, judged with everything else as it is there. */
export interface Offer {
  readonly id: string;
  readonly item: CatalogueItem;
  readonly put: PutOn;
  /** The worst that is found with it on. */
  readonly verdict: Level;
  /** What stands first in the way with it on; null where the choice goes forward. */
  readonly against: Finding | null;
}

export interface Offers {
  /** With these on the choice goes forward; the nearest in size first, what is in hand before what is to be bought. */
  readonly fits: readonly Offer[];
  /** With these on it does not, each with its first reason: what only lacks a reading first. */
  readonly others: readonly Offer[];
  /** Parts of the same sort that cannot go on this hub at all: another thread, circle or number of lugs. */
  readonly elsewhere: number;
}

/** How a part fills a slot; null where it is none for it. */
type Fill = (plan: Plan, item: CatalogueItem) => PutOn | null;

const nutOf = (plan: Plan): Nut | null => ('nut' in plan.fastener ? plan.fastener.nut : null);

const FILL: Readonly<Record<ShelfSlot, Fill>> = {
  spacer: (plan, item) => {
    if (item.kind !== 'spacer') return null;
    const { spacer } = item;
    if (spacer.kind !== 'adapter') return { spacer };
    // Adapters sit on studs, and nuts go on an adapter’s own studs and nothing else that was chosen before.
    if (plan.hub.fastening !== 'stud') return null;
    return plan.fastener.kind === 'nuts' ? { spacer } : { spacer, fastener: { kind: 'present' } };
  },
  fastener: (plan, item) => {
    if (!isFastener(item)) return null;
    const f = item.fastener;
    // Bolts and nuts are seen once the wheel is on: how they look goes along.
    if (f.kind === 'bolt') return { fastener: f, ...asItLooks(item) };
    if (f.kind === 'stud') return { fastener: { ...f, nut: nutOf(plan) } };
    const nut = nutOf(plan) ?? blankNut(f.outerThread, plan.wheel.seat);
    return { fastener: { ...f, nut } };
  },
  nut: (plan, item) => {
    if (item.kind !== 'nut') return null;
    const { fastener } = plan;
    return fastener.kind === 'stud' || fastener.kind === 'conversion'
      ? { fastener: { ...fastener, nut: item.nut }, ...asItLooks(item) }
      : { fastener: { kind: 'nuts', nut: item.nut }, ...asItLooks(item) };
  },
  // A keyed bolt beside the others: how far it reaches follows from both lengths under the seat.
  locking: (plan, item) => {
    if (item.kind !== 'bolt' || item.fastener.kind !== 'bolt' || plan.fastener.kind !== 'bolt' || !item.about?.key)
      return null;
    const { length, seat } = item.fastener;
    const locking: Locking = {
      kind: 'piece',
      shorter: plan.fastener.length - length,
      ...(seat === plan.fastener.seat ? {} : { seat }),
    };
    return { locking };
  },
};

/**
 * The hub that a slot's part has to suit: nuts go on the outer end of a conversion stud, or on an adapter's own studs.
 */
function hubFor(plan: Plan, slot: ShelfSlot): Parameters<typeof shelfFor>[0] {
  if (slot !== 'nut') return plan.hub;
  const { fastener, spacer } = plan;
  const thread =
    spacer.kind === 'adapter' && spacer.adapter
      ? spacer.adapter.studThread
      : fastener.kind === 'conversion'
        ? fastener.outerThread
        : plan.hub.thread;
  return { ...plan.hub, thread, fastening: 'stud' };
}

/** Length that a part of the slot is told by, mm. */
function sizeOf({ spacer, fastener, locking }: PutOn, slot: ShelfSlot): number {
  if (slot === 'spacer') return spacer?.thickness ?? 0;
  if (slot === 'locking') return locking?.kind === 'piece' ? Math.abs(locking.shorter) : 0;
  if (slot === 'nut') return (fastener && 'nut' in fastener ? fastener.nut?.threadLength : 0) ?? 0;
  return fastener === undefined ? 0 : lengthOf(fastener);
}

const lengthOf = (f: Plan['fastener']): number =>
  f.kind === 'stud' ? f.protrusion : f.kind === 'bolt' || f.kind === 'conversion' ? f.length : 0;

/**
 * The size that is looked for, mm: the spacer that is on the bench; the length that engages as now, else the one that
 * is on the bench.
 */
function wantedSize(plan: Plan, slot: ShelfSlot): number {
  if (slot === 'spacer') return plan.spacer.thickness;
  if (slot === 'fastener') return assess(plan).numbers.window?.keep ?? lengthOf(plan.fastener);
  return 0;
}

/**
 * What stands first in the way of a choice: what this slot decides before the rest, a stop before what is not measured.
 */
function judged(plan: Plan, own: ReadonlySet<string>): Pick<Offer, 'verdict' | 'against'> {
  const { blocking, verdict } = assess(plan);
  const worst = Math.min(...blocking.map((f) => RANK[f.level]));
  const first = blocking.filter((f) => RANK[f.level] === worst);
  const found = first.find((f) => own.has(f.rule)) ?? first[0];
  return { verdict, against: found ? named(bare(plan), found) : null };
}

/**
 * What of a shelf would fill one group of fields on the bench, everything else of the choice as it is there. Whoever
 * signed its cautions signed for the parts that are there and for no others.
 * @param choice the choice with its readings, mm and N·m @param parts the shelf, any order
 * @returns each part that can go on this hub once, judged by `assess`; parts of other kinds are not counted
 * @throws InputError where the plan's thread is no thread
 */
export function offersFor(choice: Plan, slot: ShelfSlot, parts: readonly ShelfPart[]): Offers {
  const plan = { ...choice, leadSignOff: null };
  const { spacers, fasteners, nuts } = shelfFor(hubFor(plan, slot), parts);
  const going = new Set([...spacers, ...fasteners, ...nuts].map((p) => p.id));
  const rules = slot === 'spacer' ? ['spacer' as const] : ['fastener' as const, 'length' as const];
  const own = new Set<string>(rules.flatMap((r) => [...decidedBy(r)]));
  const sort = parts.flatMap(({ id, item }) => {
    const put = FILL[slot](plan, item);
    return put === null ? [] : [{ id, item, put }];
  });
  const wanted = wantedSize(plan, slot);
  const off = (o: Offer): number => Math.abs(sizeOf(o.put, slot) - wanted);
  const lacking = (o: Offer): number => (o.item.count > 0 ? 0 : 1);
  const offers = sort
    .filter((p) => going.has(p.id))
    .map((p): Offer => ({ ...p, ...judged({ ...plan, ...p.put }, own) }));
  const nearest = (a: Offer, b: Offer): number =>
    lacking(a) - lacking(b) || off(a) - off(b) || (a.item.name < b.item.name ? -1 : 1);
  return {
    fits: offers.filter((o) => o.against === null).sort(nearest),
    others: offers
      .filter((o) => o.against !== null)
      .sort((a, b) => RANK[b.against?.level ?? 'pass'] - RANK[a.against?.level ?? 'pass'] || nearest(a, b)),
    elsewhere: sort.length - offers.length,
  };
}

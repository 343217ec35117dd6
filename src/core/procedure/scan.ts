import type { Fastener, Nut, Plan, Spacer } from '../document/document';
import { SEAT_LABEL } from '../document/labels';
import { assess } from '../evaluate/evaluate';
import type { CatalogueItem } from '../parts/catalogue';
import { asItLooks, finishOf, looksSo } from '../parts/finish';
import { parseThread, sameThread } from '../thread/designation';
import { formatLength, type UnitSystem } from '../units/format';

/** What a part that was scanned at the trolley is to the plan. */
export type Scanned =
  /** It is what the line asks for. */
  | { readonly is: 'fits'; readonly key: string; readonly wanted: number; readonly note: string | null }
  /** It is another one: what is wrong, by how much, and whether the plan would stand with it all the same. */
  | {
      readonly is: 'other';
      readonly wrong: readonly string[];
      readonly instead: Instead | null;
    }
  /** Nothing of its kind is on this kit. */
  | { readonly is: 'not-wanted' };

/** What would go on in its place. */
interface Instead {
  readonly spacer: Spacer;
  readonly fastener: Fastener;
  readonly finish?: string;
}

/** Marked sizes are held against each other to a twentieth of a millimetre. */
const SAME = 0.05;

function length(what: string, is: number | null, wants: number | null, units: UnitSystem): string[] {
  if (wants === null || (is !== null && Math.abs(is - wants) <= SAME)) return [];
  if (is === null) return [`its ${what} is not known; the plan has ${formatLength(wants, units)}`];
  const by = formatLength(Math.abs(is - wants), units);
  return [
    `${what} ${formatLength(is, units)}, the plan has ${formatLength(wants, units)}: ${by} ${is > wants ? 'too much' : 'too little'}`,
  ];
}

const word = (what: string, is: string, wants: string, same = is === wants): string[] =>
  same || wants === 'unknown' ? [] : [`${what} ${is === 'unknown' ? 'not known' : is}, the plan has ${wants}`];

const thread = (what: string, is: string, wants: string): string[] =>
  word(what, is, wants, sameThread(parseThread(what, is), parseThread(what, wants)));

function plateWrong(is: Spacer, plan: Plan, units: UnitSystem): string[] {
  const { spacer: p, rightSpacer } = plan;
  const sizes = [p.thickness, ...(rightSpacer === null ? [] : [rightSpacer])];
  const nearest = sizes.reduce((a, b) => (Math.abs(b - is.thickness) < Math.abs(a - is.thickness) ? b : a));
  const circles = p.boltCircles?.every((c) => is.boltCircles?.some((o) => Math.abs(o - c) <= SAME)) ?? true;
  return [
    ...word('kind', is.kind, p.kind),
    ...length('thickness', is.thickness, nearest, units),
    ...length('bore', is.bore, p.bore, units),
    ...(p.kind === 'lipped' ? length('lip', is.lipDiameter, p.lipDiameter, units) : []),
    ...(p.kind === 'lipped' ? length('lip’s root', is.lipRoot, p.lipRoot, units) : []),
    ...(p.lugs !== null && is.lugs !== p.lugs ? [`${is.lugs ?? 'unsaid'} holes, the plan has ${p.lugs}`] : []),
    ...(circles
      ? []
      : [`bolt circle ${is.boltCircles?.join(' / ') ?? 'not said'}, the plan has ${p.boltCircles?.join(' / ')}`]),
  ];
}

function nutWrong(is: Nut, wants: Nut, units: UnitSystem): string[] {
  return [
    ...thread('thread', is.thread, wants.thread),
    ...word('seat', SEAT_LABEL[is.seat], SEAT_LABEL[wants.seat]),
    ...word('style', is.style, wants.style),
    ...word('class', is.class, wants.class),
    ...word('material', is.material, wants.material),
    ...length('thread in it', is.threadLength, wants.threadLength, units),
    ...length('depth', is.blindDepth, wants.blindDepth, units),
    ...length('shank', is.shankLength, wants.shankLength, units),
  ];
}

/** How a part looks is held against the kit where somebody minds and the shelf knows. */
function finishWrong({ finish }: Plan, { about }: CatalogueItem): string[] {
  const is = finishOf(about);
  return finish === undefined || is === null || looksSo(is, finish) ? [] : [`finish ${is}, this kit is ${finish}`];
}

const finishNote = ({ finish }: Plan, { about }: CatalogueItem): string | null =>
  finish !== undefined && finishOf(about) === null
    ? `This kit is ${finish}; how the part looks is not on the shelf.`
    : null;

const nutOf = (f: Fastener): Nut | null =>
  f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;

/**
 * Holds a part against the kit of a plan: what its line asks for, or what is wrong and by how much. Another part with
 * which the plan stands without a stop and without anything unmeasured is offered in its place. Common practice, no
 * source.
 * @param units in which the differences are worded
 */
export function scanned(plan: Plan, item: CatalogueItem, units: UnitSystem): Scanned {
  const held = heldAgainst(plan, item, units);
  if (held.is !== 'other') return held;
  const { instead } = held;
  return { ...held, instead: instead !== null && stands(plan, held.wrong, instead) ? instead : null };
}

/** Whether a part is what a line of the kit asks for: the line, and how many pieces; null where it is not. */
export function lineOf(plan: Plan, item: CatalogueItem): { readonly key: string; readonly wanted: number } | null {
  const held = heldAgainst(plan, item, 'metric');
  return held.is === 'fits' ? { key: held.key, wanted: held.wanted } : null;
}

/** A part against the kit, what could go in its place not judged yet. */
function heldAgainst(plan: Plan, item: CatalogueItem, units: UnitSystem): Scanned {
  const { hub, fastener: f } = plan;
  const pieces = (hub.lugs ?? 0) * 2;
  switch (item.kind) {
    case 'spacer': {
      if (plan.spacer.thickness === 0) return { is: 'not-wanted' };
      const wrong = plateWrong(item.spacer, plan, units);
      const wanted = plan.rightSpacer === null ? 2 : 1;
      return wrong.length === 0
        ? { is: 'fits', key: 'kit.spacers', wanted, note: null }
        : other(wrong, { spacer: item.spacer, fastener: f });
    }
    case 'nut': {
      const nut = nutOf(f);
      if (nut === null) return { is: 'not-wanted' };
      const wrong = [...nutWrong(item.nut, nut, units), ...finishWrong(plan, item)];
      const note = finishNote(plan, item);
      if (wrong.length === 0) return { is: 'fits', key: 'kit.nuts', wanted: pieces, note };
      return other(wrong, { ...asItLooks(item), spacer: plan.spacer, fastener: { ...f, nut: item.nut } as Fastener });
    }
    case 'bolt':
    case 'stud':
    case 'conversion':
      return fastenerScanned(plan, item, units);
    case 'other':
      return beside(plan, item);
  }
}

type Loose = Extract<CatalogueItem, { kind: 'bolt' | 'stud' | 'conversion' }>;

function fastenerScanned(plan: Plan, item: Loose, units: UnitSystem): Scanned {
  const { hub, fastener: f } = plan;
  const is = item.fastener;
  const pieces = (hub.lugs ?? 0) * 2;
  if (is.kind === 'bolt' && f.kind === 'bolt') {
    const wrong = [
      ...thread('thread', item.thread, hub.thread),
      ...length('length under the seat', is.length, f.length, units),
      ...word('seat', SEAT_LABEL[is.seat], SEAT_LABEL[f.seat]),
      ...word('class', is.class, f.class),
      ...length('thread', is.threadLength, f.threadLength, units),
      ...finishWrong(plan, item),
    ];
    if (wrong.length === 0) return { is: 'fits', key: 'kit.bolts', wanted: pieces, note: finishNote(plan, item) };
    return other(wrong, { ...asItLooks(item), spacer: plan.spacer, fastener: is });
  }
  if (is.kind === 'stud' && f.kind === 'stud') {
    const wrong = [
      ...thread('thread', item.thread, hub.thread),
      ...length('protrusion', is.protrusion, f.protrusion, units),
      ...word('class', is.class, f.class),
      ...length('thread', is.threadLength, f.threadLength, units),
    ];
    return judged(plan, wrong, 'kit.studs', pieces, { ...f, ...is });
  }
  if (is.kind === 'conversion' && f.kind === 'conversion') {
    const wrong = [
      ...thread('hub end', is.hubThread, f.hubThread),
      ...thread('nuts’ end', is.outerThread, f.outerThread),
      ...length('length', is.length, f.length, units),
      ...length('short end', is.shortEnd, f.shortEnd, units),
      ...word('class', is.class, f.class),
      ...length('thread', is.threadLength, f.threadLength, units),
    ];
    return judged(plan, wrong, 'kit.studs', pieces, { ...f, ...is, torque: f.torque });
  }
  return { is: 'not-wanted' };
}

const judged = (plan: Plan, wrong: readonly string[], key: string, wanted: number, fastener: Fastener): Scanned =>
  wrong.length === 0 ? { is: 'fits', key, wanted, note: null } : other(wrong, { spacer: plan.spacer, fastener });

const other = (wrong: readonly string[], instead: Instead): Scanned => ({ is: 'other', wrong, instead });

/**
 * Whether the plan stands with the other part, judged as any choice is. A bolt of another thread is no bolt of this
 * hub.
 */
function stands(plan: Plan, wrong: readonly string[], instead: Instead): boolean {
  const strange = wrong.some((w) => w.startsWith('thread ') && w.includes(', the plan has M'));
  const rightSpacer = instead.spacer === plan.spacer ? plan.rightSpacer : null;
  return !strange && assess({ ...plan, leadSignOff: null, rightSpacer, ...instead }).blocking.length === 0;
}

/**
 * Sockets, keys, locker and cleaner: they belong to the hand, and are told where they are not what the kit asks for.
 */
function beside(plan: Plan, item: Extract<CatalogueItem, { kind: 'other' }>): Scanned {
  const fits = (key: string, note: string | null): Scanned => ({ is: 'fits', key, wanted: 1, note });
  const { other: o } = item;
  switch (o.what) {
    case 'socket': {
      const least = Math.min(...plan.wheel.each.flatMap((w) => (w.lugHole ? [w.lugHole.value - w.lugHole.pm] : [])));
      const room = o.outside === null ? null : least - o.outside;
      if (room !== null && room < plan.policy.socketRoom)
        return { is: 'other', wrong: ['its outside does not enter the narrowest lug hole'], instead: null };
      return fits('kit.sockets', o.outside === null || !Number.isFinite(least) ? 'Try it in every lug hole.' : null);
    }
    case 'key':
      return fits('kit.key', 'Try it in the locking piece.');
    case 'locker':
      if (plan.fastener.kind !== 'conversion') return { is: 'not-wanted' };
      return fits(
        'kit.locker',
        o.grade === 'high' ? 'High strength: it comes apart only with heat, next to bearings and seals.' : null,
      );
    case 'consumable':
      return fits('kit.clean', null);
    case 'ring':
      return { is: 'not-wanted' };
  }
}

import type { Plan } from '../document/document';
import { lockingOf } from '../document/hardware';
import { socketRoom } from '../seat/seats';
import { formatLength, type UnitSystem } from '../units/format';
import { looseName } from './jobKind';

/** What a socket is for on one visit; old and new hardware seldom take the same. */
export const SOCKET_USES = ['old', 'caps', 'new', 'hub-end', 'adapter', 'key'] as const;
export type SocketUse = (typeof SOCKET_USES)[number];

/** A socket of the shop, mm; its outside null where nobody measured it. */
export interface ShopSocket {
  readonly name: string;
  readonly size: number;
  readonly outside: number | null;
}

/** What is said of the parts that go in: the socket that turns them, across flats and outside, mm, or their key. */
export interface PartSocket {
  readonly size: number | null;
  readonly outside: number | null;
  readonly key: string | null;
}

export interface SocketLine {
  readonly use: SocketUse;
  /** Across flats, mm; null where nobody read it. */
  readonly size: number | null;
  readonly text: string;
  /**
   * Sockets of the shop that turn it, each held against the lug holes; empty where none does, or no hole is in its way.
   */
  readonly shop: readonly HeldSocket[];
}

export interface HeldSocket {
  readonly name: string;
  readonly enters: 'yes' | 'no' | 'unknown';
  readonly text: string;
}

export interface SocketsOf {
  readonly plan: Plan;
  /** Socket of what is on the car as it was read, across flats, mm; null where nobody read it. */
  readonly onCar: number | null;
  readonly parts: readonly PartSocket[];
  readonly shop: readonly ShopSocket[];
}

/**
 * Caps of thin sheet swell with rust: up to this much more across flats still turns on them, mm. Common practice, no
 * source.
 */
const SWOLLEN = 2;
/** A socket turns a fastener of its own size; sizes are marked to half a millimetre. */
const SAME = 0.26;

/**
 * Sockets and keys of a visit: for what comes off, its caps where they may have swollen, what goes in, the studs' hub
 * end, the adapter's nuts and the locking pieces. Each socket of the shop that would turn it is held against every lug
 * hole that was measured, at the narrow end of its error. One that does not enter asks for another; it never stops the
 * joint. Common practice, no source.
 */
export function socketLines({ plan, onCar: size, parts, shop }: SocketsOf, units: UnitSystem): SocketLine[] {
  const { hub, fastener, spacer } = plan;
  const old = hub.fastening === 'bolt' ? 'bolts' : 'nuts';
  const mm = (x: number): string => formatLength(x, units);
  const turns = (from: number, to: number): HeldSocket[] =>
    shop.filter((s) => s.size >= from - SAME && s.size <= to + SAME).map((s) => held(plan, s, units));
  const lines: SocketLine[] = [
    {
      use: 'old',
      size,
      text:
        size === null
          ? `The ${old} that are on: their socket was not read. Read it on the car.`
          : `The ${old} that are on: ${mm(size)} across flats.`,
      shop: size === null ? [] : turns(size, size),
    },
  ];
  const capped = hub.fastening === 'stud' && hub.nutStyle !== 'open';
  if (capped && size !== null) {
    const next = turns(size + 2 * SAME, size + SWOLLEN);
    lines.push({
      use: 'caps',
      size: null,
      text: `Where a cap has swollen, the next socket up: over ${mm(size)}, to ${mm(size + SWOLLEN)}.`,
      shop: next,
    });
  }
  if (fastener.kind !== 'present') lines.push(...newLines(plan, parts, turns, mm));
  if (fastener.kind === 'conversion')
    lines.push({
      use: 'hub-end',
      size: null,
      text: 'The studs’ hub end: hex key in the tip, 5 or 6 mm, or two nuts jammed together. Try it in one stud.',
      shop: [],
    });
  if (spacer.adapter)
    lines.push({
      use: 'adapter',
      size: null,
      text: 'The adapter’s own nuts: thin-wall socket that turns free in the adapter’s pockets. Try it before lifting.',
      shop: [],
    });
  const keyed = lockingOf(plan).is !== 'none';
  if (hub.lockingFastener || keyed) lines.push({ use: 'key', size: null, text: keyText(plan, parts, keyed), shop: [] });
  return lines;
}

function newLines(
  plan: Plan,
  parts: readonly PartSocket[],
  turns: (from: number, to: number) => HeldSocket[],
  mm: (x: number) => string,
): SocketLine[] {
  const own = parts.filter((p) => p.size !== null);
  const loose = `The ${looseName(plan)}s that go in`;
  if (own.length === 0)
    return [
      {
        use: 'new',
        size: null,
        text: `${loose}: their socket is not known. Often it is another one than before; try it in the wheel’s lug hole.`,
        shop: [],
      },
    ];
  return own.map((p) => ({
    use: 'new' as const,
    size: p.size,
    text: `${loose}: ${mm(p.size as number)} across flats.${outsideText(plan, p, mm)}`,
    shop: turns(p.size as number, p.size as number),
  }));
}

/** What the part's own figure of its socket says of the lug holes. */
function outsideText(plan: Plan, part: PartSocket, mm: (x: number) => string): string {
  if (part.outside === null) return '';
  const found = narrowest(plan);
  if (found === null) return ` ${mm(part.outside)} outside; no lug hole was measured.`;
  const room = socketRoom(found.hole, part.outside);
  return room >= plan.policy.socketRoom
    ? ` ${mm(part.outside)} outside enters every lug hole that was measured.`
    : ` ${mm(part.outside)} outside does not enter ${found.name}: a slimmer one.`;
}

function keyText({ hub }: Plan, parts: readonly PartSocket[], keyed: boolean): string {
  const patterns = [...new Set(parts.flatMap((p) => p.key ?? []))];
  const off = hub.lockingFastener ? 'The key of the locking pieces that are on' : '';
  const on =
    keyed && patterns.length > 0
      ? `The key ${patterns.join(', ')} of those that go in`
      : keyed && !off
        ? 'The key of the locking pieces that go in'
        : '';
  return `${[off, on].filter((t) => t !== '').join('. ')}. By hand, never with an impact wrench.`;
}

/**
 * The narrowest lug hole at the narrow end of its error; null where a wheel of the set has none measured and none is
 * known.
 */
function narrowest(plan: Plan): { readonly name: string; readonly hole: number } | null {
  let least: { name: string; hole: number } | null = null;
  for (const w of plan.wheel.each) {
    if (w.lugHole === null) continue;
    const hole = w.lugHole.value - w.lugHole.pm;
    if (least === null || hole < least.hole) least = { name: w.name, hole };
  }
  return least;
}

function held(plan: Plan, s: ShopSocket, units: UnitSystem): HeldSocket {
  const found = narrowest(plan);
  const say = (x: number): string => formatLength(x, units, 'up');
  if (s.outside === null)
    return { name: s.name, enters: 'unknown', text: 'its outside is not measured: try it in every lug hole' };
  if (found === null)
    return { name: s.name, enters: 'unknown', text: `${say(s.outside)} outside; no lug hole was measured: try it` };
  const room = socketRoom(found.hole, s.outside);
  if (room < plan.policy.socketRoom)
    return {
      name: s.name,
      enters: 'no',
      text: `${say(s.outside)} outside does not enter ${found.name}, ${formatLength(found.hole, units, 'down')} wide: another socket`,
    };
  const blank = plan.wheel.each.filter((w) => w.lugHole === null).map((w) => w.name);
  return blank.length > 0
    ? {
        name: s.name,
        enters: 'unknown',
        text: `enters where it was measured; ${blank.join(', ')} ${blank.length === 1 ? 'was' : 'were'} not`,
      }
    : { name: s.name, enters: 'yes', text: `${say(s.outside)} outside enters every lug hole` };
}

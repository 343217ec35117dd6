import { type Booked, clashes, endOf, type Laid, startOf, stretchesFrom } from './clash';

/** A stretch of open hours, ms since the epoch. */
export interface Open {
  readonly from: number;
  readonly to: number;
}

const STEP = 15 * 60_000;

/** Takes closures out of open hours; what is left is in order. */
export function withoutClosed(open: readonly Open[], closed: readonly Open[]): Open[] {
  let left = [...open];
  for (const c of closed)
    left = left.flatMap((o) =>
      c.to <= o.from || c.from >= o.to
        ? [o]
        : [
            { from: o.from, to: Math.min(o.to, c.from) },
            { from: Math.max(o.from, c.to), to: o.to },
          ].filter((x) => x.to > x.from),
    );
  return left.sort((a, b) => a.from - b.from);
}

/** Whether every minute that somebody works lies in open hours; a wait may run through the night. */
export const inOpenHours = (booked: Pick<Booked, 'stretches'>, open: readonly Open[]): boolean =>
  booked.stretches.every((s) => s.what === 'wait' || open.some((o) => s.from >= o.from && s.to <= o.to));

/** What a slot is looked for. */
export interface Wanted {
  /** Places and people that would do, by id, in the order they are liked; null where nobody has to be there. */
  readonly places: readonly string[];
  readonly people: readonly (string | null)[];
  readonly things: readonly string[];
  readonly car: string | null;
  readonly laid: Laid;
  /** ms; the first and the last moment at which it may begin. */
  readonly from: number;
  readonly to: number;
}

export interface Slot {
  readonly place: string;
  readonly who: string | null;
  readonly from: number;
  readonly to: number;
}

/**
 * Free slots for a visit, the first ones, at whole quarters of an hour: in open hours, clashing with nothing that is
 * booked. The place and the person liked most are offered where several are free.
 * @param open open hours, closures taken out, in order
 * @param most how many are offered
 */
export function freeSlots(wanted: Wanted, booked: readonly Booked[], open: readonly Open[], most: number): Slot[] {
  const found: Slot[] = [];
  const near = booked.filter((b) => endOf(b) > wanted.from);
  for (const o of open) {
    let at = Math.ceil(Math.max(o.from, wanted.from) / STEP) * STEP;
    for (; at < o.to && at <= wanted.to && found.length < most; at += STEP) {
      const slot = slotAt(at, wanted, near, open);
      if (!slot) continue;
      found.push(slot);
      // The next offer is another time, not the same one a quarter later.
      at = Math.max(at, Math.min(slot.to, at + 4 * STEP) - STEP);
    }
  }
  return found;
}

function slotAt(at: number, wanted: Wanted, booked: readonly Booked[], open: readonly Open[]): Slot | null {
  const stretches = stretchesFrom(at, wanted.laid);
  const to = endOf({ stretches });
  if (!inOpenHours({ stretches }, open)) return null;
  const then = booked.filter((b) => startOf(b) < to && endOf(b) > at);
  for (const place of wanted.places)
    for (const who of wanted.people) {
      const asked = { id: '', title: '', car: wanted.car, place, who, things: wanted.things, stretches };
      if (clashes(asked, then).length === 0) return { place, who, from: at, to };
    }
  return null;
}

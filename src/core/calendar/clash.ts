/** A stretch of a booking, ms since the epoch: somebody works, or something is waited for and hands are free. */
export interface Stretch {
  readonly what: 'work' | 'wait';
  readonly from: number;
  readonly to: number;
}

/** What is booked: where, by whom, with which things, in stretches that follow each other. */
export interface Booked {
  readonly id: string;
  readonly title: string;
  /** The car that it is for, by id: it stands in one place; null for what is no car. */
  readonly car: string | null;
  readonly place: string;
  readonly who: string | null;
  /** Helper, light, heat: ids of what is needed while somebody works. */
  readonly things: readonly string[];
  readonly stretches: readonly Stretch[];
}

export interface Clash {
  readonly with: Booked;
  readonly of: 'car' | 'place' | 'person' | 'thing';
  /** Id of what is taken twice. */
  readonly id: string;
  /** Where they meet, ms. */
  readonly from: number;
  readonly to: number;
}

export const startOf = (b: Pick<Booked, 'stretches'>): number => b.stretches[0]?.from ?? Number.NaN;
export const endOf = (b: Pick<Booked, 'stretches'>): number => b.stretches.at(-1)?.to ?? Number.NaN;

const meets = (
  a: { from: number; to: number },
  b: { from: number; to: number },
): { from: number; to: number } | null => {
  const from = Math.max(a.from, b.from);
  const to = Math.min(a.to, b.to);
  return to > from ? { from, to } : null;
};

/** Where two meet while hands are needed: what cures leaves them free. */
function handsMeet(a: Booked, b: Booked): { from: number; to: number } | null {
  for (const x of a.stretches)
    for (const y of b.stretches) {
      const both = x.what === 'work' && y.what === 'work' ? meets(x, y) : null;
      if (both) return both;
    }
  return null;
}

/**
 * What of a booking is taken already. A car is in one place at a time, and a place is taken from its beginning to its
 * end: a car on stands does not move while its locker cures. A person, and a thing that hands hold, are taken while
 * somebody works; another visit may fill the wait.
 * @returns empty where it fits
 */
export function clashes(asked: Booked, others: readonly Booked[]): Clash[] {
  const found: Clash[] = [];
  for (const other of others) {
    if (other.id === asked.id) continue;
    const whole = meets({ from: startOf(asked), to: endOf(asked) }, { from: startOf(other), to: endOf(other) });
    if (!whole) continue;
    if (asked.car !== null && other.car === asked.car) found.push({ with: other, of: 'car', id: asked.car, ...whole });
    if (other.place === asked.place) found.push({ with: other, of: 'place', id: asked.place, ...whole });
    const hands = handsMeet(asked, other);
    if (!hands) continue;
    if (asked.who !== null && asked.who === other.who)
      found.push({ with: other, of: 'person', id: asked.who, ...hands });
    for (const thing of asked.things)
      if (other.things.includes(thing)) found.push({ with: other, of: 'thing', id: thing, ...hands });
  }
  return found;
}

/** Minutes of a visit as they are laid out: work, the cure that is waited for, work after it. */
export interface Laid {
  readonly before: number;
  readonly wait: number;
  readonly after: number;
}

/** Stretches of a visit that begins then. @param from ms since the epoch */
export function stretchesFrom(from: number, { before, wait, after }: Laid): Stretch[] {
  const min = 60_000;
  const [a, b, c] = [from + before * min, from + (before + wait) * min, from + (before + wait + after) * min];
  const all: Stretch[] = [
    { what: 'work', from, to: a },
    { what: 'wait', from: a, to: b },
    { what: 'work', from: b, to: c },
  ];
  return all.filter((s) => s.to > s.from);
}

/**
 * A visit laid into a length that was asked for. What is missing is taken off the wait first, then off the work; what
 * is over goes to the work at the end, so that nothing is tightened earlier for it.
 * @param length minutes, above 0
 */
export function laidInto(usual: Laid, length: number): Laid {
  const over = length - (usual.before + usual.wait + usual.after);
  if (over >= 0)
    return usual.wait > 0 || usual.after > 0
      ? { ...usual, after: usual.after + over }
      : { ...usual, before: usual.before + over };
  const wait = Math.max(0, usual.wait + over);
  const short = length - wait - usual.after;
  const before = Math.max(0, Math.min(usual.before, short));
  return { before, wait, after: Math.max(0, length - before - wait) };
}

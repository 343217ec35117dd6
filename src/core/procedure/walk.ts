import { endOf } from '../document/axles';
import { type Phase, QUANTITY_IDS, type QuantityId, quantity } from '../document/quantities';
import type { Axle, Corner } from '../document/vocabulary';

/** One reading of a visit, where it is taken. */
export interface Stop {
  readonly quantity: QuantityId;
  readonly axle: Axle;
  /** Null for what belongs to the axle or to a wheel. */
  readonly corner: Corner | null;
  /** The wheel it belongs to; null for what belongs to the car. */
  readonly wheel: { readonly id: string; readonly mark: string } | null;
}

const PHASES: readonly Phase[] = ['ground', 'loaded', 'off', 'bench'];
/** As one walks round a car. */
const ROUND: readonly Corner[] = ['front-left', 'front-right', 'rear-right', 'rear-left'];

/** When a stop is due, as numbers that are compared one after the other. */
function dueAt({ quantity: id, axle, corner, wheel }: Stop): readonly number[] {
  const phase = PHASES.indexOf(quantity(id).phase);
  // Axle by axle after its corners; wheels last, since all of them go on the same bench.
  const place = corner !== null ? ROUND.indexOf(corner) : wheel === null ? (endOf(axle) === 'front' ? 4 : 5) : 6;
  return [phase, place];
}

/**
 * Readings of a visit in the order in which hands come to them: on the ground round the car, loaded corner by corner,
 * then each wheel off and behind it, then parts and wheels on the bench. Within a place they stand as in the table of
 * readings. Common practice, no source.
 */
export function inWalk<T extends Stop>(stops: readonly T[]): T[] {
  const due = (s: T) =>
    [...dueAt(s), s.wheel?.mark ?? '', s.wheel?.id ?? '', QUANTITY_IDS.indexOf(s.quantity)] as const;
  return stops
    .map((stop) => ({ stop, due: due(stop) }))
    .sort((a, b) => {
      const at = a.due.findIndex((x, i) => x !== b.due[i]);
      if (at < 0) return 0;
      return (a.due[at] as number | string) < (b.due[at] as number | string) ? -1 : 1;
    })
    .map(({ stop }) => stop);
}

/** Stops that are at one place in one phase, in their order: a corner on the ground, a wheel on the bench. */
export interface Place<T extends Stop> {
  readonly phase: Phase;
  readonly stops: readonly T[];
}

/** The places of a walk in order. */
export function placesOf<T extends Stop>(walk: readonly T[]): Place<T>[] {
  const found: { phase: Phase; key: string; stops: T[] }[] = [];
  for (const stop of walk) {
    const { phase } = quantity(stop.quantity);
    const key = `${phase}/${stop.corner ?? stop.wheel?.id ?? stop.axle}`;
    const last = found.at(-1);
    if (last?.key === key) last.stops.push(stop);
    else found.push({ phase, key, stops: [stop] });
  }
  return found;
}

/** The stop to go to from one: the next that is still open, round the end to the first; null where none is. */
export function nextOpen<T extends Stop>(walk: readonly T[], from: number, open: (stop: T) => boolean): number | null {
  for (let i = 1; i <= walk.length; i += 1) {
    const at = (from + i) % walk.length;
    const stop = walk[at];
    if (stop && open(stop)) return at;
  }
  return null;
}

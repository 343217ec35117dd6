import { tryInput } from '../errors';
import { groupBy } from '../groupBy';
import { formatThread, parseThread } from '../thread/designation';
import { combineRepeats, type Uncertain } from '../uncertainty';

/**
 * What hubs of one model have in common and a new car of it can be held against. A torque figure needs its source on
 * each car, a locking piece is each owner's.
 */
export const FITMENT_FACTS = [
  'thread',
  'fastening',
  'lugs',
  'boltCircle',
  'seat',
  'threadMaterial',
  'nutStyle',
] as const;
export type FitmentFact = (typeof FITMENT_FACTS)[number];

/** One axle of one car as it was taken in, each fact as it would be typed; empty or "unknown" where nobody knew. */
export type HubFacts = Readonly<Record<FitmentFact, string>>;

/** What cars of a model had, of those on which it was known. */
export interface KnownFact {
  readonly value: string;
  /** Cars that had it, and cars on which it was known. */
  readonly cars: number;
  readonly of: number;
}

/** What cars of a model had that another shop took in. */
export interface FactElsewhere {
  readonly fact: FitmentFact;
  readonly value: string;
  readonly cars: number;
}

/** Whether somebody knew a fact of a hub. */
export const known = (value: string): boolean => value.trim() !== '' && value !== 'unknown';

/** A thread is the same however it was typed. */
function spelt(fact: FitmentFact, value: string): string {
  if (fact !== 'thread') return value;
  const read = tryInput(() => formatThread(parseThread('Thread', value)));
  return read.value ?? value;
}

/**
 * The commonest of each fact among hubs of one model. Where as many cars had one thing as another nothing is said: it
 * would only be a guess. Whatever comes of it is expected and no more, until somebody has looked at the car at hand.
 * Common practice, no source.
 */
export function fitmentOf(
  hubs: readonly HubFacts[],
  elsewhere: readonly FactElsewhere[] = [],
): Partial<Record<FitmentFact, KnownFact>> {
  const found: Partial<Record<FitmentFact, KnownFact>> = {};
  for (const fact of FITMENT_FACTS) {
    const had = [
      ...hubs.map((hub) => ({ value: hub[fact], cars: 1 })),
      ...elsewhere.filter((e) => e.fact === fact),
    ].filter((h) => known(h.value));
    const most = commonest(had, (value) => spelt(fact, value));
    if (most) found[fact] = most;
  }
  return found;
}

/**
 * What most of them had; null where none is known, or where as many had one thing as another.
 * @param same how a value is told to be the same however it was typed
 */
export function commonest(
  had: readonly { readonly value: string; readonly cars: number }[],
  same: (value: string) => string,
): KnownFact | null {
  const counts = [...groupBy(had, (h) => same(h.value)).values()].map((own) => ({
    value: (own[0] as { value: string }).value,
    cars: own.reduce((n, h) => n + h.cars, 0),
  }));
  const [first, second] = counts.sort((a, b) => b.cars - a.cars);
  if (!first || first.cars === second?.cars) return null;
  return { ...first, of: counts.reduce((n, c) => n + c.cars, 0) };
}

/** A figure as one car of a model had it, or as several of another shop did. */
export interface CarFigure extends Uncertain {
  readonly car: string;
  /** How many cars it stands for; left out, one. */
  readonly cars?: number;
}

/** What cars of a model had of one part. */
export interface ExpectedFigure extends Uncertain {
  readonly cars: number;
  readonly least: number;
  readonly most: number;
  /**
   * Their figures lie further apart than their errors: they had different parts, so nothing is expected of another car.
   */
  readonly apart: boolean;
}

/**
 * What another car of a model is held against: the middle of what its cars had, with an ± inside which every one of
 * them lies with its own. It is expected and no more, until a caliper that is set to it was held to the part.
 * @param figures in mm, any number a car @returns null where no car has one
 */
export function expectedFigure(figures: readonly CarFigure[]): ExpectedFigure | null {
  const byCar = groupBy(figures, (f) => f.car);
  const each = [...byCar.values()].map((own) => combineRepeats(own));
  const values = each.map((c) => c.value);
  if (values.length === 0) return null;
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const value = (least + most) / 2;
  const pm = Math.max(...each.map((c) => Math.abs(c.value - value) + c.pm));
  const [low, high] = [each.find((c) => c.value === least), each.find((c) => c.value === most)];
  const apart = most - least > (low?.pm ?? 0) + (high?.pm ?? 0) + 1e-9;
  const cars = [...byCar.values()].reduce((n, own) => n + (own[0]?.cars ?? 1), 0);
  return { value, pm, cars, least, most, apart };
}

import { commonest, type KnownFact, known } from './fitment';

/** What wheels of one name have in common, as it would be typed. */
export const WHEEL_FACTS = ['tyre', 'offset', 'wheelSeat', 'drilling'] as const;
export type WheelFact = (typeof WHEEL_FACTS)[number];
export type KnownWheels = Readonly<Partial<Record<WheelFact, KnownFact>>>;

/** A wheel set that was here: the model of its car, and its facts; empty or “unknown” where nobody knew. */
export interface NamedSet {
  readonly model: string;
  readonly facts: Readonly<Record<WheelFact, string>>;
}

const plain = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

/**
 * What sets of one name say of another one of that name: those of cars of the same model where there are any, and then
 * what most of them had. “Winter 16” is a name that many give, so sets of other models say only what all of them agree
 * on. Expected and no more, until somebody looked at these wheels. Common practice, no source.
 */
export function wheelsOfName(
  sets: readonly NamedSet[],
  model: string,
): { readonly sets: number; readonly facts: KnownWheels } {
  const own = sets.filter((s) => plain(s.model) === plain(model));
  const asked = own.length > 0 ? own : sets;
  const facts: Partial<Record<WheelFact, KnownFact>> = {};
  for (const fact of WHEEL_FACTS) {
    const had = asked.map((s) => ({ value: s.facts[fact], cars: 1 })).filter((h) => known(h.value));
    const most = commonest(had, plain);
    if (most && (own.length > 0 || most.cars === most.of)) facts[fact] = most;
  }
  return { sets: asked.length, facts };
}

import type { Corner, Plan } from '../document/document';
import { type QuantityId, quantity } from '../document/quantities';

/** A reading that can be taken on a practice car: of a corner, of the axle, or of one wheel by its place. */
export interface PracticeReading {
  readonly id: string;
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  readonly wheel: number | null;
  /** What it takes on a car, minutes. Common practice, no source. */
  readonly minutes: number;
}

const AT_CORNER = ['turns', 'studProtrusion', 'rotorHat', 'tappedDepth', 'roomBehind', 'loadedClearance'] as const;
const OF_AXLE = [
  'boltLength',
  'boltThread',
  'studThread',
  'pilotNose',
  'nutThread',
  'nutBlindDepth',
  'capOpen',
  'holeOpen',
  'lockingShorter',
  'nutGrip',
] as const;
const OF_WHEEL = ['padThickness', 'pocketDepth'] as const;

const MINUTES: Readonly<Partial<Record<QuantityId, number>>> = { turns: 3, loadedClearance: 3, roomBehind: 2 };
const minutes = (id: QuantityId): number => MINUTES[id] ?? 1;

/**
 * The pad of one wheel is known where the wheels are seen to be no one casting: eyes tell that, and then none of them
 * speaks for another. Of wheels that look alike one is taken for all, as on any car.
 */
export const givenPad = (whole: Plan): NonNullable<Plan['wheel']['padThickness']> | null =>
  whole.wheel.each[0]?.padThickness ?? null;

/**
 * Every reading that is to be taken on this car, in the order of the trade. @param whole the plan with all of them
 * taken
 */
export function practiceReadings(whole: Plan): PracticeReading[] {
  const at = (id: QuantityId, corner: Corner | null, wheel: number | null): PracticeReading => ({
    id: `${id}.${corner ?? wheel ?? 'axle'}`,
    quantity: id,
    corner,
    wheel,
    minutes: minutes(id),
  });
  return [
    ...AT_CORNER.flatMap((id) => whole.corners.flatMap((c) => (c[id] === null ? [] : [at(id, c.corner, null)]))),
    ...OF_AXLE.flatMap((id) => (whole.hub[id] === null ? [] : [at(id, null, null)])),
    ...(whole.wheel.padThickness === null ? [] : [at('padThickness', null, null)]),
    ...OF_WHEEL.flatMap((id) =>
      whole.wheel.each.flatMap((w, i) =>
        w[id] === null || (id === 'padThickness' && i === 0) ? [] : [at(id, null, i)],
      ),
    ),
  ];
}

/** What a reading of this car reads, ± inside. */
export function readingAt(whole: Plan, r: PracticeReading): { readonly value: number; readonly pm: number } {
  const found = fieldOf(whole, r);
  if (typeof found === 'boolean') return { value: found ? 1 : 0, pm: 0 };
  return (found as { value: number; pm: number } | null) ?? { value: 0, pm: 0 };
}

function fieldOf({ hub, wheel, corners }: Plan, { quantity: q, corner, wheel: i }: PracticeReading): unknown {
  if (i !== null) return wheel.each[i]?.[q as (typeof OF_WHEEL)[number]];
  if (corner !== null) return corners.find((c) => c.corner === corner)?.[q as (typeof AT_CORNER)[number]];
  return q === 'padThickness' ? wheel.padThickness : hub[q as (typeof OF_AXLE)[number]];
}

/** The plan with each of its readings as `to` says; null is not taken. */
const withEach = (whole: Plan, to: (r: PracticeReading) => unknown): Plan =>
  practiceReadings(whole).reduce((plan, r) => withField(plan, r, to(r)), whole);

/** The plan with the readings that were taken and no other. */
export const asTaken = (whole: Plan, taken: ReadonlySet<string>): Plan =>
  withEach(whole, (r) => (taken.has(r.id) ? fieldOf(whole, r) : null));

/** The plan with what was read and nothing else: figures as the tool showed them, right or not; a yes is 1. */
export const asRead = (whole: Plan, read: ReadonlyMap<string, number>): Plan =>
  withEach(whole, (r) => {
    const value = read.get(r.id);
    if (value === undefined) return null;
    if (quantity(r.quantity).kind === 'yes-no') return value === 1;
    return { ...(fieldOf(whole, r) as { value: number; pm: number }), value };
  });

/**
 * Readings that are off by more than their error, and by how much, mm or turns: a jaw on the wrong edge, a turn left
 * out.
 */
export const readWrong = (
  whole: Plan,
  read: ReadonlyMap<string, number>,
): { readonly reading: PracticeReading; readonly read: number; readonly is: number }[] =>
  practiceReadings(whole).flatMap((reading) => {
    const value = read.get(reading.id);
    const is = readingAt(whole, reading);
    return value === undefined || Math.abs(value - is.value) <= Math.max(is.pm, 1e-6)
      ? []
      : [{ reading, read: value, is: is.value }];
  });

/** The plan with one reading off by some mm, as a jaw on the wrong edge gives it; a yes is a no. */
export function misread(plan: Plan, r: PracticeReading, by: number): Plan {
  const was = fieldOf(plan, r);
  if (typeof was === 'boolean') return withField(plan, r, !was);
  const m = was as { value: number; pm: number } | null;
  return m === null ? plan : withField(plan, r, { ...m, value: Math.max(quantity(r.quantity).min, m.value + by) });
}

/** The plan with another thing in the place of a reading. */
function withField(plan: Plan, { quantity: q, corner, wheel: i }: PracticeReading, to: unknown): Plan {
  if (i !== null) {
    const each = plan.wheel.each.map((w, k) => (k === i ? { ...w, [q]: to } : w));
    return { ...plan, wheel: { ...plan.wheel, each } };
  }
  if (corner !== null)
    return { ...plan, corners: plan.corners.map((c) => (c.corner === corner ? { ...c, [q]: to } : c)) };
  if (q === 'padThickness') return { ...plan, wheel: { ...plan.wheel, [q]: to as Plan['wheel']['padThickness'] } };
  return { ...plan, hub: { ...plan.hub, [q]: to } };
}

import type { Hub, JobType } from './document';
import { HARDWARE } from './readings/hardware';
import { type Method, MODEL, SAME } from './readings/methods';
import { OF_WHEEL } from './readings/ofWheel';
import { ON_GROUND } from './readings/onGround';
import { ON_HUB } from './readings/onHub';
import type { Kind, QuantityRow } from './readings/row';
import { ADDS_NOTHING } from './vocabulary';

export { type Method, MODEL, SAME, UNSEEN } from './readings/methods';
export type { Kind, Phase } from './readings/row';

/** In the order of the trade: on the ground, loaded, hardware with the wheel off, the wheel itself. */
const TABLE = [...ON_GROUND, ...HARDWARE, ...ON_HUB, ...OF_WHEEL] as const;

export type QuantityId = (typeof TABLE)[number]['id'];
export const QUANTITY_IDS = TABLE.map((q) => q.id) as [QuantityId, ...QuantityId[]];

/** What is measured on a car, whole. */
export interface Quantity extends Omit<QuantityRow, 'widest'> {
  readonly id: QuantityId;
  readonly kind: Kind;
  /** The widest error that is still a measurement; null where none is asked. */
  readonly widest: number | null;
}

/** Readings of the hub that a plan keeps with their ±. */
export type HubReading = Exclude<
  Extract<QuantityId, keyof Hub>,
  'wheelLoad' | 'socketOutside' | 'contactDiameter' | 'holeOpen' | 'capOpen'
>;

export const QUANTITIES: readonly Quantity[] = TABLE.map((row: QuantityRow & { readonly id: QuantityId }): Quantity => {
  const kind = row.kind ?? 'length';
  return { ...row, kind, widest: row.widest ?? (kind === 'length' ? 1 : null) };
});

const BY_ID = new Map(QUANTITIES.map((x) => [x.id, x]));

/** The quantity with this id. */
export function quantity(id: QuantityId): Quantity {
  return BY_ID.get(id) as Quantity;
}

/** The ways in which a reading is typed; figures that were held to a part are confirmed and not typed. */
export const typedMethods = (q: Quantity): readonly Method[] =>
  q.methods.filter((m) => m.id !== SAME.id && m.id !== MODEL.id);

/** Studs for bolts leave the wheel where it is: stance, clearance and counts are asked for once a plate is chosen. */
const NOT_FOR_STUDS: ReadonlySet<QuantityId> = new Set<QuantityId>([
  'settled',
  'gap',
  'loadedClearance',
  'turns',
  'boltLength',
  'spigotDiameter',
  'spigotHeight',
  'chamferDepth',
  'wheelBore',
]);
/** What a conversion stud’s joint is added up from. */
const FOR_STUDS: ReadonlySet<QuantityId> = new Set<QuantityId>(['rotorHat', 'nutGrip']);

/** Where nothing is added, a count shows that the joint holds, and a cap that it does not bottom. */
const FOR_NOTHING: ReadonlySet<QuantityId> = new Set<QuantityId>(['turns', 'nutBlindDepth']);

/** Only a closed nut has a cap. */
const OF_CAP: ReadonlySet<QuantityId> = new Set<QuantityId>(['nutBlindDepth', 'capOpen', 'capDab']);

function optionalFor(x: Quantity, jobType: JobType): boolean {
  if (ADDS_NOTHING.has(jobType)) return !FOR_NOTHING.has(x.id);
  if (jobType === 'clearance' && x.id === 'innerClearance') return false;
  if (jobType === 'conversion' && FOR_STUDS.has(x.id)) return false;
  return x.optional === true || (jobType === 'conversion' && NOT_FOR_STUDS.has(x.id));
}

/**
 * What is measured before a choice, on a hub: bolts have no nuts, and only a closed nut has a blind depth. Where
 * clearance is the job, the room inside is what the job is about and not left out; where a conversion is, the stance
 * is.
 */
export function quantitiesFor(hub: Pick<Hub, 'fastening' | 'nutStyle'>, jobType: JobType): Quantity[] {
  return QUANTITIES.filter(
    (x) =>
      x.id !== 'gapFitted' &&
      (x.fastening === 'both' || x.fastening === hub.fastening) &&
      (!OF_CAP.has(x.id) || hub.nutStyle === 'closed'),
  ).map((x) => ({ ...x, optional: optionalFor(x, jobType) }));
}

/**
 * The readings of one thing that count: all of them, or the last where another piece may have been in the hand. In the
 * order taken.
 */
export const countedReadings = <T>(id: QuantityId, readings: readonly T[] | undefined): readonly T[] | undefined =>
  readings && quantity(id).lastCounts ? readings.slice(-1) : readings;

/** A line for what is still to measure: what, and which decision waits for it. */
export function missingReading(id: QuantityId): string {
  const x = quantity(id);
  return `${x.label}: ${x.blocks} waits for it.`;
}

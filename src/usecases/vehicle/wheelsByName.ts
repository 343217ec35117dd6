import 'server-only';
import { type KnownWheels, wheelsOfName } from '@/core/document/wheelFacts';
import { theStore } from '@/store/connection';
import type { AxleHubRow, WheelSetRow } from '@/store/schema';
import { loadVehicle, setsNamed } from '@/store/vehicles';

/** What wheels of one name were here on other cars. */
export interface WheelsSeen {
  readonly sets: number;
  readonly facts: KnownWheels;
}

/** Whether wheels are drilled as the hubs of a car are, as far as both are known: others of a name are other wheels. */
const goesOn = (set: WheelSetRow, hubs: readonly AxleHubRow[]): boolean =>
  hubs.every(
    (h) =>
      (set.lugs === null || h.lugs === null || set.lugs === h.lugs) &&
      (set.boltCircleMm === null || h.boltCircleMm === null || set.boltCircleMm === h.boltCircleMm),
  );

/**
 * What sets of a name that were here say of another one.
 * @param on the car that it goes on, or the model of one that is being taken in @returns null where none was here, or
 * they agree on nothing
 */
export async function wheelsSeen(
  name: string,
  on: { readonly vehicleId: string } | { readonly model: string },
): Promise<WheelsSeen | null> {
  if (name.trim() === '') return null;
  const { db } = await theStore();
  const { vehicle: car = null, hubs = [] } = 'vehicleId' in on ? await loadVehicle(db, on.vehicleId) : {};
  const found = await setsNamed(db, name, car?.id ?? null);
  const seen = wheelsOfName(
    found
      .filter(({ set }) => goesOn(set, hubs))
      .map(({ set, model }) => ({
        model,
        facts: {
          tyre: set.tyre,
          offset: set.offsetMm === null ? '' : String(set.offsetMm),
          wheelSeat: set.seat,
          drilling: set.lugs === null || set.boltCircleMm === null ? '' : `${set.lugs}x${set.boltCircleMm}`,
        },
      })),
    car?.name ?? ('model' in on ? on.model : ''),
  );
  return Object.keys(seen.facts).length === 0 ? null : seen;
}

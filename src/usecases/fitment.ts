import 'server-only';
import { type FitmentFact, fitmentOf, type HubFacts, type KnownFact } from '@/core/document/fitment';
import { theStore } from '@/store/connection';
import type { AxleHubRow } from '@/store/schema';
import { hubsOfModel } from '@/store/vehicles';

/** What this shop has seen on cars of one model. */
export interface KnownModel {
  readonly cars: number;
  readonly front: Partial<Record<FitmentFact, KnownFact>>;
  readonly rear: Partial<Record<FitmentFact, KnownFact>>;
}

const figure = (x: number | null): string => (x === null ? '' : String(x));

const factsOf = (h: AxleHubRow): HubFacts => ({
  thread: h.thread,
  fastening: h.fastening,
  lugs: figure(h.lugs),
  boltCircle: figure(h.boltCircleMm),
  seat: h.seat,
  threadMaterial: h.threadMaterial,
  nutStyle: h.nutStyle,
});

/** What was taken in of cars with this name, axle by axle; null where there was none. */
export async function knownModel(name: string): Promise<KnownModel | null> {
  const hubs = name.trim() === '' ? [] : await hubsOfModel((await theStore()).db, name);
  if (hubs.length === 0) return null;
  const of = (axle: 'front' | 'rear') => fitmentOf(hubs.filter((h) => h.axle === axle).map(factsOf));
  return { cars: new Set(hubs.map((h) => h.vehicleId)).size, front: of('front'), rear: of('rear') };
}

import 'server-only';
import {
  type ExpectedFigure,
  expectedFigure,
  type FitmentFact,
  fitmentOf,
  type HubFacts,
  type KnownFact,
} from '@/core/document/fitment';
import { MODEL, type Quantity, QUANTITIES, type QuantityId, SAME, UNSEEN } from '@/core/document/quantities';
import { groupBy } from '@/core/groupBy';
import { type Executor, theStore } from '@/store/connection';
import { readingsOfModel } from '@/store/hubs';
import type { JobWhole } from '@/store/jobs';
import type { AxleHubRow } from '@/store/schema';
import { hubsOfModel } from '@/store/vehicles';
import { hubOf } from './jobPlan';

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

/** Whether the part that a figure belongs to is on this axle as the maker made it, so that other cars' say something of it. */
function isMakers({ ofModel }: Quantity, whole: JobWhole): boolean {
  const hub = hubOf(whole);
  if (ofModel === undefined || hub.fromJobId !== null) return false;
  return ofModel === 'hub' || hub.hardware === 'original';
}

/**
 * Figures that other cars of this model had and that can be confirmed at this one.
 * @param within the transaction of the caller; left out, the running store
 */
export async function expectedOf(whole: JobWhole, within?: Executor): Promise<Map<QuantityId, ExpectedFigure>> {
  const asked = QUANTITIES.filter((q) => isMakers(q, whole));
  const found = new Map<QuantityId, ExpectedFigure>();
  if (asked.length === 0 || whole.vehicle.name.trim() === '') return found;
  const rows = await readingsOfModel(within ?? (await theStore()).db, {
    name: whole.vehicle.name,
    axle: whole.job.axle,
    butVehicle: whole.vehicle.id,
    quantities: asked.map((q) => q.id),
    butMethods: [SAME.id, MODEL.id, UNSEEN.id],
  });
  const of = groupBy(rows, ({ r }) => r.quantity);
  for (const q of asked) {
    const own = (of.get(q.id) ?? []).filter((x) => q.ofModel === 'hub' || x.hardware === 'original');
    const figure = expectedFigure(own.map(({ r, vehicleId: car }) => ({ car, value: r.value, pm: r.pm })));
    if (figure !== null) found.set(q.id, figure);
  }
  return found;
}

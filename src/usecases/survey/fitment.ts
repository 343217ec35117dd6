import 'server-only';
import { endOf } from '@/core/document/axles';
import {
  type CarFigure,
  type ExpectedFigure,
  expectedFigure,
  type FitmentFact,
  fitmentOf,
  type HubFacts,
  type KnownFact,
} from '@/core/document/fitment';
import { MODEL, QUANTITIES, type Quantity, type QuantityId, SAME, UNSEEN } from '@/core/document/quantities';
import type { End } from '@/core/document/vocabulary';
import { groupBy } from '@/core/groupBy';
import { type Executor, theStore } from '@/store/connection';
import { type ModelReading, readingsOfModel } from '@/store/hubs';
import type { JobWhole } from '@/store/jobs';
import { factsOfModel } from '@/store/modelFacts';
import type { AxleHubRow } from '@/store/schema';
import { hubsOfModel } from '@/store/vehicles';
import { hubOf } from '../job/jobPlan';

/** What this shop has seen on cars of one model. */
export interface KnownModel {
  readonly cars: number;
  /** Cars that other shops had, as their files say; not among the ones before. */
  readonly elsewhere: number;
  readonly front: Partial<Record<FitmentFact, KnownFact>>;
  readonly rear: Partial<Record<FitmentFact, KnownFact>>;
}

const figure = (x: number | null): string => (x === null ? '' : String(x));

export const factsOf = (h: AxleHubRow): HubFacts => ({
  thread: h.thread,
  fastening: h.fastening,
  lugs: figure(h.lugs),
  boltCircle: figure(h.boltCircleMm),
  seat: h.seat,
  threadMaterial: h.threadMaterial,
  nutStyle: h.nutStyle,
});

/**
 * What was taken in of cars with this name, here and as files of other shops say, axle by axle; null where there was
 * none.
 */
export async function knownModel(name: string): Promise<KnownModel | null> {
  if (name.trim() === '') return null;
  const { db } = await theStore();
  const hubs = await hubsOfModel(db, name);
  const facts = await factsOfModel(db, name);
  if (hubs.length === 0 && facts.length === 0) return null;
  const of = (axle: End) =>
    fitmentOf(
      hubs.filter((h) => h.axle === axle).map(factsOf),
      facts.filter((f) => f.axle === axle && f.pm === null).map((f) => ({ ...f, fact: f.what as FitmentFact })),
    );
  return {
    cars: new Set(hubs.map((h) => h.vehicleId)).size,
    // The same cars stand behind many lines: the thing that most of them are counted for tells how many there were.
    elsewhere: Math.max(
      0,
      ...[...groupBy(facts, (f) => `${f.axle}/${f.what}`).values()].map((own) => own.reduce((n, f) => n + f.cars, 0)),
    ),
    front: of('front'),
    rear: of('rear'),
  };
}

/**
 * Whether the part that a figure belongs to is on this axle as the maker made it, so that other cars' say something of
 * it.
 */
function isMakers({ ofModel }: Quantity, whole: JobWhole): boolean {
  const hub = hubOf(whole);
  if (ofModel === undefined || hub.fromJobId !== null) return false;
  return ofModel === 'hub' || hub.hardware === 'original';
}

/**
 * Figures of a model's cars that say something of the next one: read at the car, not confirmed by what another one had,
 * and seen.
 */
export const figuresOfModel = (
  db: Executor,
  of: Omit<Parameters<typeof readingsOfModel>[1], 'butMethods'>,
): Promise<ModelReading[]> => readingsOfModel(db, { ...of, butMethods: [SAME.id, MODEL.id, UNSEEN.id] });

/**
 * Figures that other cars of this model had and that can be confirmed at this one.
 * @param of what is asked for; a model's cars have many readings
 * @param within the transaction of the caller; left out, the running store
 */
export async function expectedOf(
  whole: JobWhole,
  of: ReadonlySet<QuantityId>,
  within?: Executor,
): Promise<Map<QuantityId, ExpectedFigure>> {
  const asked = QUANTITIES.filter((q) => of.has(q.id) && isMakers(q, whole));
  const found = new Map<QuantityId, ExpectedFigure>();
  if (asked.length === 0 || whole.vehicle.name.trim() === '') return found;
  const rows = await figuresOfModel(within ?? (await theStore()).db, {
    name: whole.vehicle.name,
    axle: endOf(whole.job.axle),
    butVehicle: whole.vehicle.id,
    quantities: asked.map((q) => q.id),
  });
  const read = groupBy(rows, (r) => r.quantity);
  const facts = await factsOfModel(within ?? (await theStore()).db, whole.vehicle.name);
  for (const q of asked) {
    const figure = expectedFigure([
      ...ownFigures(read.get(q.id) ?? [], q),
      ...facts
        .filter((f) => f.axle === endOf(whole.job.axle) && f.what === q.id)
        .map((f) => ({ car: f.id, cars: f.cars, value: Number(f.value), pm: f.pm ?? 0 })),
    ]);
    if (figure !== null) found.set(q.id, figure);
  }
  return found;
}

/** Figures that say something of other cars: on somebody else's hardware only the hub itself does. */
export const ownFigures = (rows: readonly ModelReading[], q: Quantity): CarFigure[] =>
  rows
    .filter((r) => q.ofModel === 'hub' || r.hardware === 'original')
    .map(({ vehicleId: car, value, pm }) => ({ car, value, pm }));

import { and, asc, desc, eq, inArray, isNotNull, isNull, ne, notInArray, or, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { HubAfter } from '@/core/document/hubAfter';
import type { Axle } from '@/core/document/vocabulary';
import type { Executor } from './connection';
import { type AxleHubRow, axleHub, job, type ReadingRow, reading, vehicle } from './schema';

type HubWords = Omit<AxleHubRow, 'id' | 'vehicleId' | 'axle' | 'fromJobId' | 'endedAt'>;

/** A hub's row with what the fasteners that went in changed of it. */
const withAfter = (hub: AxleHubRow, after: HubAfter | null): HubWords => ({
  lugs: hub.lugs,
  boltCircleMm: hub.boltCircleMm,
  thread: after?.thread ?? hub.thread,
  fastening: after?.fastening ?? hub.fastening,
  seat: after?.seat ?? hub.seat,
  threadMaterial: after?.threadMaterial ?? hub.threadMaterial,
  nutStyle: after?.nutStyle ?? hub.nutStyle,
  torqueNm: after ? (after.torque?.value ?? null) : hub.torqueNm,
  torqueSource: after ? (after.torque?.source ?? '') : hub.torqueSource,
  lockingFastener: after?.lockingFastener ?? hub.lockingFastener,
  fastenerClass: after?.fastenerClass ?? hub.fastenerClass,
  internalTensileMpa: after ? after.internalTensile : hub.internalTensileMpa,
  nutClass: after?.nutClass ?? hub.nutClass,
  hardware: after?.hardware ?? hub.hardware,
  original: after ? after.original : hub.original,
});

/** The hub that is on an axle now. */
export async function hubNow(tx: Executor, vehicleId: string, axle: Axle): Promise<AxleHubRow | null> {
  const [row] = await tx
    .select()
    .from(axleHub)
    .where(and(eq(axleHub.vehicleId, vehicleId), eq(axleHub.axle, axle), isNull(axleHub.endedAt)));
  return row ?? null;
}

/** The hub of an axle as it was before studs went in; null where it always was what it is. */
export async function hubBefore(tx: Executor, vehicleId: string, axle: Axle): Promise<AxleHubRow | null> {
  const [row] = await tx
    .select()
    .from(axleHub)
    .where(
      and(
        eq(axleHub.vehicleId, vehicleId),
        eq(axleHub.axle, axle),
        isNotNull(axleHub.endedAt),
        eq(axleHub.fastening, 'bolt'),
      ),
    )
    .orderBy(desc(axleHub.endedAt))
    .limit(1);
  return row ?? null;
}

/**
 * The axle as a signed job leaves it. Other fasteners end the hub that was and begin one; jobs that were done on the
 * old one keep it. What a later job has changed since stays.
 * @param hub the hub as the job found it
 */
export async function settleHub(
  tx: Executor,
  { jobId, hub, after, takesOff }: { jobId: string; hub: AxleHubRow; after: HubAfter | null; takesOff: boolean },
  at: Date,
): Promise<void> {
  const now = await hubNow(tx, hub.vehicleId, hub.axle);
  if (!now) return;
  const words = withAfter(hub, after);
  if (now.fromJobId === jobId) {
    await tx.update(axleHub).set(words).where(eq(axleHub.id, now.id));
    return;
  }
  const replaced = now.id === hub.id ? after !== null : takesOff;
  if (!replaced) return;
  await tx.update(axleHub).set({ endedAt: at }).where(eq(axleHub.id, now.id));
  await tx
    .insert(axleHub)
    .values({ ...words, id: newId(), vehicleId: hub.vehicleId, axle: hub.axle, fromJobId: jobId, endedAt: null });
  // What was signed stands on the hub that it was done on.
  await tx
    .update(job)
    .set({ axleHubId: now.id })
    .where(
      and(
        eq(job.vehicleId, hub.vehicleId),
        eq(job.axle, hub.axle),
        isNull(job.axleHubId),
        or(eq(job.id, jobId), isNotNull(job.signedAt), inArray(job.stage, ['recheck', 'closed'])),
      ),
    );
}

/**
 * Readings that other jobs took of an axle, the oldest first, each with the hub that its job stands on; null for the
 * one that is on now.
 */
export const readingsOfAxle = (
  db: Executor,
  { vehicleId, axle, butOf }: { readonly vehicleId: string; readonly axle: Axle; readonly butOf: string },
): Promise<{ r: ReadingRow; hubId: string | null }[]> =>
  db
    .select({ r: reading, hubId: job.axleHubId })
    .from(reading)
    .innerJoin(job, eq(reading.jobId, job.id))
    .where(and(eq(job.vehicleId, vehicleId), eq(job.axle, axle), ne(job.id, butOf), isNull(reading.withdrawnAt)))
    .orderBy(asc(reading.at), asc(reading.id));

/** So many cars of one model, the newest, say what the next one has. */
const MODEL_CARS = 50;

/** A figure that was taken on another car of a model. */
export interface ModelReading extends Pick<ReadingRow, 'quantity' | 'value' | 'pm'> {
  readonly vehicleId: string;
  readonly hardware: AxleHubRow['hardware'];
}

/**
 * Figures that were taken on other cars of a model, of the axle as the maker made it: not of a hub that a conversion
 * made, and none that were themselves confirmed by what other cars had.
 */
export const readingsOfModel = (
  db: Executor,
  of: {
    readonly name: string;
    readonly axle: Axle;
    readonly butVehicle: string;
    readonly quantities: readonly string[];
    readonly butMethods: readonly string[];
  },
): Promise<ModelReading[]> => {
  const cars = db
    .select({ id: vehicle.id })
    .from(vehicle)
    .where(and(sql`lower(trim(${vehicle.name})) = lower(trim(${of.name}))`, ne(vehicle.id, of.butVehicle)))
    .orderBy(desc(vehicle.createdAt))
    .limit(MODEL_CARS)
    .as('cars');
  return db
    .select({
      quantity: reading.quantity,
      value: reading.value,
      pm: reading.pm,
      vehicleId: cars.id,
      hardware: axleHub.hardware,
    })
    .from(cars)
    .innerJoin(job, and(eq(job.vehicleId, cars.id), eq(job.axle, of.axle)))
    .innerJoin(reading, eq(reading.jobId, job.id))
    .innerJoin(
      axleHub,
      and(
        eq(axleHub.vehicleId, cars.id),
        eq(axleHub.axle, of.axle),
        isNull(axleHub.fromJobId),
        or(eq(axleHub.id, job.axleHubId), and(isNull(job.axleHubId), isNull(axleHub.endedAt))),
      ),
    )
    .where(
      and(
        inArray(reading.quantity, [...of.quantities]),
        notInArray(reading.method, [...of.butMethods]),
        isNull(reading.withdrawnAt),
      ),
    )
    .orderBy(desc(reading.at), desc(reading.id));
};

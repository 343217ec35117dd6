import { and, asc, eq, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Db, Executor } from './connection';
import { ChangedMeanwhileError, NotFoundError } from './errors';
import { recordEvent } from './events';
import { type AxleHubRow, axleHub, type VehicleRow, vehicle, type WheelSetRow, wheelSet } from './schema';
import { insertWheels, type WheelWhole, wheelsOf } from './wheels';

export type HubInput = Omit<AxleHubRow, 'id' | 'vehicleId'>;
export type WheelSetInput = Pick<WheelSetRow, 'name' | 'tyre' | 'offsetMm' | 'seat'> &
  Partial<Pick<WheelSetRow, 'rotates'>>;

export interface VehicleInput {
  readonly name: string;
  readonly plate: string;
  readonly notes: string;
  readonly hubs: readonly HubInput[];
  readonly wheelSet: WheelSetInput;
}

export interface VehicleWhole {
  readonly vehicle: VehicleRow;
  readonly hubs: readonly AxleHubRow[];
  readonly wheelSets: readonly WheelSetRow[];
  /** Wheels of all sets, by mark. */
  readonly wheels: readonly WheelWhole[];
}

/** Stores a new vehicle with its hubs and first wheel set. @returns its id */
export async function addVehicle(db: Db, input: VehicleInput, by: string, at: Date): Promise<string> {
  const id = newId();
  await db.transaction(async (tx) => {
    await tx
      .insert(vehicle)
      .values({ id, name: input.name, plate: input.plate, notes: input.notes, createdAt: at, updatedAt: at });
    await tx.insert(axleHub).values(input.hubs.map((h) => ({ ...h, id: newId(), vehicleId: id })));
    await insertWheelSet(tx, id, input.wheelSet, at);
    await recordEvent(tx, { vehicleId: id, kind: 'vehicle.added', detail: { name: input.name }, by, at });
  });
  return id;
}

/** Saves changed vehicle data unless somebody else saved first. @throws ChangedMeanwhileError */
export async function saveVehicle(
  db: Db,
  id: string,
  version: number,
  input: VehicleInput,
  by: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    const saved = await tx
      .update(vehicle)
      .set({ name: input.name, plate: input.plate, notes: input.notes, updatedAt: at, version: version + 1 })
      .where(and(eq(vehicle.id, id), eq(vehicle.version, version)))
      .returning({ id: vehicle.id });
    if (saved.length === 0) throw new ChangedMeanwhileError('This vehicle');
    for (const hub of input.hubs) {
      await tx
        .update(axleHub)
        .set(hub)
        .where(and(eq(axleHub.vehicleId, id), eq(axleHub.axle, hub.axle)));
    }
    await recordEvent(tx, { vehicleId: id, kind: 'vehicle.changed', detail: { ...input }, by, at });
  });
}

async function insertWheelSet(tx: Executor, vehicleId: string, input: WheelSetInput, at: Date): Promise<string> {
  const id = newId();
  await tx.insert(wheelSet).values({ ...input, id, vehicleId, createdAt: at });
  await insertWheels(tx, id);
  return id;
}

/** Adds a wheel set to a vehicle. @returns its id @throws NotFoundError */
export async function addWheelSet(
  db: Db,
  vehicleId: string,
  input: WheelSetInput,
  by: string,
  at: Date,
): Promise<string> {
  return db.transaction(async (tx) => {
    const [car] = await tx.select({ id: vehicle.id }).from(vehicle).where(eq(vehicle.id, vehicleId));
    if (!car) throw new NotFoundError('This vehicle');
    const id = await insertWheelSet(tx, vehicleId, input, at);
    await recordEvent(tx, { vehicleId, kind: 'wheel-set.added', detail: { ...input }, by, at });
    return id;
  });
}

/** Every vehicle that is not archived, by name. */
export async function listVehicles(db: Executor): Promise<VehicleRow[]> {
  return db.select().from(vehicle).where(isNull(vehicle.archivedAt)).orderBy(asc(vehicle.name));
}

/** A vehicle with hubs and wheel sets. @throws NotFoundError */
export async function loadVehicle(db: Executor, id: string): Promise<VehicleWhole> {
  const [row] = await db.select().from(vehicle).where(eq(vehicle.id, id));
  if (!row) throw new NotFoundError('This vehicle');
  const hubs = await db.select().from(axleHub).where(eq(axleHub.vehicleId, id)).orderBy(asc(axleHub.axle));
  const wheelSets = await db
    .select()
    .from(wheelSet)
    .where(and(eq(wheelSet.vehicleId, id), isNull(wheelSet.archivedAt)))
    .orderBy(asc(wheelSet.createdAt));
  return {
    vehicle: row,
    hubs,
    wheelSets,
    wheels: await wheelsOf(
      db,
      wheelSets.map((w) => w.id),
    ),
  };
}

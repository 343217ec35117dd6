import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { cornersOf } from '@/core/document/axles';
import type { Axle } from '@/core/document/vocabulary';
import type { Db, Executor } from './connection';
import { ChangedMeanwhileError, NotFoundError, RefusedError } from './errors';
import { recordEvent } from './events';
import { like } from './find';
import { foundOn, putOn } from './fitted';
import { type AxleHubRow, axleHub, type VehicleRow, vehicle, type WheelSetRow, wheelSet } from './schema';
import { saveHubs } from './sides';
import { insertWheels, type WheelWhole, wheelsOf } from './wheels';

export type HubInput = Omit<AxleHubRow, 'id' | 'vehicleId' | 'fromJobId' | 'endedAt' | 'original'>;
export type WheelSetInput = Pick<WheelSetRow, 'name' | 'tyre' | 'offsetMm' | 'seat'> &
  Partial<Pick<WheelSetRow, 'rotates' | 'lugs' | 'boltCircleMm' | 'planned' | 'rear' | 'own'>>;

export interface VehicleInput {
  readonly name: string;
  readonly plate: string;
  readonly notes: string;
  readonly hubs: readonly HubInput[];
  readonly wheelSet: WheelSetInput;
  /** Plate that was found on each axle, mm; 0 for none, null or left out where nobody looked. */
  readonly foundPlate?: Readonly<Partial<Record<Axle, number | null>>> | undefined;
  /** Facts that were expected from other cars of the model and that somebody looked at on this one. */
  readonly confirmed?: readonly string[] | undefined;
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
    const wheelSetId = await insertWheelSet(tx, id, input.wheelSet, at);
    const found = input.hubs.flatMap((h) =>
      foundOn(
        {
          corners: cornersOf(h.axle),
          wheelSetId,
          plateMm: input.foundPlate?.[h.axle] ?? null,
          hardware: h.hardware,
          fastening: h.fastening,
          seat: h.seat,
          torque: h.torqueNm === null ? null : { value: h.torqueNm, source: h.torqueSource },
        },
        by,
        at,
      ),
    );
    await putOn(tx, id, found, at);
    await recordEvent(tx, {
      vehicleId: id,
      kind: 'vehicle.added',
      detail: { name: input.name, ...(input.confirmed?.length ? { confirmed: [...input.confirmed] } : {}) },
      by,
      at,
    });
  });
  return id;
}

/** So many cars of one model say what the next one has. */
const MODEL_CARS = 200;

/**
 * Hubs of cars with this name as they were taken in: those that a conversion made are somebody's work and not the
 * model's.
 */
export async function hubsOfModel(db: Executor, name: string): Promise<AxleHubRow[]> {
  const rows = await db
    .select({ hub: axleHub })
    .from(axleHub)
    .innerJoin(vehicle, eq(vehicle.id, axleHub.vehicleId))
    .where(and(sql`lower(trim(${vehicle.name})) = lower(trim(${name}))`, isNull(axleHub.fromJobId)))
    .orderBy(desc(vehicle.createdAt), desc(vehicle.id))
    .limit(2 * MODEL_CARS);
  return rows.map((r) => r.hub);
}

/** So many sets of one name say what the next one has. */
const NAMED_SETS = 100;

/** Wheel sets of a name that are not put away, the newest first, each with the model of its car. */
export const setsNamed = (
  db: Executor,
  name: string,
  butVehicle: string | null,
): Promise<{ set: WheelSetRow; model: string }[]> =>
  db
    .select({ set: wheelSet, model: vehicle.name })
    .from(wheelSet)
    .innerJoin(vehicle, eq(vehicle.id, wheelSet.vehicleId))
    .where(
      and(
        sql`lower(trim(${wheelSet.name})) = lower(trim(${name}))`,
        isNull(wheelSet.archivedAt),
        butVehicle === null ? undefined : ne(vehicle.id, butVehicle),
      ),
    )
    .orderBy(desc(wheelSet.createdAt), desc(wheelSet.id))
    .limit(NAMED_SETS);

/** Saves changed vehicle data unless somebody else saved first. @throws ChangedMeanwhileError, RefusedError */
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
    await saveHubs(tx, id, input.hubs, by, at);
    await recordEvent(tx, { vehicleId: id, kind: 'vehicle.changed', detail: { ...input }, by, at });
  });
}

/** Two sets of one name cannot be told apart, and a double press makes no second one. @throws RefusedError */
async function nameIsFree(tx: Executor, vehicleId: string, name: string, own: string | null): Promise<void> {
  const others = await tx
    .select({ id: wheelSet.id, name: wheelSet.name })
    .from(wheelSet)
    .where(and(eq(wheelSet.vehicleId, vehicleId), isNull(wheelSet.archivedAt)));
  if (others.some((w) => w.id !== own && w.name.trim().toLowerCase() === name.trim().toLowerCase()))
    throw new RefusedError(`This car has a wheel set “${name}” already. Give the other one a name of its own.`);
}

async function insertWheelSet(tx: Executor, vehicleId: string, input: WheelSetInput, at: Date): Promise<string> {
  const id = newId();
  await nameIsFree(tx, vehicleId, input.name, null);
  await tx.insert(wheelSet).values({ ...input, id, vehicleId, createdAt: at });
  await insertWheels(tx, id);
  return id;
}

/** Adds a wheel set to a vehicle. @returns its id @throws NotFoundError */
export async function addWheelSet(
  db: Db,
  vehicleId: string,
  { confirmed, ...input }: WheelSetInput & Pick<VehicleInput, 'confirmed'>,
  by: string,
  at: Date,
): Promise<string> {
  return db.transaction(async (tx) => {
    const [car] = await tx.select({ id: vehicle.id }).from(vehicle).where(eq(vehicle.id, vehicleId));
    if (!car) throw new NotFoundError('This vehicle');
    const id = await insertWheelSet(tx, vehicleId, input, at);
    const looked = confirmed?.length ? { confirmed: [...confirmed] } : {};
    await recordEvent(tx, { vehicleId, kind: 'wheel-set.added', detail: { ...input, ...looked }, by, at });
    return id;
  });
}

/** Corrects a wheel set. @throws NotFoundError, RefusedError */
export async function saveWheelSet(
  db: Db,
  of: { readonly vehicleId: string; readonly wheelSetId: string },
  input: WheelSetInput,
  by: string,
  at: Date,
): Promise<void> {
  const { vehicleId, wheelSetId } = of;
  await db.transaction(async (tx) => {
    await nameIsFree(tx, vehicleId, input.name, wheelSetId);
    const done = await tx
      .update(wheelSet)
      .set(input)
      .where(and(eq(wheelSet.id, wheelSetId), eq(wheelSet.vehicleId, vehicleId), isNull(wheelSet.archivedAt)))
      .returning({ id: wheelSet.id });
    if (!done[0]) throw new NotFoundError('This wheel set');
    await recordEvent(tx, { vehicleId, kind: 'wheel-set.changed', detail: { wheelSetId, ...input }, by, at });
  });
}

/** Puts a wheel set away; jobs that were done on it keep it. @throws NotFoundError, RefusedError for the last one */
export async function archiveWheelSet(
  db: Db,
  vehicleId: string,
  wheelSetId: string,
  by: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    const live = await tx
      .select({ id: wheelSet.id })
      .from(wheelSet)
      .where(and(eq(wheelSet.vehicleId, vehicleId), isNull(wheelSet.archivedAt)));
    if (!live.some((w) => w.id === wheelSetId)) throw new NotFoundError('This wheel set');
    if (live.length === 1) throw new RefusedError('A car keeps one wheel set at least. Add the other one first.');
    await tx.update(wheelSet).set({ archivedAt: at }).where(eq(wheelSet.id, wheelSetId));
    await recordEvent(tx, { vehicleId, kind: 'wheel-set.archived', detail: { wheelSetId }, by, at });
  });
}

export interface DrillingOf {
  readonly vehicleId: string;
  readonly wheelSetId: string;
  readonly drilling: { readonly lugs: number; readonly boltCircle: number } | null;
}

/** Says what the wheels of a set are drilled for. @throws NotFoundError when the set is another vehicle's */
export async function setDrilling(db: Db, of: DrillingOf, by: string, at: Date): Promise<void> {
  const { vehicleId, wheelSetId, drilling } = of;
  await db.transaction(async (tx) => {
    const done = await tx
      .update(wheelSet)
      .set({ lugs: drilling?.lugs ?? null, boltCircleMm: drilling?.boltCircle ?? null })
      .where(and(eq(wheelSet.id, wheelSetId), eq(wheelSet.vehicleId, vehicleId)))
      .returning({ id: wheelSet.id });
    if (!done[0]) throw new NotFoundError('This wheel set');
    await recordEvent(tx, { vehicleId, kind: 'wheel-set.drilled', detail: { wheelSetId, drilling }, by, at });
  });
}

export interface Found<T> {
  readonly rows: readonly T[];
  /** How many there are in all. */
  readonly count: number;
}

/** The car that has a number plate, spaces and case aside; null where none or more than one has it. */
export async function carWithPlate(db: Executor, plate: string): Promise<{ id: string; name: string } | null> {
  const bare = plate.replace(/\s+/g, '').toLowerCase();
  const rows = await db
    .select({ id: vehicle.id, name: vehicle.name })
    .from(vehicle)
    .where(and(isNull(vehicle.archivedAt), sql`lower(replace(${vehicle.plate}, ' ', '')) = ${bare}`))
    .limit(2);
  return rows.length === 1 ? (rows[0] ?? null) : null;
}

/** Vehicles that are not archived, by name, as many as fit a page. @param find words of name or plate */
export async function listVehicles(db: Executor, find = '', most = 60): Promise<Found<VehicleRow>> {
  const where = and(
    isNull(vehicle.archivedAt),
    find.trim() === '' ? undefined : sql`${vehicle.name} || ' ' || ${vehicle.plate} ilike ${like(find)}`,
  );
  const rows = await db.select().from(vehicle).where(where).orderBy(asc(vehicle.name), asc(vehicle.id)).limit(most);
  const [all] = await db.select({ count: sql<number>`count(*)::int` }).from(vehicle).where(where);
  return { rows, count: all?.count ?? 0 };
}

/** A vehicle with hubs and wheel sets. @throws NotFoundError */
export async function loadVehicle(db: Executor, id: string): Promise<VehicleWhole> {
  const [row] = await db.select().from(vehicle).where(eq(vehicle.id, id));
  if (!row) throw new NotFoundError('This vehicle');
  const hubs = await db
    .select()
    .from(axleHub)
    .where(and(eq(axleHub.vehicleId, id), isNull(axleHub.endedAt)))
    .orderBy(asc(axleHub.axle));
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

import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import type { Db, Executor } from './connection';
import { NotFoundError, RefusedError } from './errors';
import { recordEvent } from './events';
import { type WheelReadingRow, type WheelRow, wheel, wheelReading, wheelSet } from './schema';

export interface WheelWhole extends WheelRow {
  /** In the order taken; withdrawn ones are left out. */
  readonly readings: readonly WheelReadingRow[];
}

export type WheelReadingInput = Pick<WheelReadingRow, 'quantity' | 'value' | 'unit' | 'typed' | 'pm' | 'method'>;

/** What a new set's wheels are chalked with until somebody marks them otherwise. */
const FIRST_MARKS = ['A', 'B', 'C', 'D'] as const;

/** The four wheels of a new set, one to a corner. */
export async function insertWheels(tx: Executor, wheelSetId: string): Promise<void> {
  await tx
    .insert(wheel)
    .values(CORNERS.map((corner, i) => ({ id: newId(), wheelSetId, mark: FIRST_MARKS[i] as string, corner })));
}

/** Wheels of some sets with their readings, by mark. */
export async function wheelsOf(db: Executor, sets: readonly string[]): Promise<WheelWhole[]> {
  if (sets.length === 0) return [];
  const wheels = await db
    .select()
    .from(wheel)
    .where(inArray(wheel.wheelSetId, [...sets]))
    .orderBy(asc(wheel.mark));
  if (wheels.length === 0) return [];
  const readings = await db
    .select()
    .from(wheelReading)
    .where(
      and(
        inArray(
          wheelReading.wheelId,
          wheels.map((w) => w.id),
        ),
        isNull(wheelReading.withdrawnAt),
      ),
    )
    .orderBy(asc(wheelReading.at), asc(wheelReading.id));
  return wheels.map((w) => ({ ...w, readings: readings.filter((r) => r.wheelId === w.id) }));
}

async function ofVehicle(tx: Executor, vehicleId: string, wheelId: string): Promise<WheelRow> {
  const [row] = await tx
    .select({ wheel })
    .from(wheel)
    .innerJoin(wheelSet, eq(wheel.wheelSetId, wheelSet.id))
    .where(and(eq(wheel.id, wheelId), eq(wheelSet.vehicleId, vehicleId)));
  if (!row) throw new NotFoundError('This wheel');
  return row.wheel;
}

/** Keeps a reading of a wheel. @returns its id @throws NotFoundError when the wheel is another vehicle's */
export async function addWheelReading(
  db: Db,
  vehicleId: string,
  wheelId: string,
  input: WheelReadingInput,
  by: string,
  at: Date,
  id = newId(),
): Promise<string> {
  await db.transaction(async (tx) => {
    const { mark } = await ofVehicle(tx, vehicleId, wheelId);
    const added = await tx
      .insert(wheelReading)
      .values({ ...input, id, wheelId, by, at })
      .onConflictDoNothing({ target: wheelReading.id })
      .returning({ id: wheelReading.id });
    // One whose answer was lost is sent again, and is there already.
    if (!added[0]) return;
    await recordEvent(tx, { vehicleId, kind: 'wheel.measured', detail: { wheelId, mark, ...input }, by, at });
  });
  return id;
}

/** Withdraws a reading of a wheel; the row stays. */
export async function withdrawWheelReading(
  db: Db,
  vehicleId: string,
  wheelId: string,
  id: string,
  by: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await ofVehicle(tx, vehicleId, wheelId);
    const gone = await tx
      .update(wheelReading)
      .set({ withdrawnAt: at })
      .where(and(eq(wheelReading.id, id), eq(wheelReading.wheelId, wheelId), isNull(wheelReading.withdrawnAt)))
      .returning({ id: wheelReading.id });
    if (!gone[0]) throw new NotFoundError('This reading');
    await recordEvent(tx, { vehicleId, kind: 'wheel-reading.withdrawn', detail: { wheelId, id }, by, at });
  });
}

/** Gives a wheel another mark. @throws RefusedError when another wheel of the set has it */
export async function markWheel(
  db: Db,
  vehicleId: string,
  wheelId: string,
  mark: string,
  by: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    const row = await ofVehicle(tx, vehicleId, wheelId);
    const others = await tx.select().from(wheel).where(eq(wheel.wheelSetId, row.wheelSetId));
    if (others.some((w) => w.id !== wheelId && w.mark.toLowerCase() === mark.toLowerCase())) {
      throw new RefusedError(`Mark “${mark}” is on another wheel of this set. Each wheel needs its own.`);
    }
    await tx.update(wheel).set({ mark }).where(eq(wheel.id, wheelId));
    await recordEvent(tx, { vehicleId, kind: 'wheel.marked', detail: { wheelId, from: row.mark, to: mark }, by, at });
  });
}

/** Hangs a wheel at another corner; the one that hung there takes its place. Readings stay with their wheels. */
export async function moveWheel(
  db: Db,
  vehicleId: string,
  wheelId: string,
  corner: Corner,
  by: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    const row = await ofVehicle(tx, vehicleId, wheelId);
    if (row.corner === corner) return;
    await tx
      .update(wheel)
      .set({ corner: row.corner })
      .where(and(eq(wheel.wheelSetId, row.wheelSetId), eq(wheel.corner, corner)));
    await tx.update(wheel).set({ corner }).where(eq(wheel.id, wheelId));
    await recordEvent(tx, {
      vehicleId,
      kind: 'wheel.moved',
      detail: { wheelId, mark: row.mark, from: row.corner, to: corner },
      by,
      at,
    });
  });
}

/** Says whether the wheels of a set may change axles. */
export async function setRotates(
  db: Db,
  vehicleId: string,
  wheelSetId: string,
  rotates: boolean,
  by: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    const set = await tx
      .update(wheelSet)
      .set({ rotates })
      .where(and(eq(wheelSet.id, wheelSetId), eq(wheelSet.vehicleId, vehicleId)))
      .returning({ id: wheelSet.id });
    if (!set[0]) throw new NotFoundError('This wheel set');
    await recordEvent(tx, { vehicleId, kind: 'wheel-set.rotates', detail: { wheelSetId, rotates }, by, at });
  });
}

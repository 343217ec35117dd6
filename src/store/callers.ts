import { and, desc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { booking, visitNeed } from './calendarSchema';
import type { Executor } from './connection';
import { NotFoundError } from './errors';
import { recordEvent } from './events';
import { type CallerRow, caller } from './schema';

export type CallerInput = Pick<CallerRow, 'name' | 'phone' | 'plate' | 'work'>;

/** Notes somebody who called. @returns the caller's id */
export async function addCaller(tx: Executor, input: CallerInput, by: string, at: Date): Promise<string> {
  const id = newId();
  await tx.insert(caller).values({ ...input, id, by, at });
  await recordEvent(tx, { kind: 'caller.noted', detail: { id, ...input }, by, at });
  return id;
}

const open = and(isNull(caller.visitId), isNull(caller.endedAt));

/**
 * Somebody who called and whose car is not here yet; null where there is none, or it was taken in, or it came to
 * nothing.
 */
export async function openCaller(db: Executor, id: string): Promise<CallerRow | null> {
  const [row] = await db
    .select()
    .from(caller)
    .where(and(eq(caller.id, id), open));
  return row ?? null;
}

/** Whether anybody called whose car is not here yet. */
export async function anyCaller(db: Executor): Promise<boolean> {
  const [row] = await db.select({ id: caller.id }).from(caller).where(open).limit(1);
  return row !== undefined;
}

/** Callers by their ids, whatever became of them. */
export const callersOf = (db: Executor, ids: readonly string[]): Promise<CallerRow[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : db
        .select()
        .from(caller)
        .where(inArray(caller.id, [...ids]));

/** Callers whose car is not here and who have no time ahead of them, the one who called last first. */
export function waitingCallers(db: Executor, from: Date, most: number) {
  const booked = db
    .select({ id: booking.visitId })
    .from(booking)
    .where(and(isNull(booking.endedAt), gt(booking.endAt, from)));
  return db
    .select({ caller, neededBy: visitNeed.neededBy })
    .from(caller)
    .leftJoin(visitNeed, eq(visitNeed.visitId, caller.id))
    .where(and(open, sql`${caller.id} not in ${booked}`))
    .orderBy(sql`${visitNeed.neededBy} asc nulls last`, desc(caller.at))
    .limit(most);
}

/**
 * The car is here: what was booked for the caller is booked for its visit. @throws NotFoundError where it was taken in
 * already, or came to nothing
 */
export async function carCame(tx: Executor, id: string, visitId: string, by: string, at: Date): Promise<CallerRow> {
  const [row] = await tx
    .update(caller)
    .set({ visitId })
    .where(and(eq(caller.id, id), open))
    .returning();
  if (!row) throw new NotFoundError('This phone booking');
  await tx
    .update(booking)
    .set({ visitId, version: sql`${booking.version} + 1` })
    .where(eq(booking.visitId, id));
  await tx.update(visitNeed).set({ visitId }).where(eq(visitNeed.visitId, id));
  await recordEvent(tx, { kind: 'caller.came', detail: { id, visitId }, by, at });
  return row;
}

/** The call came to nothing; its times are free again. @throws NotFoundError */
export async function endCaller(tx: Executor, id: string, why: string, by: string, at: Date): Promise<void> {
  const [row] = await tx
    .update(caller)
    .set({ endedAt: at, endedWhy: why })
    .where(and(eq(caller.id, id), open))
    .returning({ id: caller.id });
  if (!row) throw new NotFoundError('This phone booking');
  await tx
    .update(booking)
    .set({ endedAt: at, endedWhy: why, version: sql`${booking.version} + 1` })
    .where(and(eq(booking.visitId, id), isNull(booking.endedAt)));
  await recordEvent(tx, { kind: 'caller.ended', detail: { id, why }, by, at });
}

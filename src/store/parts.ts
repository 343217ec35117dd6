import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { CatalogueItem } from '@/core/parts/catalogue';
import type { Db, Executor } from './connection';
import { NotFoundError, RefusedError } from './errors';
import { recordEvent } from './events';
import { presentPart } from './partsRead';
import { job, type Move, type PartRow, part, reservation, stockMovement } from './schema';

/** A part as its row holds it. */
const columnsOf = (item: CatalogueItem) => ({
  kind: item.kind,
  name: item.name,
  count: item.count,
  bin: item.bin,
  code: item.about?.code ?? null,
  item,
});

/** Rows that go in with one statement. */
const BATCH = 500;

export interface Imported {
  readonly added: number;
  readonly updated: number;
}

/**
 * Puts parts on the shelf: one whose code is there already is corrected, any other is new. In the transaction of the
 * caller, so that it is all of them or none.
 */
export async function importParts(
  tx: Executor,
  items: readonly CatalogueItem[],
  by: string,
  at: Date,
): Promise<Imported> {
  let updated = 0;
  for (let from = 0; from < items.length; from += BATCH)
    updated += (await putBatch(tx, items.slice(from, from + BATCH), by, at)).updated;
  const all = { added: items.length - updated, updated };
  await recordEvent(tx, { kind: 'shelf.imported', detail: all, by, at });
  return all;
}

/** A few hundred parts that go in together; no two of one code. */
export async function putBatch(tx: Executor, items: readonly CatalogueItem[], by: string, at: Date): Promise<Imported> {
  const codes = items.flatMap((i) => i.about?.code ?? []);
  const there =
    codes.length === 0
      ? []
      : await tx
          .select()
          .from(part)
          .where(and(inArray(part.code, codes), isNull(part.archivedAt)));
  const known = new Map(there.map((r) => [r.code, r]));
  const fresh: CatalogueItem[] = [];
  for (const item of items) {
    const row = known.get(item.about?.code ?? '');
    if (row) await writePart(tx, row, item, { by, at, note: 'catalogue file' });
    else fresh.push(item);
  }
  if (fresh.length > 0)
    await tx.insert(part).values(fresh.map((item) => ({ id: newId(), ...columnsOf(item), createdAt: at })));
  return { added: fresh.length, updated: items.length - fresh.length };
}

interface Said {
  readonly by: string;
  readonly at: Date;
  readonly note: string;
}

/** Corrects a part; another count than was there is a movement of its own. */
async function writePart(tx: Executor, row: PartRow, item: CatalogueItem, { by, at, note }: Said): Promise<void> {
  await tx.update(part).set(columnsOf(item)).where(eq(part.id, row.id));
  if (item.count !== row.count)
    await tx.insert(stockMovement).values({
      id: newId(),
      partId: row.id,
      move: 'count',
      pieces: item.count - row.count,
      left: item.count,
      note,
      by,
      at,
    });
}

/** A part on the shelf, locked until the transaction ends. @throws NotFoundError */
async function partRow(tx: Executor, id: string): Promise<PartRow> {
  const [row] = await tx
    .select()
    .from(part)
    .where(and(eq(part.id, id), isNull(part.archivedAt)))
    .for('update');
  if (!row) throw new NotFoundError('This part');
  return presentPart(row);
}

async function jobIsThere(tx: Executor, id: string): Promise<void> {
  const [row] = await tx.select({ id: job.id }).from(job).where(eq(job.id, id));
  if (!row) throw new NotFoundError('This job');
}

/** Keeps a part as it was typed. @param id null for a new one @returns its id @throws NotFoundError, RefusedError */
export async function savePart(
  tx: Executor,
  id: string | null,
  item: CatalogueItem,
  by: string,
  at: Date,
): Promise<string> {
  const code = item.about?.code;
  if (code !== undefined) {
    const [other] = await tx
      .select({ id: part.id, name: part.name })
      .from(part)
      .where(and(eq(part.code, code), isNull(part.archivedAt)));
    if (other && other.id !== id)
      throw new RefusedError(`Code “${code}” is “${other.name}” already. A code names one part.`);
  }
  if (id === null) {
    const made = newId();
    await tx.insert(part).values({ id: made, ...columnsOf(item), createdAt: at });
    await recordEvent(tx, { kind: 'shelf.added', detail: { id: made, name: item.name }, by, at });
    return made;
  }
  const row = await partRow(tx, id);
  await writePart(tx, row, item, { by, at, note: 'corrected' });
  await recordEvent(tx, { kind: 'shelf.corrected', detail: { id, before: row.item }, by, at });
  return id;
}

/** Pieces of a part that lie on the shelf, as it stands in this transaction. */
export async function countedOf(tx: Executor, partId: string): Promise<number> {
  const [row] = await tx.select({ count: part.count }).from(part).where(eq(part.id, partId));
  return row?.count ?? 0;
}

/** Pieces of a part that are kept for jobs. */
export async function reservedOf(tx: Executor, partId: string, but?: string): Promise<number> {
  const rows = await tx
    .select({ jobId: reservation.jobId, pieces: reservation.pieces })
    .from(reservation)
    .where(and(eq(reservation.partId, partId), isNull(reservation.endedAt)));
  return rows.filter((r) => r.jobId !== but).reduce((n, r) => n + r.pieces, 0);
}

export interface Moved {
  readonly move: Move;
  /** Pieces, above zero; for `count` what is there now. */
  readonly pieces: number;
  readonly jobId: string | null;
  readonly note: string;
}

const SIGN: Readonly<Record<Exclude<Move, 'count'>, 1 | -1>> = { receive: 1, return: 1, use: -1, scrap: -1 };

/** Moves pieces on or off the shelf. @returns what is left @throws NotFoundError, RefusedError */
export async function movePieces(tx: Executor, partId: string, moved: Moved, by: string, at: Date): Promise<number> {
  const row = await partRow(tx, partId);
  if (moved.jobId !== null) await jobIsThere(tx, moved.jobId);
  const by_ = moved.move === 'count' ? moved.pieces - row.count : SIGN[moved.move] * moved.pieces;
  const left = row.count + by_;
  if (left < 0) throw new RefusedError(`${moved.pieces} cannot go off: ${row.count} of “${row.name}” are there.`);
  const kept = await reservedOf(tx, partId, moved.jobId ?? undefined);
  if (by_ < 0 && moved.move !== 'count' && left < kept)
    throw new RefusedError(`${kept} of ${row.count} are kept for other jobs, so ${moved.pieces} cannot go off.`);
  await tx
    .update(part)
    .set({ count: left, item: { ...row.item, count: left } })
    .where(eq(part.id, partId));
  await tx.insert(stockMovement).values({
    id: newId(),
    partId,
    move: moved.move,
    pieces: by_,
    left,
    jobId: moved.jobId,
    note: moved.note,
    by,
    at,
  });
  return left;
}

/**
 * Keeps pieces for a job, or changes how many. @throws NotFoundError, RefusedError where they are not there or kept for
 * another
 */
export async function reservePieces(
  tx: Executor,
  partId: string,
  jobId: string,
  pieces: number,
  by: string,
  at: Date,
): Promise<void> {
  const row = await partRow(tx, partId);
  await jobIsThere(tx, jobId);
  const others = await reservedOf(tx, partId, jobId);
  if (row.count - others < pieces)
    throw new RefusedError(
      others === 0
        ? `${pieces} of “${row.name}” are wanted and ${row.count} are there.`
        : `${pieces} of “${row.name}” are wanted; of ${row.count} there, ${others} are kept for another job.`,
    );
  await tx
    .update(reservation)
    .set({ endedAt: at })
    .where(and(eq(reservation.partId, partId), eq(reservation.jobId, jobId), isNull(reservation.endedAt)));
  await tx.insert(reservation).values({ id: newId(), partId, jobId, pieces, by, at });
}

/** Ends a reservation: the pieces go into the car, or back to who wants them. @throws NotFoundError */
export async function endReservation(tx: Executor, id: string, used: boolean, by: string, at: Date): Promise<void> {
  const [row] = await tx
    .update(reservation)
    .set({ endedAt: at })
    .where(and(eq(reservation.id, id), isNull(reservation.endedAt)))
    .returning();
  if (!row) throw new NotFoundError('This reservation');
  if (used)
    await movePieces(
      tx,
      row.partId,
      { move: 'use', pieces: row.pieces, jobId: row.jobId, note: 'kept for it' },
      by,
      at,
    );
}

/** Movements of a part, the last first. */
export const movementsOf = (db: Executor, partId: string) =>
  db
    .select()
    .from(stockMovement)
    .where(eq(stockMovement.partId, partId))
    .orderBy(desc(stockMovement.at), desc(stockMovement.id))
    .limit(30);

/** Open reservations with their part, of one job or of all. */
export const reservations = (db: Executor, jobId?: string) =>
  db
    .select({
      id: reservation.id,
      partId: reservation.partId,
      jobId: reservation.jobId,
      pieces: reservation.pieces,
      by: reservation.by,
      at: reservation.at,
      name: part.name,
      kind: part.kind,
      count: part.count,
      bin: part.bin,
    })
    .from(reservation)
    .innerJoin(part, eq(reservation.partId, part.id))
    .where(and(isNull(reservation.endedAt), jobId === undefined ? undefined : eq(reservation.jobId, jobId)))
    .orderBy(asc(part.name));

/**
 * The part with this code, or by its whole name where none has it; capitals do not matter. Null where there is none.
 */
export async function partByCode(db: Executor, code: string): Promise<PartRow | null> {
  const rows = await db
    .select()
    .from(part)
    .where(
      and(isNull(part.archivedAt), sql`(lower(${part.code}) = lower(${code}) or lower(${part.name}) = lower(${code}))`),
    )
    .orderBy(sql`lower(${part.code}) = lower(${code}) desc nulls last`)
    .limit(1);
  const [row] = rows;
  return row ? presentPart(row) : null;
}

/** Whole parts that pieces are kept of for a job. */
export async function partsKeptFor(db: Executor, jobId: string): Promise<PartRow[]> {
  const rows = await db
    .select({ part })
    .from(reservation)
    .innerJoin(part, eq(reservation.partId, part.id))
    .where(and(isNull(reservation.endedAt), eq(reservation.jobId, jobId)));
  return rows.map((r) => presentPart(r.part));
}

/** Takes a part off the shelf; the row stays archived. @throws NotFoundError */
export async function archivePart(db: Db, id: string, by: string, at: Date): Promise<void> {
  await db.transaction(async (tx) => {
    const gone = await tx
      .update(part)
      .set({ archivedAt: at })
      .where(and(eq(part.id, id), isNull(part.archivedAt)))
      .returning({ id: part.id });
    if (!gone[0]) throw new NotFoundError('This part');
    await recordEvent(tx, { kind: 'shelf.archived', detail: { id }, by, at });
  });
}

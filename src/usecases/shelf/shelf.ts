import 'server-only';
import { InputError } from '@/core/errors';
import { type CatalogueItem, type CatalogueRow, readRow } from '@/core/parts/catalogue';
import { unsignedJobs } from '@/store/board';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import {
  archivePart,
  endReservation,
  type Imported,
  importParts,
  type Moved,
  movementsOf,
  movePieces,
  reservations,
  reservePieces,
  savePart,
} from '@/store/parts';
import { countParts, listParts, placeOnShelf, wholeShelf } from '@/store/partsRead';
import { MOVES } from '@/store/schema';

export interface ShelfPart {
  readonly id: string;
  readonly item: CatalogueItem;
}

/** Parts that the search may use. */
export const shelfParts = async (): Promise<ShelfPart[]> =>
  (await wholeShelf((await theStore()).db)).map((p) => ({ id: p.id, item: p.item }));

export interface ShelfLine extends ShelfPart {
  /** Pieces that are kept for jobs. */
  readonly kept: number;
}

/** Lines of the shelf that go in one answer. */
const AT_ONCE = 250;

/**
 * Lines of the shelf in their order, each part with how many of it are kept. @param after id of the part that they
 * follow @throws NotFoundError
 */
export async function shelfLines(most = AT_ONCE, after?: string): Promise<ShelfLine[]> {
  const { db } = await theStore();
  const behind = after === undefined ? undefined : await placeOnShelf(db, after);
  const kept = new Map<string, number>();
  for (const r of await reservations(db)) kept.set(r.partId, (kept.get(r.partId) ?? 0) + r.pieces);
  return (await listParts(db, most, behind)).map((p) => ({ id: p.id, item: p.item, kept: kept.get(p.id) ?? 0 }));
}

/** How many parts lie on the shelf. */
export const shelfCount = async (): Promise<number> => countParts((await theStore()).db);

/** Movements of a part and the jobs that it is kept for, worded by the page. @throws NotFoundError */
export async function partHistory(id: string) {
  const { db } = await theStore();
  const kept = (await reservations(db)).filter((r) => r.partId === id);
  return { moves: await movementsOf(db, id), kept };
}

/** Jobs that a part can be kept for: those that are not fitted yet. */
export const jobsToReserveFor = async () => unsignedJobs((await theStore()).db);

/** What is kept for a job. */
export const keptForJob = async (jobId: string) => reservations((await theStore()).db, jobId);

/** Keeps a part as it was typed. @param id null for a new one @throws InputError that names the column */
export async function keepPart(id: string | null, row: CatalogueRow, by: string): Promise<string> {
  const item = readRow(row);
  const { db } = await theStore();
  return db.transaction((tx) => savePart(tx, id, item, by, new Date()));
}

/** Puts parts on the shelf, all of them or none; ones whose code is there are corrected. */
export async function putOnShelf(items: readonly CatalogueItem[], by: string): Promise<Imported> {
  if (items.length === 0) return { added: 0, updated: 0 };
  const { db } = await theStore();
  return db.transaction((tx) => importParts(tx, items, by, new Date()));
}

/** Takes a part off the shelf; the row stays archived. @throws NotFoundError */
export const takeOffShelf = async (id: string, by: string): Promise<void> =>
  archivePart((await theStore()).db, id, by, new Date());

function pieces(field: string, typed: number, least: number): number {
  if (!(Number.isInteger(typed) && typed >= least && typed <= 1000))
    throw new InputError(field, String(typed), 'is not a number of pieces.', `Enter ${least} to 1000.`);
  return typed;
}

/** Moves pieces on or off the shelf. @returns what is left @throws InputError, NotFoundError, RefusedError */
export async function moveStock(partId: string, moved: Moved, by: string): Promise<number> {
  if (!MOVES.includes(moved.move)) throw new RefusedError('Pieces are received, used, returned, scrapped or counted.');
  const sound = { ...moved, pieces: pieces('Pieces', moved.pieces, moved.move === 'count' ? 0 : 1) };
  const { db } = await theStore();
  return db.transaction((tx) => movePieces(tx, partId, sound, by, new Date()));
}

/** Keeps pieces for a job. @throws InputError, NotFoundError, RefusedError */
export async function reserveFor(partId: string, jobId: string, wanted: number, by: string): Promise<void> {
  const sound = pieces('Pieces', wanted, 1);
  const { db } = await theStore();
  await db.transaction((tx) => reservePieces(tx, partId, jobId, sound, by, new Date()));
}

/** Ends a reservation: used on the car, or back for others. @throws NotFoundError */
export async function releaseReserved(id: string, used: boolean, by: string): Promise<void> {
  const { db } = await theStore();
  await db.transaction((tx) => endReservation(tx, id, used, by, new Date()));
}

import { asc, eq, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { CatalogueItem } from '@/core/search/catalogue';
import type { Db, Executor } from './connection';
import { recordEvent } from './events';
import { type PartRow, part } from './schema';

/** Every part on the shelf, by kind and name. */
export async function listParts(db: Executor): Promise<PartRow[]> {
  return db.select().from(part).where(isNull(part.archivedAt)).orderBy(asc(part.kind), asc(part.name), asc(part.id));
}

/** Puts parts on the shelf, all of them or none. @returns how many */
export async function addParts(db: Db, items: readonly CatalogueItem[], by: string, at: Date): Promise<number> {
  if (items.length === 0) return 0;
  await db.transaction(async (tx) => {
    await tx.insert(part).values(items.map((item) => ({ id: newId(), kind: item.kind, name: item.name, count: item.count, bin: item.bin, item, createdAt: at })));
    await recordEvent(tx, { kind: 'shelf.imported', detail: { count: items.length }, by, at });
  });
  return items.length;
}

/** Takes a part off the shelf; the row stays archived. */
export async function archivePart(db: Db, id: string, by: string, at: Date): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(part).set({ archivedAt: at }).where(eq(part.id, id));
    await recordEvent(tx, { kind: 'shelf.archived', detail: { id }, by, at });
  });
}

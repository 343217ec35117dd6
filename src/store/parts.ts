import { and, asc, eq, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { type CatalogueItem, isFastener } from '@/core/parts/catalogue';
import type { Db, Executor } from './connection';
import { NotFoundError } from './errors';
import { recordEvent } from './events';
import { type PartRow, part } from './schema';

/** Every part on the shelf, by kind and name. */
export async function listParts(db: Executor): Promise<PartRow[]> {
  const rows = await db
    .select()
    .from(part)
    .where(isNull(part.archivedAt))
    .orderBy(asc(part.kind), asc(part.name), asc(part.id));
  return rows.map((row) => ({ ...row, item: presentItem(row.item) }));
}

/** A part of an earlier release lacks what was added since; nobody said it, so it is unknown. */
const presentItem = (item: CatalogueItem): CatalogueItem =>
  isFastener(item)
    ? { ...item, fastener: { ...item.fastener, threadLength: item.fastener.threadLength ?? null } }
    : item;

/** Puts parts on the shelf, all of them or none. @returns how many */
export async function addParts(db: Db, items: readonly CatalogueItem[], by: string, at: Date): Promise<number> {
  if (items.length === 0) return 0;
  await db.transaction(async (tx) => {
    await tx.insert(part).values(
      items.map((item) => ({
        id: newId(),
        kind: item.kind,
        name: item.name,
        count: item.count,
        bin: item.bin,
        item,
        createdAt: at,
      })),
    );
    await recordEvent(tx, { kind: 'shelf.imported', detail: { count: items.length }, by, at });
  });
  return items.length;
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

import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { presentFastener, presentNut, presentSpacer } from '@/core/document/upgrade';
import type { CatalogueItem } from '@/core/parts/catalogue';
import type { Db, Executor } from './connection';
import { NotFoundError } from './errors';
import { recordEvent } from './events';
import { like } from './find';
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

/** Parts of the shelf by kind and name, as many as fit a page. @param find words of name or bin */
export async function findParts(db: Executor, find: string, most: number): Promise<{ rows: PartRow[]; count: number }> {
  const where = and(
    isNull(part.archivedAt),
    find.trim() === '' ? undefined : sql`${part.name} || ' ' || ${part.bin} || ' ' || ${part.kind} ilike ${like(find)}`,
  );
  const rows = await db
    .select()
    .from(part)
    .where(where)
    .orderBy(asc(part.kind), asc(part.name), asc(part.id))
    .limit(most);
  const [all] = await db.select({ count: sql<number>`count(*)::int` }).from(part).where(where);
  return { rows: rows.map((row) => ({ ...row, item: presentItem(row.item) })), count: all?.count ?? 0 };
}

/** A part of an earlier release lacks what was added since; nobody said it, so it is unknown. */
function presentItem(item: CatalogueItem): CatalogueItem {
  if (item.kind === 'spacer') {
    // Lugs and circle stood beside the plate before they belonged to it.
    const { lugs, boltCircle, ...rest } = item as typeof item & { lugs?: number; boltCircle?: number };
    const spacer = presentSpacer(item.spacer) as typeof item.spacer;
    const circles = spacer.boltCircles ?? (boltCircle === undefined ? null : [boltCircle]);
    return { ...rest, spacer: { ...spacer, lugs: spacer.lugs ?? lugs ?? null, boltCircles: circles } };
  }
  if (item.kind === 'nut') return { ...item, nut: presentNut(item.nut) as typeof item.nut };
  return { ...item, fastener: presentFastener(item.fastener) as typeof item.fastener };
}

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

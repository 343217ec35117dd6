import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { presentFastener, presentNut, presentSpacer } from '@/core/document/upgrade';
import type { CatalogueItem } from '@/core/parts/catalogue';
import type { Executor } from './connection';
import { NotFoundError } from './errors';
import { type PartRow, part } from './schema';

/** Where a part stands on the shelf: by its kind, its name, and then its id. */
export type ShelfPlace = Pick<PartRow, 'kind' | 'name' | 'id'>;

/** A part as it reads today. */
export const presentPart = (row: PartRow): PartRow => ({ ...row, item: presentItem(row.item) });

/**
 * Parts on the shelf, by kind and name: every one, or as many as are asked for. @param after they begin behind this
 * one
 */
export async function listParts(db: Executor, most = 1_000_000, after?: ShelfPlace): Promise<PartRow[]> {
  const rows = await db
    .select()
    .from(part)
    .where(
      and(
        isNull(part.archivedAt),
        after && sql`(${part.kind}, ${part.name}, ${part.id}) > (${after.kind}, ${after.name}, ${after.id})`,
      ),
    )
    .orderBy(asc(part.kind), asc(part.name), asc(part.id))
    .limit(most);
  return rows.map(presentPart);
}

/** Where a part stands, also one that was taken off meanwhile. @throws NotFoundError */
export async function placeOnShelf(db: Executor, id: string): Promise<ShelfPlace> {
  const [row] = await db.select({ kind: part.kind, name: part.name, id: part.id }).from(part).where(eq(part.id, id));
  if (!row) throw new NotFoundError('This part');
  return row;
}

/** A shelf as it was read last, with the mark of its rows then. */
const read = new WeakMap<object, { readonly mark: string; readonly parts: readonly PartRow[] }>();
/** A shelf of more is read each time: it would fill the memory. */
const MOST_HELD = 20_000;

/**
 * The whole shelf, read again only when one of its rows was written since: the sum of the transactions that wrote them
 * tells, whoever wrote them.
 */
export async function wholeShelf(db: Executor): Promise<readonly PartRow[]> {
  const [now] = await db
    .select({
      n: sql<number>`count(*)::int`,
      mark: sql<string>`count(*) || '/' || coalesce(sum(${part}.xmin::text::bigint), 0)`,
    })
    .from(part)
    .where(isNull(part.archivedAt));
  const last = read.get(db);
  if (now && last?.mark === now.mark) return last.parts;
  const parts = await listParts(db);
  if (now && now.n <= MOST_HELD) read.set(db, { mark: now.mark, parts });
  return parts;
}

/** How many parts there are. */
export async function countParts(db: Executor): Promise<number> {
  const [all] = await db.select({ count: sql<number>`count(*)::int` }).from(part).where(isNull(part.archivedAt));
  return all?.count ?? 0;
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
  if (item.kind === 'other') return item;
  if (item.kind === 'nut') return { ...item, nut: presentNut(item.nut) as typeof item.nut };
  return { ...item, fastener: presentFastener(item.fastener) as typeof item.fastener };
}

/** Parts of one kind, by name. */
export const partsByKind = async (db: Executor, kind: CatalogueItem['kind']): Promise<PartRow[]> =>
  (await wholeShelf(db)).filter((p) => p.kind === kind);

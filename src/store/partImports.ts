import { and, asc, eq, inArray, isNotNull, isNull, lte, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { CatalogueItem } from '@/core/parts/catalogue';
import type { Db } from './connection';
import { RefusedError } from './errors';
import { recordEvent } from './events';
import { type Imported, putBatch } from './parts';
import { partImport, stagedPart } from './shelfSchema';

/**
 * A catalogue file goes to the shelf in many short transactions, so that the others in the shop never wait for it: its
 * lines are laid beside the shelf, and only when the last one is there they are put on it. A file that is stopped, or
 * whose server is killed, before that leaves nothing; after that the next start goes on with it.
 */

/** Lines that go in one transaction: some 30 ms of the only connection. */
export const LINES_AT_ONCE = 400;

const STOPPED = 'Stopped: nothing of the file was kept.';

/** A file begins. @returns its id */
export async function startImport(db: Db, by: string, at: Date): Promise<string> {
  const id = newId();
  await db.insert(partImport).values({ id, by, at });
  return id;
}

export interface StagedLine {
  readonly line: number;
  readonly item: CatalogueItem;
}

/**
 * Lays lines beside the shelf. @returns those whose code stood in an earlier line of the file, which are not laid there
 * @throws RefusedError where somebody stopped the file
 */
export async function stageLines(
  db: Db,
  importId: string,
  lines: readonly StagedLine[],
): Promise<{ readonly line: number; readonly before: number; readonly code: string }[]> {
  return db.transaction(async (tx) => {
    const [row] = await tx.select().from(partImport).where(eq(partImport.id, importId)).for('update');
    if (!row) throw new RefusedError(STOPPED);
    if (lines.length === 0) return [];
    const laid = await tx
      .insert(stagedPart)
      .values(lines.map(({ line, item }) => ({ importId, line, item, code: item.about?.code ?? null })))
      .onConflictDoNothing()
      .returning({ line: stagedPart.line });
    if (laid.length === lines.length) return [];
    const there = new Set(laid.map((l) => l.line));
    const twice = lines.flatMap(({ line, item }) => (there.has(line) ? [] : [{ line, code: item.about?.code ?? '' }]));
    const first = await tx
      .select({ line: stagedPart.line, code: stagedPart.code })
      .from(stagedPart)
      .where(
        and(
          eq(stagedPart.importId, importId),
          inArray(
            stagedPart.code,
            twice.map((t) => t.code),
          ),
        ),
      );
    const before = new Map(first.map((f) => [f.code, f.line]));
    return twice.map((t) => ({ ...t, before: before.get(t.code) ?? t.line }));
  });
}

/**
 * The file is read to its end: from here on it goes on the shelf, whatever happens. @throws RefusedError where somebody
 * stopped it
 */
export async function endOfFile(db: Db, importId: string, at: Date): Promise<void> {
  const read = await db
    .update(partImport)
    .set({ readAt: at })
    .where(and(eq(partImport.id, importId), isNull(partImport.readAt)))
    .returning({ id: partImport.id });
  if (!read[0]) throw new RefusedError(STOPPED);
}

/**
 * Stops a file that is not read to its end. @returns whether it was stopped; false where it goes on the shelf already
 */
export async function dropImport(db: Db, importId: string): Promise<boolean> {
  const gone = await db
    .delete(partImport)
    .where(and(eq(partImport.id, importId), isNull(partImport.readAt)))
    .returning({ id: partImport.id });
  return gone.length > 0;
}

/** Puts the lines of a file that was read on the shelf, some at a time. @param said the share that is there */
export async function putStaged(db: Db, importId: string, said: (share: number) => Promise<void>): Promise<Imported> {
  const [count] = await db
    .select({ n: sql<number>`count(*)::int` })
    .from(stagedPart)
    .where(eq(stagedPart.importId, importId));
  const all = count?.n ?? 0;
  for (let done = 0; ; ) {
    const put = await db.transaction(async (tx) => {
      const [file] = await tx.select().from(partImport).where(eq(partImport.id, importId)).for('update');
      if (!file) throw new RefusedError('This file is on the shelf already.');
      const lines = await tx
        .select()
        .from(stagedPart)
        .where(eq(stagedPart.importId, importId))
        .orderBy(asc(stagedPart.line))
        .limit(LINES_AT_ONCE);
      const items = lines.map((l) => l.item);
      const { added, updated } = await putBatch(tx, items, file.by, file.at);
      const sum = { added: file.added + added, updated: file.updated + updated };
      if (lines.length < LINES_AT_ONCE) {
        await recordEvent(tx, { kind: 'shelf.imported', detail: sum, by: file.by, at: file.at });
        await tx.delete(partImport).where(eq(partImport.id, importId));
        return { ended: sum, lines: lines.length };
      }
      await tx.delete(stagedPart).where(
        and(
          eq(stagedPart.importId, importId),
          inArray(
            stagedPart.line,
            lines.map((l) => l.line),
          ),
        ),
      );
      await tx.update(partImport).set(sum).where(eq(partImport.id, importId));
      return { ended: null, lines: lines.length };
    });
    if (put.ended) return put.ended;
    done += put.lines;
    await said(Math.min(1, done / all));
  }
}

/**
 * At start: what was not read to its end is gone, what was goes on the shelf.
 * @param until those begun before it; later ones may be under way in another process. Null for all.
 */
export async function finishImports(db: Db, until: Date | null): Promise<void> {
  const cutOff = until === null ? undefined : lte(partImport.at, until);
  await db.delete(partImport).where(and(isNull(partImport.readAt), cutOff));
  const read = await db
    .select({ id: partImport.id })
    .from(partImport)
    .where(and(isNotNull(partImport.readAt), cutOff));
  for (const { id } of read) await putStaged(db, id, async () => {});
}

import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Wrench } from '@/core/torque/wrench';
import type { Executor } from './connection';
import { NotFoundError, RefusedError } from './errors';
import { recordEvent } from './events';
import { type WrenchRow, wrench } from './toolSchema';

/** Wrenches that are in use, by name. */
export const listWrenches = (db: Executor): Promise<WrenchRow[]> =>
  db.select().from(wrench).where(isNull(wrench.archivedAt)).orderBy(asc(wrench.name));

/** The wrench of a name, in use or put away; null where there never was one. */
export async function wrenchNamed(db: Executor, name: string): Promise<WrenchRow | null> {
  const [row] = await db
    .select()
    .from(wrench)
    .where(and(sql`lower(${wrench.name}) = lower(${name})`, isNull(wrench.archivedAt)));
  return row ?? null;
}

/** Keeps a wrench, a new one where `id` is null. @throws RefusedError where its name is another’s, NotFoundError */
export async function keepWrench(tx: Executor, id: string | null, w: Wrench, by: string, at: Date): Promise<void> {
  const same = await wrenchNamed(tx, w.name);
  if (same && same.id !== id)
    throw new RefusedError(`A wrench is called “${same.name}” already. Give it another name.`);
  if (id === null) await tx.insert(wrench).values({ id: newId(), ...w, createdAt: at });
  else {
    const kept = await tx
      .update(wrench)
      .set(w)
      .where(and(eq(wrench.id, id), isNull(wrench.archivedAt)))
      .returning({ id: wrench.id });
    if (!kept[0]) throw new NotFoundError('This wrench');
  }
  await recordEvent(tx, { kind: 'wrench.kept', detail: { id, ...w }, by, at });
}

/** Puts a wrench away. @throws NotFoundError */
export async function archiveWrench(tx: Executor, id: string, by: string, at: Date): Promise<void> {
  const gone = await tx
    .update(wrench)
    .set({ archivedAt: at })
    .where(and(eq(wrench.id, id), isNull(wrench.archivedAt)))
    .returning({ id: wrench.id });
  if (!gone[0]) throw new NotFoundError('This wrench');
  await recordEvent(tx, { kind: 'wrench.archived', detail: { id }, by, at });
}

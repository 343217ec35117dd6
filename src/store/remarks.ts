import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Corner } from '@/core/document/vocabulary';
import { type LockingKeyRow, lockingKey, type NoteRow, note, type PhotoRow, photo } from './carStateSchema';
import type { Executor } from './connection';
import { NotFoundError } from './errors';
import { recordEvent } from './events';

/** Notes, photos and keys of a car: what is said and shown beside the figures. */
export type PhotoInput = Omit<PhotoRow, 'id' | 'by' | 'personId' | 'at' | 'withdrawnAt'>;
export type NoteInput = Omit<NoteRow, 'id' | 'by' | 'personId' | 'at' | 'withdrawnAt'>;
export type KeyInput = Pick<LockingKeyRow, 'vehicleId' | 'pattern' | 'place' | 'holder'>;

export interface Remarks {
  readonly photos: readonly PhotoRow[];
  readonly notes: readonly NoteRow[];
}

/** Of a car, or of some of its jobs; withdrawn ones are left out. */
export async function remarksOf(db: Executor, vehicleId: string, jobs?: readonly string[]): Promise<Remarks> {
  const photos = await db
    .select()
    .from(photo)
    .where(
      and(
        eq(photo.vehicleId, vehicleId),
        isNull(photo.withdrawnAt),
        jobs ? inArray(photo.jobId, [...jobs]) : undefined,
      ),
    )
    .orderBy(asc(photo.at), asc(photo.id));
  const notes = await db
    .select()
    .from(note)
    .where(
      and(eq(note.vehicleId, vehicleId), isNull(note.withdrawnAt), jobs ? inArray(note.jobId, [...jobs]) : undefined),
    )
    .orderBy(asc(note.at), asc(note.id));
  return { photos, notes };
}

/** The same one twice counts once, by its id. @returns its id */
export async function addPhoto(tx: Executor, input: PhotoInput, by: string, at: Date, id = newId()): Promise<string> {
  const added = await tx
    .insert(photo)
    .values({ ...input, id, by, at })
    .onConflictDoNothing({ target: photo.id })
    .returning({ id: photo.id });
  // One whose answer was lost is sent again, and is there already.
  if (!added[0]) return id;
  const { vehicleId, jobId } = input;
  await recordEvent(tx, { vehicleId, jobId: jobId ?? undefined, kind: 'photo.kept', detail: { ...input }, by, at });
  return id;
}

/** The same one twice counts once, by its id. @returns its id */
export async function addNote(tx: Executor, input: NoteInput, by: string, at: Date, id = newId()): Promise<string> {
  const added = await tx
    .insert(note)
    .values({ ...input, id, by, at })
    .onConflictDoNothing({ target: note.id })
    .returning({ id: note.id });
  // One whose answer was lost is sent again, and is there already.
  if (!added[0]) return id;
  const { vehicleId, jobId } = input;
  await recordEvent(tx, { vehicleId, jobId: jobId ?? undefined, kind: 'note.kept', detail: { ...input }, by, at });
  return id;
}

/** Whether a job has a photo of one of its corners, before or after the work. */
export async function hasPhoto(
  db: Executor,
  jobId: string,
  corner: Corner,
  state: PhotoRow['state'],
): Promise<boolean> {
  const [found] = await db
    .select({ id: photo.id })
    .from(photo)
    .where(and(eq(photo.jobId, jobId), eq(photo.corner, corner), eq(photo.state, state), isNull(photo.withdrawnAt)))
    .limit(1);
  return found !== undefined;
}

/** Takes a photo or a note back; the row stays. @throws NotFoundError when it is another car's */
export async function withdrawRemark(
  tx: Executor,
  of: { readonly vehicleId: string; readonly kind: 'photo' | 'note'; readonly id: string },
  by: string,
  at: Date,
): Promise<void> {
  const table = of.kind === 'photo' ? photo : note;
  const gone = await tx
    .update(table)
    .set({ withdrawnAt: at })
    .where(and(eq(table.id, of.id), eq(table.vehicleId, of.vehicleId), isNull(table.withdrawnAt)))
    .returning({ id: table.id });
  if (!gone[0]) throw new NotFoundError(of.kind === 'photo' ? 'This photo' : 'This note');
  const { vehicleId, kind, id } = of;
  await recordEvent(tx, { vehicleId, kind: `${kind}.withdrawn`, detail: { id }, by, at });
}

/** Keys of locking sets that a car has. */
export const keysOf = (db: Executor, vehicleId: string): Promise<LockingKeyRow[]> =>
  db
    .select()
    .from(lockingKey)
    .where(and(eq(lockingKey.vehicleId, vehicleId), isNull(lockingKey.endedAt)))
    .orderBy(asc(lockingKey.at));

/** Keeps a key; given the row that it corrects, that one ends. @throws NotFoundError */
export async function keepKey(
  tx: Executor,
  input: KeyInput,
  corrects: string | null,
  by: string,
  at: Date,
): Promise<void> {
  if (corrects !== null) await endKey(tx, input.vehicleId, corrects, at);
  await tx.insert(lockingKey).values({ ...input, id: newId(), by, at });
  await recordEvent(tx, { vehicleId: input.vehicleId, kind: 'key.kept', detail: { ...input }, by, at });
}

/** A key is with the car no more. @throws NotFoundError */
export async function endKey(tx: Executor, vehicleId: string, id: string, at: Date): Promise<void> {
  const gone = await tx
    .update(lockingKey)
    .set({ endedAt: at })
    .where(and(eq(lockingKey.id, id), eq(lockingKey.vehicleId, vehicleId), isNull(lockingKey.endedAt)))
    .returning({ id: lockingKey.id });
  if (!gone[0]) throw new NotFoundError('This key');
}

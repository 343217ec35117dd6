import 'server-only';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { InputError } from '@/core/errors';
import { PHOTO_STATES } from '@/store/carStateSchema';
import { theStore } from '@/store/connection';
import { databaseAway } from '@/store/engine/engine';
import { RefusedError } from '@/store/errors';
import { dropPhotoFiles, keepPhotoFile, photoFile } from '@/store/folder/photos';
import { loadJob } from '@/store/jobs';
import { addNote, addPhoto, endKey, keepKey, keysOf, type Remarks, remarksOf, withdrawRemark } from '@/store/remarks';
import { loadVehicle } from '@/store/vehicles';

/** What a photo or a note is of. */
export interface About {
  readonly vehicleId: string;
  readonly jobId: string | null;
  readonly corner: string | null;
}

interface Sound {
  readonly vehicleId: string;
  readonly jobId: string | null;
  readonly corner: Corner | null;
}

function shortText(field: string, typed: unknown, most: number, least = 0): string {
  const text = typeof typed === 'string' ? typed.trim() : '';
  if (text.length > most || text.length < least)
    throw new InputError(
      field,
      text.slice(0, 40),
      text.length < least ? 'is empty.' : `is longer than ${most} characters.`,
      `Enter 1 to ${most} characters.`,
    );
  return text;
}

/** @throws NotFoundError, RefusedError */
async function sound({ vehicleId, jobId, corner }: About): Promise<Sound> {
  const { db } = await theStore();
  await loadVehicle(db, vehicleId);
  if (jobId !== null && (await loadJob(db, jobId)).vehicle.id !== vehicleId)
    throw new RefusedError('This job is not of this car.');
  const at = CORNERS.find((c) => c === corner) ?? null;
  if (corner !== null && at === null) throw new RefusedError('This is no corner of a car.');
  return { vehicleId, jobId, corner: at };
}

/** Photos and notes of a car, or of one of its jobs. */
export const remarksFor = async (vehicleId: string, jobId?: string): Promise<Remarks> =>
  remarksOf((await theStore()).db, vehicleId, jobId === undefined ? undefined : [jobId]);

/** Keeps a photo: re-encoded, then written down; the same one twice counts once. @throws RefusedError, InputError */
export async function takePhoto(
  about: About,
  picture: { readonly bytes: Uint8Array; readonly state: string; readonly caption: unknown },
  by: string,
  id?: string,
): Promise<void> {
  const of = await sound(about);
  const { db, folder } = await theStore();
  const caption = shortText('Caption', picture.caption, 200);
  const state = PHOTO_STATES.find((s) => s === picture.state);
  if (!state) throw new RefusedError('A photo is of before, of after, or of neither.');
  const kept = await keepPhotoFile(folder, picture.bytes);
  const { fresh, ...as } = kept;
  try {
    await db.transaction((tx) => addPhoto(tx, { ...of, state, caption, ...as }, by, new Date(), id));
  } catch (error) {
    // What was refused leaves no file; where nobody can tell whether it was stored, the file stays.
    if (fresh && databaseAway(error) === null) await dropPhotoFiles(folder, [as.hash]);
    throw error;
  }
}

/** The file of a kept photo; null where there is none. */
export const photoBytes = async (hash: string): Promise<Uint8Array | null> =>
  photoFile((await theStore()).folder, hash);

/** Keeps a note. @throws InputError, RefusedError */
export async function takeNote(about: About, typed: unknown, by: string, id?: string): Promise<void> {
  const of = await sound(about);
  const text = shortText('Note', typed, 1000, 1);
  await (await theStore()).db.transaction((tx) => addNote(tx, { ...of, text }, by, new Date(), id));
}

/** Takes a photo or a note back. @throws NotFoundError */
export async function takeBackRemark(vehicleId: string, kind: 'photo' | 'note', id: string, by: string): Promise<void> {
  await (await theStore()).db.transaction((tx) => withdrawRemark(tx, { vehicleId, kind, id }, by, new Date()));
}

/** Keys of the locking sets of a car. */
export const keysFor = async (vehicleId: string) => keysOf((await theStore()).db, vehicleId);

/** Keeps a locking key: pattern, where it lies, who has it. @throws InputError, NotFoundError */
export async function takeKey(
  vehicleId: string,
  typed: { readonly pattern: unknown; readonly place: unknown; readonly holder: unknown },
  corrects: string | null,
  by: string,
): Promise<void> {
  const key = {
    vehicleId,
    pattern: shortText('Pattern', typed.pattern, 60, 1),
    place: shortText('Where it lies', typed.place, 80),
    holder: shortText('Who has it', typed.holder, 80),
  };
  const { db } = await theStore();
  await loadVehicle(db, vehicleId);
  await db.transaction((tx) => keepKey(tx, key, corrects, by, new Date()));
}

/** A key is with the car no more. @throws NotFoundError */
export async function dropKey(vehicleId: string, id: string): Promise<void> {
  await (await theStore()).db.transaction((tx) => endKey(tx, vehicleId, id, new Date()));
}

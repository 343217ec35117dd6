import 'server-only';
import { reopened, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { latestEvent, recordEvent } from '@/store/events';
import { ArchiveError } from '@/store/folder/archive';
import {
  type BackupFile,
  type BackupWhy,
  backUp,
  backupRoom,
  backupShare,
  backupsOf,
  listBackups,
  rotate,
  wholeBackup,
} from '@/store/folder/backup';
import { NewerError } from '@/store/folder/migrations';
import { prepareRestore, putInPlace, restoreOnServer } from '@/store/folder/restore';
import { sessionKeyOf } from '@/store/folder/sessionKey';
import { endEveryLogin } from '@/store/people';
import { leadOnly } from '../roles';
import type { Actor } from '../session';
import { setSessionKey } from './openTo';

export type { BackupFile };

const HOUR = 3600_000;
const LOOK_MS = 5 * 60_000;

/** Backups of the data folder, the newest first. */
export const backups = async (): Promise<BackupFile[]> => listBackups((await theStore()).folder);

/** Where data and backups lie, and what of that disk the backups take. */
export async function backupPlace() {
  const { folder } = await theStore();
  return { folder, where: backupsOf(folder), room: await backupRoom(folder), share: backupShare() };
}

/** Makes a backup now. */
export async function backUpNow(personId: string | null, why: BackupWhy = 'asked'): Promise<BackupFile> {
  await leadOnly('back-up', personId);
  return backUp(await theStore(), { why, at: new Date() });
}

/** A backup to take away. @throws RefusedError */
export async function backupToDownload(
  name: string,
  personId: string | null,
): Promise<{ file: BackupFile; passing: boolean }> {
  await leadOnly('download-backup', personId);
  return wholeBackup((await theStore()).folder, await backupNamed(name));
}

/** The backup with this name. @throws RefusedError where there is none, so that no path is asked for */
async function backupNamed(name: string): Promise<BackupFile> {
  const found = (await backups()).find((b) => b.name === name);
  if (!found) throw new RefusedError('There is no backup with that name.');
  return found;
}

/** Puts one of the folder's own backups in place of the data. @throws RefusedError before anything is touched */
export async function restoreNamed(name: string, acting: Actor): Promise<void> {
  await leadOnly('restore', acting.personId);
  await restoreFrom((await backupNamed(name)).path, acting);
}

/**
 * Puts an archive in place of the data. It is unpacked, checked and opened beside it first, and the workshop works on
 * until then; what is there now is kept beside it.
 * @throws RefusedError before anything is touched
 */
export async function restoreFrom(archive: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('restore', personId);
  const at = new Date();
  try {
    await replaceBy(archive, at);
  } catch (error) {
    if (error instanceof ArchiveError || error instanceof NewerError) throw new RefusedError(error.message);
    throw error;
  }
  const { db, folder } = await theStore();
  setSessionKey(sessionKeyOf(folder));
  await endEveryLogin(db, at);
  await recordEvent(db, { kind: 'data.restored', detail: { archive: archive.split('/').at(-1) ?? '' }, by, at });
}

/** Puts an archive in place of the data, wherever the database is. */
async function replaceBy(archive: string, at: Date): Promise<void> {
  const store = await theStore();
  if (store.kind === 'server') {
    await restoreOnServer(store, archive, at);
    return reopened(async () => {});
  }
  const prepared = await prepareRestore(archive, store.folder, true);
  await reopened(() => putInPlace(prepared, at));
}

/** Every hour that something was entered in, a backup; older ones go by the rotation. @returns whether one was made */
export async function backUpIfUsed(now: Date): Promise<boolean> {
  const store = await theStore();
  const { db, folder } = store;
  const last = await latestEvent(db);
  if (last === null) return false;
  const newest = (await listBackups(folder))[0];
  // A clock that went back makes the newest lie in the future; then one more does no harm.
  const age = newest ? now.getTime() - newest.made.getTime() : Number.POSITIVE_INFINITY;
  if (newest && (last <= newest.made || (age >= 0 && age < HOUR))) return false;
  await backUp(store, { why: 'hourly', at: now });
  await rotate(folder, now);
  return true;
}

/** Looks every few minutes whether a backup is due. A failure is said and tried again; work goes on. */
export function keepBackingUp(): void {
  const look = (): void =>
    void theStore()
      .then(({ onlyHere }) => onlyHere('backup', () => backUpIfUsed(new Date())))
      .catch((error) => console.error('The hourly backup failed; it is tried again.', error));
  setInterval(look, LOOK_MS).unref();
}

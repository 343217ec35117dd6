import { existsSync } from 'node:fs';
import { copyFile, mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname } from 'node:path';
import { ArchiveError, type FileSum, filesUnder, manifestOf, sumOf } from './archive';

/**
 * Photos never change once they are kept, and their name is their hash. So the backups that are made by themselves
 * leave them out: each photo is copied once into a pool beside them, and a backup lists the ones that belong to it.
 */

/** A kept photo below its folder. What is being written has another ending. */
const PHOTO = /^[0-9a-f]{2}\/([0-9a-f]{64})\.jpg$/;

const poolOf = (backups: string): string => `${backups}/photos`;

/** What lies among the photos of a folder, but for what is being written. */
export async function photosUnder(photos: string): Promise<string[]> {
  return existsSync(photos) ? (await filesUnder(photos)).filter((p) => !p.endsWith('.half')) : [];
}

/** Whether it is a photo that is named by its hash, as they are kept. */
export const isPooled = (path: string): boolean => PHOTO.test(path);

/** Copies what the pool does not hold yet. @returns the list that a backup keeps, each with its checksum */
export async function fillPool(photos: string, backups: string): Promise<FileSum[]> {
  const list: FileSum[] = [];
  for (const path of (await photosUnder(photos)).filter(isPooled)) {
    const to = `${poolOf(backups)}/${path}`;
    if (!existsSync(to)) {
      await mkdir(dirname(to), { recursive: true });
      await copyFile(`${photos}/${path}`, `${to}.part`);
      await rename(`${to}.part`, to);
    }
    list.push({ path, size: (await stat(to)).size, sha256: PHOTO.exec(path)?.[1] ?? '' });
  }
  return list;
}

/**
 * Copies the photos of a backup out of its pool, or out of the data folder where the pool lost one, each held against
 * its checksum.
 * @param pools where they may lie, the first that holds one sound counts @throws ArchiveError
 */
export async function takeFromPool(list: readonly FileSum[], pools: readonly string[], photos: string): Promise<void> {
  for (const wanted of list) {
    if (!PHOTO.test(wanted.path))
      throw new ArchiveError('The archive lists a photo outside its folder. Nothing was touched.');
    const from = await soundIn(wanted, pools);
    if (from === null)
      throw new ArchiveError(
        `The photo ${wanted.path} of this backup is not beside it any more, or is damaged. Take a backup that was downloaded: it is whole. Nothing was touched.`,
      );
    await mkdir(dirname(`${photos}/${wanted.path}`), { recursive: true });
    await copyFile(from, `${photos}/${wanted.path}`);
  }
}

async function soundIn({ path, size, sha256 }: FileSum, pools: readonly string[]): Promise<string | null> {
  for (const pool of pools) {
    if (!existsSync(`${pool}/${path}`)) continue;
    const found = await sumOf(pool, path);
    if (found.size === size && found.sha256 === sha256) return `${pool}/${path}`;
  }
  return null;
}

/** Where the photos of a backup may lie: in the pool beside it, or among those of the data folder. */
export const poolsFor = (archive: string, folder: string): string[] => [poolOf(dirname(archive)), `${folder}/photos`];

/** Throws pooled photos away that no backup lists any more. @param archives every backup beside the pool */
export async function emptyPool(backups: string, archives: readonly string[], manifest: string): Promise<void> {
  const pool = poolOf(backups);
  if (!existsSync(pool)) return;
  const wanted = new Set<string>();
  for (const path of archives) {
    const read = (await manifestOf(path, manifest).catch(() => null)) as { photos?: FileSum[] } | null;
    // Of a backup that cannot be read nobody knows what it needs.
    if (read === null) return;
    for (const p of read.photos ?? []) wanted.add(p.path);
  }
  for (const path of await filesUnder(pool)) if (!wanted.has(path)) await rm(`${pool}/${path}`, { force: true });
}

/** Bytes that lie under a folder. */
export async function bytesUnder(folder: string): Promise<number> {
  if (!existsSync(folder)) return 0;
  let sum = 0;
  for (const e of await readdir(folder, { withFileTypes: true, recursive: true }))
    if (e.isFile()) sum += (await stat(`${e.parentPath}/${e.name}`)).size;
  return sum;
}

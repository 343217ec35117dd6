import { existsSync } from 'node:fs';
import { cp, mkdir, mkdtemp, open, readdir, rename, rm, stat, statfs } from 'node:fs/promises';
import { basename } from 'node:path';
import { z } from 'zod';
import type { Engine } from '../engine/engine';
import { manifestOf, pack, unpack } from './archive';
import { knownMigrations } from './migrations';
import { bytesUnder, emptyPool, fillPool, isPooled, photosUnder, poolsFor, takeFromPool } from './photoPool';
import { mayGo } from './rotation';
import { writeTables } from './tables';

export const MANIFEST = 'vectis-backup.json';
/** A backup that is whole. */
export const FORMAT = 'vectis-backup/1';
/**
 * One whose database is its tables, a file of rows each, which any engine reads; photos in the pool where it says so.
 */
export const OPEN = 'vectis-backup/3';
/**
 * One whose photos lie in the pool beside it. Earlier releases do not know it, and so refuse it instead of losing the
 * photos.
 */
export const POOLED = 'vectis-backup/2';

const sumSchema = z.strictObject({ path: z.string(), size: z.number().min(0), sha256: z.string().length(64) });
export const manifestSchema = z.looseObject({
  format: z.string(),
  made: z.iso.datetime(),
  why: z.string(),
  /** Time of the latest migration in it. */
  migration: z.number(),
  files: z.array(sumSchema),
  /** Photos in the pool beside it. */
  photos: z.array(sumSchema).optional(),
});

export interface BackupFile {
  readonly path: string;
  readonly name: string;
  readonly size: number;
  readonly made: Date;
  readonly why: BackupWhy;
}

export const BACKUP_WHYS = ['asked', 'hourly', 'migration', 'restore'] as const;
export type BackupWhy = (typeof BACKUP_WHYS)[number];

/**
 * What of a data folder goes into a backup; locks, backups and half-made things stay out, and so does the key that
 * logins are sealed with: whoever holds a backup could sign in as anybody.
 */
export const PARTS = ['db', 'photos'] as const;
/** Where the tables of an open backup lie in it. */
export const TABLES = 'tables';
/** Earlier releases packed it; what such an archive holds of it is left in the archive. */
export const SESSION_KEY = 'session.key';

/** A path under a data folder, which the build does not look into. */
export const inside = (folder: string, ...names: readonly string[]): string => [folder, ...names].join('/');

/** Where a folder keeps its backups: VECTIS_BACKUPS, on another disk where one is set, else beside the data. */
export const backupsOf = (folder: string): string => process.env.VECTIS_BACKUPS || inside(folder, 'backups');

export const stamp = (at: Date): string => at.toISOString().replace(/[-:]/g, '').replace(/\.\d+/, '');

/** What is backed up: a folder and the database it belongs to. */
export interface BackedUp extends Pick<Engine, 'db' | 'held'> {
  readonly folder: string;
}

interface BackupAsked {
  readonly why: BackupWhy;
  readonly at: Date;
  /** File to write; left out, one of the folder's own backups. */
  readonly to?: string;
  /** As tables, which either engine reads. A database on a server is always packed so. */
  readonly open?: boolean;
}

/**
 * Makes one archive of a workshop: database, photos, settings, with checksums and version. A database in the folder is
 * brought to its files and holds still only while they are copied; photos, which never change, and packing go on beside
 * the work. One that is made by itself leaves the photos in the pool beside it. Synced to disk, and only then given its
 * name.
 */
export async function backUp(
  { folder, db, held }: BackedUp,
  { why, at, to, open: asTables = false }: BackupAsked,
): Promise<BackupFile> {
  const own = backupsOf(folder);
  await mkdir(own, { recursive: true });
  const copy = await mkdtemp(inside(own, '.copy-'));
  const path = to ?? inside(own, `vectis-${stamp(at)}-${why}.zip`);
  const half = `${path}.part`;
  try {
    const { migration, format } = await copyDatabase({ folder, db, held }, copy, asTables);
    const about = { made: at.toISOString(), why, migration };
    const photos = inside(folder, 'photos');
    const pooled = why === 'hourly' && to === undefined;
    const said = pooled ? { format: format === OPEN ? OPEN : POOLED, photos: await fillPool(photos, own) } : { format };
    const paths = (await photosUnder(photos)).filter((p) => !(pooled && isPooled(p)));
    await pack(copy, half, MANIFEST, { ...about, ...said }, { as: 'photos', folder: photos, paths });
    await synced(half);
    await rename(half, path);
    return { path, name: basename(path), size: (await stat(path)).size, made: at, why };
  } finally {
    // A disk that ran full keeps no half archive; one that is whole has its name by now.
    await rm(half, { force: true });
    await rm(copy, { recursive: true, force: true });
  }
}

/** Lays what the database holds beside it: its files, or its tables. */
async function copyDatabase(
  { folder, db, held }: BackedUp,
  copy: string,
  asTables: boolean,
): Promise<{ readonly migration: number; readonly format: string }> {
  if (held === null || asTables)
    return { migration: (await writeTables(db, inside(copy, TABLES))).migration, format: OPEN };
  await held.checkpoint();
  await held.still(async () => {
    await cp(inside(folder, 'db'), inside(copy, 'db'), { recursive: true, preserveTimestamps: true });
  });
  return { migration: knownMigrations().at(-1)?.when ?? 0, format: FORMAT };
}

export async function synced(path: string): Promise<void> {
  const file = await open(path, 'r+');
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

const NAME = /^vectis-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z-([a-z]+)\.zip$/;

/** Backups of a data folder, the newest first. */
export async function listBackups(folder: string): Promise<BackupFile[]> {
  if (!existsSync(backupsOf(folder))) return [];
  const found: BackupFile[] = [];
  for (const name of await readdir(backupsOf(folder))) {
    const m = NAME.exec(name);
    const why = BACKUP_WHYS.find((w) => w === m?.[7]);
    if (!m || !why) continue;
    const [y, mo, d, h, mi, s] = m.slice(1, 7).map(Number) as [number, number, number, number, number, number];
    const path = inside(backupsOf(folder), name);
    found.push({
      path,
      name,
      size: (await stat(path)).size,
      made: new Date(Date.UTC(y, mo - 1, d, h, mi, s)),
      why,
    });
  }
  return found.sort((a, b) => b.made.getTime() - a.made.getTime());
}

/**
 * Throws away what the rotation lets go, then the oldest as long as all of them take more than their share of the disk;
 * what somebody asked for and the newest stay. @param mostBytes the share of the disk, where it is not this one’s
 * @returns how many went
 */
export async function rotate(folder: string, now: Date, mostBytes?: number): Promise<number> {
  const hourly = (await listBackups(folder)).filter((b) => b.why === 'hourly');
  const gone = mayGo(
    hourly.map((b) => b.made.getTime()),
    now.getTime(),
  );
  const stay = hourly.filter((b) => !gone.has(b.made.getTime()));
  for (const b of hourly) if (gone.has(b.made.getTime())) await rm(b.path, { force: true });
  let went = gone.size;
  const room = await backupRoom(folder);
  const most = mostBytes ?? room.most;
  for (let { taken } = room; taken > most && stay.length > 1; went += 1) {
    const oldest = stay.pop() as BackupFile;
    await rm(oldest.path, { force: true });
    taken -= oldest.size;
  }
  if (went > 0) {
    const left = (await listBackups(folder)).map((b) => b.path);
    await emptyPool(backupsOf(folder), left, MANIFEST);
  }
  return went;
}

/** Share of their disk that backups may take, percent: VECTIS_BACKUP_SHARE, else a quarter. */
export function backupShare(): number {
  const asked = Number(process.env.VECTIS_BACKUP_SHARE ?? '25');
  return asked >= 1 && asked <= 95 ? asked : 25;
}

/** What the backups of a folder take of their disk, and the most they may, bytes. */
export async function backupRoom(folder: string): Promise<{ readonly taken: number; readonly most: number }> {
  const own = backupsOf(folder);
  if (!existsSync(own)) return { taken: 0, most: Number.POSITIVE_INFINITY };
  const { blocks, bsize } = await statfs(own);
  return { taken: await bytesUnder(own), most: (blocks * bsize * backupShare()) / 100 };
}

/**
 * A backup as one file that is whole wherever it is taken: one that left its photos in the pool is packed anew with
 * them.
 * @returns the file, and whether it is to be thrown away once it was sent
 */
export async function wholeBackup(folder: string, backup: BackupFile): Promise<{ file: BackupFile; passing: boolean }> {
  const { format, photos, ...about } = manifestSchema.parse(await manifestOf(backup.path, MANIFEST));
  if (photos === undefined) return { file: backup, passing: false };
  const own = backupsOf(folder);
  const copy = await mkdtemp(inside(own, '.copy-'));
  try {
    await unpack(backup.path, copy, about.files);
    await takeFromPool(photos, poolsFor(backup.path, folder), inside(copy, 'photos'));
    const { files: _, ...said } = about;
    // Named after the copy, so that two downloads of one backup at once do not write over each other.
    const path = `${copy}.part`;
    await pack(copy, path, MANIFEST, { ...said, format: format === POOLED ? FORMAT : format });
    return { file: { ...backup, path, size: (await stat(path)).size }, passing: true };
  } finally {
    await rm(copy, { recursive: true, force: true });
  }
}

/** What of somebody's data lies in a folder beside a database: backups, photos, what a restore set aside. */
export async function dataBeside(
  folder: string,
): Promise<{ readonly aside: string | null; readonly newest: string | null } | null> {
  const names = existsSync(folder) ? await readdir(folder) : [];
  const aside =
    names
      .filter((n) => n.startsWith('before-restore-'))
      .sort()
      .at(-1) ?? null;
  const newest = (await listBackups(folder))[0]?.path ?? null;
  const photos = existsSync(inside(folder, 'photos')) && (await readdir(inside(folder, 'photos'))).length > 0;
  return aside !== null || newest !== null || photos ? { aside: aside && inside(folder, aside), newest } : null;
}

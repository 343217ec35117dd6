import { cp, mkdir, mkdtemp, open, readdir, readFile, rename, rm, stat, statfs, writeFile } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import { basename } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { z } from 'zod';
import { ArchiveError, manifestOf, pack, unpack } from './archive';
import { knownMigrations, NewerError } from './migrations';
import { bytesUnder, emptyPool, fillPool, isPooled, photosUnder, poolsFor, takeFromPool } from './photoPool';
import { mayGo } from './rotation';

const MANIFEST = 'vectis-backup.json';
/** A backup that is whole. */
const FORMAT = 'vectis-backup/1';
/** One whose photos lie in the pool beside it. Earlier releases do not know it, and so refuse it instead of losing the photos. */
const POOLED = 'vectis-backup/2';

const sumSchema = z.strictObject({ path: z.string(), size: z.number().min(0), sha256: z.string().length(64) });
const manifestSchema = z.looseObject({
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

/** What a database lets a backup do: bring everything to its files, and hold still while they are copied. */
export interface Held {
  checkpoint(): Promise<void>;
  still<T>(work: () => Promise<T>): Promise<T>;
}

/**
 * What of a data folder goes into a backup; locks, backups and half-made things stay out, and so does the key that logins are sealed
 * with: whoever holds a backup could sign in as anybody.
 */
const PARTS = ['db', 'photos'] as const;
/** Earlier releases packed it; what such an archive holds of it is left in the archive. */
const SESSION_KEY = 'session.key';

/** A path under a data folder, which the build does not look into. */
const inside = (folder: string, ...names: readonly string[]): string => [folder, ...names].join('/');

/** Where a folder keeps its backups: VECTIS_BACKUPS, on another disk where one is set, else beside the data. */
export const backupsOf = (folder: string): string => process.env.VECTIS_BACKUPS || inside(folder, 'backups');

const stamp = (at: Date): string => at.toISOString().replace(/[-:]/g, '').replace(/\.\d+/, '');

/**
 * Makes one archive of a data folder: database, photos, settings, with checksums and version. The database is brought to its files and
 * holds still only while they are copied; photos, which never change, and packing go on beside the work. One that is made by itself leaves
 * the photos in the pool beside it. Synced to disk, and only then given its name.
 * @param to file to write; left out, one of the folder's own backups
 */
export async function backUp(
  folder: string,
  held: Held,
  { why, at, to }: { readonly why: BackupWhy; readonly at: Date; readonly to?: string },
): Promise<BackupFile> {
  const own = backupsOf(folder);
  await mkdir(own, { recursive: true });
  const copy = await mkdtemp(inside(own, '.copy-'));
  const path = to ?? inside(own, `vectis-${stamp(at)}-${why}.zip`);
  const half = `${path}.part`;
  try {
    await held.checkpoint();
    await held.still(async () => {
      await cp(inside(folder, 'db'), inside(copy, 'db'), { recursive: true, preserveTimestamps: true });
    });
    const migration = knownMigrations().at(-1)?.when ?? 0;
    const about = { made: at.toISOString(), why, migration };
    const photos = inside(folder, 'photos');
    const pooled = why === 'hourly' && to === undefined;
    const said = pooled ? { format: POOLED, photos: await fillPool(photos, own) } : { format: FORMAT };
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

async function synced(path: string): Promise<void> {
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
 * Throws away what the rotation lets go, then the oldest as long as all of them take more than their share of the disk; what somebody asked
 * for and the newest stay. @param mostBytes the share of the disk, where it is not this one’s @returns how many went
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
 * A backup as one file that is whole wherever it is taken: one that left its photos in the pool is packed anew with them.
 * @returns the file, and whether it is to be thrown away once it was sent
 */
export async function wholeBackup(folder: string, backup: BackupFile): Promise<{ file: BackupFile; passing: boolean }> {
  const { format, photos, ...about } = manifestSchema.parse(await manifestOf(backup.path, MANIFEST));
  if (format !== POOLED) return { file: backup, passing: false };
  const own = backupsOf(folder);
  const copy = await mkdtemp(inside(own, '.copy-'));
  try {
    await unpack(backup.path, copy, about.files);
    await takeFromPool(photos ?? [], poolsFor(backup.path, folder), inside(copy, 'photos'));
    const { files: _, ...said } = about;
    // Named after the copy, so that two downloads of one backup at once do not write over each other.
    const path = `${copy}.part`;
    await pack(copy, path, MANIFEST, { ...said, format: FORMAT });
    return { file: { ...backup, path, size: (await stat(path)).size }, passing: true };
  } finally {
    await rm(copy, { recursive: true, force: true });
  }
}

/** An archive that lies unpacked and checked beside the data that it may replace. */
export interface PreparedRestore {
  readonly folder: string;
  /** Where it lies, inside the folder. */
  readonly next: string;
}

/**
 * Unpacks an archive beside a data folder, checks every file against its checksum and opens the database in it. The data that is there stays
 * as it is and may be worked on meanwhile.
 * @param replace the data in the folder may be set aside; else the folder has to be empty
 * @throws ArchiveError, NewerError before anything is touched
 */
export async function prepareRestore(archive: string, folder: string, replace: boolean): Promise<PreparedRestore> {
  if (!existsSync(archive)) throw new ArchiveError(`There is no file ${archive}.`);
  const read = manifestSchema.safeParse(await manifestOf(archive, MANIFEST));
  if (!read.success)
    throw new ArchiveError('This is no backup of Vectis: its manifest cannot be read. Nothing was touched.');
  const { format, migration, files, photos } = read.data;
  if ((format !== FORMAT && format !== POOLED) || !knownMigrations().some((m) => m.when === migration))
    throw new NewerError('This backup');
  if (PARTS.some((p) => existsSync(inside(folder, p))) && !replace)
    throw new ArchiveError(`The folder ${folder} holds data already. Name an empty one; nothing was touched.`);
  await mkdir(folder, { recursive: true });
  const next = await mkdtemp(inside(folder, '.restore-'));
  try {
    await unpack(archive, next, files);
    if (format === POOLED) await takeFromPool(photos ?? [], poolsFor(archive, folder), inside(next, 'photos'));
    if (!existsSync(inside(next, 'db', 'PG_VERSION')))
      throw new ArchiveError('The backup holds no database. Nothing was touched.');
    // A copy of a running database names the process that held it.
    await rm(inside(next, 'db', 'postmaster.pid'), { force: true });
    await opens(inside(next, 'db'));
    return { folder, next };
  } catch (error) {
    await rm(next, { recursive: true, force: true });
    throw error;
  }
}

/** The database of a backup opens and knows its migrations. @throws ArchiveError */
async function opens(path: string): Promise<void> {
  const client = new PGlite(path);
  try {
    await client.waitReady;
    await client.query('select count(*) from drizzle.__drizzle_migrations');
  } catch (error) {
    const why = error instanceof Error ? (error.message.split('\n')[0] ?? '') : '';
    throw new ArchiveError(`The database in this backup does not open: ${why} Nothing was touched.`);
  } finally {
    await client.close().catch(() => {});
  }
}

/**
 * Puts a prepared restore in place of the data in its folder, which no store has open; what stood there is kept beside it. The swap is
 * marked, so that one that is cut off is finished at the next start. Logins end with it: the folder gets a new session key.
 * @returns where the old data went; null where there was none
 */
export async function putInPlace({ folder, next }: PreparedRestore, at: Date): Promise<string | null> {
  const there = PARTS.some((p) => existsSync(inside(folder, p)));
  const aside = there ? inside(folder, `before-restore-${stamp(at)}`) : null;
  await markSwap(folder, { next: basename(next), aside: aside === null ? null : basename(aside) });
  await finishSwap(folder);
  return aside;
}

/** Both in one, for a folder that no store has open. @throws ArchiveError, NewerError before anything is touched */
export async function restore(archive: string, folder: string, replace: boolean, at: Date): Promise<string | null> {
  return putInPlace(await prepareRestore(archive, folder, replace), at);
}

/** Names a swap that is under way. */
const SWAP = 'restore-under-way.json';
const swapSchema = z.strictObject({ next: z.string().regex(/^\.restore-/), aside: z.string().nullable() });

async function markSwap(folder: string, swap: z.infer<typeof swapSchema>): Promise<void> {
  const half = inside(folder, `${SWAP}.half`);
  await writeFile(half, JSON.stringify(swap));
  await synced(half);
  await rename(half, inside(folder, SWAP));
}

/**
 * Puts in place what a restore had ready, and keeps what was there beside it. Each step is done or not, so that it goes on where it was
 * cut off. @returns whether a swap was under way
 */
export async function finishSwap(folder: string): Promise<boolean> {
  if (!existsSync(inside(folder, SWAP))) return false;
  const { next, aside } = swapSchema.parse(JSON.parse(await readFile(inside(folder, SWAP), 'utf8')));
  if (aside !== null) await mkdir(inside(folder, aside), { recursive: true });
  for (const part of PARTS) {
    const [here, new_] = [inside(folder, part), inside(folder, next, part)];
    // What stands here is the old one as long as it was not set aside.
    if (aside !== null && existsSync(here) && !existsSync(inside(folder, aside, part)))
      await rename(here, inside(folder, aside, part));
    if (existsSync(new_)) await rename(new_, here);
  }
  await rm(inside(folder, SESSION_KEY), { force: true });
  await rm(inside(folder, next), { recursive: true, force: true });
  await rm(inside(folder, SWAP), { force: true });
  return true;
}

/** Removes what backups and restores that were cut off left half made: copies, unpacked archives, archives without their name. */
export async function clearHalfMade(folder: string): Promise<void> {
  const own = existsSync(backupsOf(folder)) ? await readdir(backupsOf(folder)) : [];
  const left = [
    ...(await readdir(folder)).filter((n) => n.startsWith('.restore-')).map((n) => inside(folder, n)),
    ...own.filter((n) => n.startsWith('.copy-') || n.endsWith('.part')).map((n) => inside(backupsOf(folder), n)),
  ];
  for (const path of left) await rm(path, { recursive: true, force: true });
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

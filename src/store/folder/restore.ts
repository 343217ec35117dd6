import { existsSync } from 'node:fs';
import { cp, mkdir, mkdtemp, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/pglite';
import { z } from 'zod';
import type { Db } from '../engine/engine';
import { ArchiveError, manifestOf, unpack } from './archive';
import {
  type BackedUp,
  backUp,
  backupsOf,
  FORMAT,
  inside,
  MANIFEST,
  manifestSchema,
  OPEN,
  PARTS,
  POOLED,
  SESSION_KEY,
  stamp,
  synced,
  TABLES,
} from './backup';
import { knownMigrations, NewerError } from './migrations';
import { poolsFor, takeFromPool } from './photoPool';
import { migrateBetween, readTables, writeTables } from './tables';

/** An archive that lies unpacked and checked beside the data that it may replace. */
export interface PreparedRestore {
  readonly folder: string;
  /** Where it lies, inside the folder. */
  readonly next: string;
}

/**
 * Unpacks an archive beside a data folder and checks every file against its checksum. @throws ArchiveError, NewerError
 */
async function unpackBeside(archive: string, folder: string): Promise<PreparedRestore> {
  if (!existsSync(archive)) throw new ArchiveError(`There is no file ${archive}.`);
  const read = manifestSchema.safeParse(await manifestOf(archive, MANIFEST));
  if (!read.success)
    throw new ArchiveError('This is no backup of Vectis: its manifest cannot be read. Nothing was touched.');
  const { format, migration, files, photos } = read.data;
  if (![FORMAT, POOLED, OPEN].includes(format) || !knownMigrations().some((m) => m.when === migration))
    throw new NewerError('This backup');
  await mkdir(folder, { recursive: true });
  const next = await mkdtemp(inside(folder, '.restore-'));
  try {
    await unpack(archive, next, files);
    if (photos) await takeFromPool(photos, poolsFor(archive, folder), inside(next, 'photos'));
    return { folder, next };
  } catch (error) {
    await rm(next, { recursive: true, force: true });
    throw error;
  }
}

/**
 * Unpacks an archive beside a data folder, checks every file against its checksum and opens the database in it. The
 * data that is there stays as it is and may be worked on meanwhile.
 * @param replace the data in the folder may be set aside; else the folder has to be empty
 * @throws ArchiveError, NewerError before anything is touched
 */
export async function prepareRestore(archive: string, folder: string, replace: boolean): Promise<PreparedRestore> {
  if (PARTS.some((p) => existsSync(inside(folder, p))) && !replace)
    throw new ArchiveError(`The folder ${folder} holds data already. Name an empty one; nothing was touched.`);
  const prepared = await unpackBeside(archive, folder);
  const { next } = prepared;
  try {
    if (existsSync(inside(next, TABLES))) await fillFrom(inside(next, TABLES), inside(next, 'db'));
    if (!existsSync(inside(next, 'db', 'PG_VERSION')))
      throw new ArchiveError('The backup holds no database. Nothing was touched.');
    // A copy of a running database names the process that held it.
    await rm(inside(next, 'db', 'postmaster.pid'), { force: true });
    await opens(inside(next, 'db'));
    return prepared;
  } catch (error) {
    await rm(next, { recursive: true, force: true });
    throw error;
  }
}

/** The reason in a failure, as far as its first line goes. */
const whyOf = (error: unknown): string => (error instanceof Error ? (error.message.split('\n')[0] ?? '') : '');

/** Makes the database of a folder from tables. @throws ArchiveError */
async function fillFrom(tables: string, path: string): Promise<void> {
  const client = new PGlite(path);
  try {
    await drizzle(client).transaction((tx) => readTables(tx as unknown as Db, tables));
  } catch (error) {
    if (error instanceof ArchiveError) throw error;
    throw new ArchiveError(`The tables in this backup cannot be read: ${whyOf(error)} Nothing was touched.`);
  } finally {
    await client.close().catch(() => {});
  }
  await rm(tables, { recursive: true, force: true });
}

/** The database of a backup opens and knows its migrations. @throws ArchiveError */
async function opens(path: string): Promise<void> {
  const client = new PGlite(path);
  try {
    await client.waitReady;
    await client.query('select count(*) from drizzle.__drizzle_migrations');
  } catch (error) {
    throw new ArchiveError(`The database in this backup does not open: ${whyOf(error)} Nothing was touched.`);
  } finally {
    await client.close().catch(() => {});
  }
}

/**
 * Puts a prepared restore in place of the data in its folder, which no store has open; what stood there is kept beside
 * it. The swap is marked, so that one that is cut off is finished at the next start. Logins end with it: the folder
 * gets a new session key.
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
 * Puts in place what a restore had ready, and keeps what was there beside it. Each step is done or not, so that it goes
 * on where it was cut off. @returns whether a swap was under way
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

/**
 * Removes what backups and restores that were cut off left half made: copies, unpacked archives, archives without their
 * name.
 * @param before nothing that was written to since; null, all of it
 */
export async function clearHalfMade(folder: string, before: Date | null): Promise<void> {
  const own = existsSync(backupsOf(folder)) ? await readdir(backupsOf(folder)) : [];
  const left = [
    ...(await readdir(folder)).filter((n) => n.startsWith('.restore-')).map((n) => inside(folder, n)),
    ...own.filter((n) => n.startsWith('.copy-') || n.endsWith('.part')).map((n) => inside(backupsOf(folder), n)),
  ];
  for (const path of left)
    if (before === null || (await writtenAt(path)) < before.getTime()) await rm(path, { recursive: true, force: true });
}

/** When something was written to last, ms; what is there no more is as new as can be. */
const writtenAt = (path: string): Promise<number> =>
  stat(path).then(
    (s) => s.mtimeMs,
    () => Number.POSITIVE_INFINITY,
  );

/**
 * Puts an archive in place of what a database server holds, in one transaction: whoever works meanwhile waits, and then
 * sees the restored workshop. What was there is backed up first, as an archive that either engine reads. Photos, which
 * never change, are added.
 * @returns the backup of what was there @throws ArchiveError, NewerError before anything is touched
 */
export async function restoreOnServer(store: BackedUp, archive: string, at: Date): Promise<string> {
  const { folder, db } = store;
  const { next } = await unpackBeside(archive, folder);
  try {
    const tables = inside(next, TABLES);
    if (!existsSync(tables)) await writtenOut(inside(next, 'db'), tables);
    const before = await backUp(store, { why: 'restore', at });
    if (existsSync(inside(next, 'photos')))
      await cp(inside(next, 'photos'), inside(folder, 'photos'), { recursive: true, force: false });
    await db.transaction(async (tx) => {
      for (const schema of ['public', 'drizzle'])
        await tx.execute(sql`drop schema if exists ${sql.identifier(schema)} cascade`);
      await tx.execute(sql`create schema public`);
      const { migration } = await readTables(tx, tables);
      await migrateBetween(tx, migration, Number.POSITIVE_INFINITY);
    });
    return before.path;
  } finally {
    await rm(next, { recursive: true, force: true });
  }
}

/** Writes the tables of a database in a folder, as its release left them. @throws ArchiveError */
async function writtenOut(path: string, tables: string): Promise<void> {
  await rm(inside(path, 'postmaster.pid'), { force: true });
  await opens(path);
  const client = new PGlite(path);
  try {
    await writeTables(drizzle(client) as unknown as Db, tables);
  } finally {
    await client.close();
  }
}

import { mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { DamagedError, openEmbedded } from './engine/embedded';
import type { Db, Engine, Executor } from './engine/engine';
import { lockFolder } from './engine/lock';
import { DISK, type Disk } from './engine/sync';
import { backUp } from './folder/backup';
import { knownMigrations, NewerError } from './folder/migrations';
import { type PinKey, pinKeyOf } from './folder/pinKey';
import { clearHalfMade, finishSwap } from './folder/restore';
import { type Signer, signerOf } from './folder/signingKey';
import { knowOwnKey } from './keys';
import { once } from './once';
import { finishImports } from './partImports';
import { judgeOldPlans } from './plans';
import { writeOldRecords } from './records';
import { bookPeople } from './resources';
import { settleOld } from './settle';

export { DamagedError, type Db, type Executor };

/** What everybody works on: a database, whichever engine is behind it, and the folder of what is no row. */
export interface Store extends Pick<Engine, 'kind' | 'db' | 'held' | 'onlyHere'> {
  readonly folder: string;
  /** The key that records of this folder are signed with. */
  readonly signer: Signer;
  /** The secret that is in the hash of every PIN of this folder. */
  readonly pinKey: PinKey;
  close(): Promise<void>;
}

/** Where the data lives: VECTIS_DATA, else `data` beside the program. */
export const dataFolder = (): string => resolve(/* turbopackIgnore: true */ process.env.VECTIS_DATA ?? 'data');

/** Address of the database server; null where the database is inside the data folder. */
export const databaseUrl = (): string | null => process.env.DATABASE_URL?.trim() || null;

/**
 * How long an import of a catalogue file may be under way in another process before a start takes it for one that was
 * cut off, ms.
 */
const IMPORT_MS = 15 * 60_000;

/**
 * Opens a data folder: lock, database, a backup before migrations, migrations. Progress goes to `say`, a line a step.
 * With the database on a server the folder holds photos, keys and backups, and several processes may have it open.
 * @throws FolderInUseError when another Vectis has it, NewerError, DamagedError, ServerRefusesError
 */
export async function openStore(
  folder: string,
  say: (line: string) => void = () => {},
  disk: Disk = DISK,
  url: string | null = databaseUrl(),
): Promise<Store> {
  if (url !== null) mkdirSync(/* turbopackIgnore: true */ folder, { recursive: true });
  const release = url === null ? await lockFolder(folder, say) : async () => {};
  let engine: Engine | null = null;
  try {
    say(`Opening the data folder ${folder} …`);
    if (await finishSwap(folder)) say('A restore that was cut off is finished.');
    engine = await opened(folder, say, disk, url);
    const store = await engine.alone(() => ready(engine as Engine, folder, say));
    await engine.acknowledge();
    const { close } = engine;
    return {
      ...store,
      close: async () => {
        await close();
        await release();
      },
    };
  } catch (error) {
    await engine?.close().catch(() => {});
    await release();
    throw error;
  }
}

const DAY_MS = 24 * 3600 * 1000;

/** The engine behind a folder, as it is found. */
async function opened(folder: string, say: (line: string) => void, disk: Disk, url: string | null): Promise<Engine> {
  // Other processes may be at a backup in the same folder; none takes a day.
  await clearHalfMade(folder, url === null ? null : new Date(Date.now() - DAY_MS));
  if (url !== null) return (await import('./engine/server')).openServer(url, say);
  return openEmbedded(folder, disk);
}

/** Brings what an engine holds to what this program works on. */
async function ready(engine: Engine, folder: string, say: (line: string) => void): Promise<Omit<Store, 'close'>> {
  const { kind, db, held, onlyHere } = engine;
  await migrated(engine, folder, say);
  const now = new Date();
  await judgeOldPlans(db, now);
  // Records and corners of jobs that earlier releases signed. Once: a visit that is imported later brings its own, or
  // is refused.
  await once(db, 'records-of-earlier-releases', now, async (tx) => {
    await writeOldRecords(tx);
    await settleOld(tx);
  });
  await finishImports(db, kind === 'folder' ? null : new Date(now.getTime() - IMPORT_MS));
  await bookPeople(db, now);
  const signer = signerOf(folder, say);
  await knowOwnKey(db, signer, now);
  return { kind, db, folder, held, onlyHere, signer, pinKey: pinKeyOf(folder) };
}

/** Brings an older folder up to date, with a backup before; a newer one is refused. */
async function migrated(engine: Engine, folder: string, say: (line: string) => void): Promise<void> {
  const known = knownMigrations();
  const latest = known.at(-1)?.when ?? 0;
  const applied = await appliedMigration(engine.db);
  if (applied !== null && applied > latest) throw new NewerError(`The data folder ${folder}`);
  if (applied !== null && applied < latest) {
    say('This folder is of an earlier release: it is backed up first, then brought up to date …');
    await backUp({ ...engine, folder }, { why: 'migration', at: new Date() });
  }
  await engine.migrate();
}

/** When the latest migration that a folder has was written; null where it has none yet. */
async function appliedMigration(db: Db): Promise<number | null> {
  const there = await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') as there`);
  if (!there.rows[0]?.there) return null;
  const { rows } = await db.execute(sql`select max(created_at) as at from drizzle.__drizzle_migrations`);
  return rows[0]?.at === null || rows[0]?.at === undefined ? null : Number(rows[0].at);
}

const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> };

/** The server's one store, opened on first use and kept. */
export function theStore(): Promise<Store> {
  holder.vectisStore ??= openStore(dataFolder(), (line) => console.log(line));
  return holder.vectisStore;
}

/** Closes the store, lets something happen to its folder, and opens it again; who asks meanwhile waits. */
export async function reopened<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const store = await theStore();
  let value: { of: T } | undefined;
  let failed: unknown;
  holder.vectisStore = (async () => {
    await store.close();
    try {
      value = { of: await work(store.folder) };
    } catch (error) {
      failed = error;
    }
    return openStore(store.folder, (line) => console.log(line));
  })();
  await holder.vectisStore;
  if (value === undefined) throw failed;
  return value.of;
}

import { existsSync, readFileSync } from 'node:fs';
import { mkdtemp, readdir, rename, rm } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { backUp, clearHalfMade, dataBeside, finishSwap, type Held, listBackups } from './folder/backup';
import { diskSentence } from './folder/disk';
import { knownMigrations, MIGRATIONS, NewerError } from './folder/migrations';
import { packedFolder } from './folder/packed';
import { type PinKey, pinKeyOf } from './folder/pinKey';
import { type Signer, signerOf } from './folder/signingKey';
import { DISK, type Disk, WalSync } from './folder/sync';
import { lockFolder } from './lock';
import { once } from './once';
import { finishImports } from './partImports';
import { judgeOldPlans } from './plans';
import { knowOwnKey } from './keys';
import { writeOldRecords } from './records';
import { bookPeople } from './resources';
import * as schema from './schema';
import { settleOld } from './settle';

export type Db = PgliteDatabase<typeof schema>;
/** What repositories take: the database or a transaction on it. */
export type Executor = Pick<Db, 'select' | 'insert' | 'update' | 'query'>;

export interface Store {
  readonly db: Db;
  readonly folder: string;
  /** Lets a backup copy the files while nothing is written. */
  readonly held: Held;
  /** The key that records of this folder are signed with. */
  readonly signer: Signer;
  /** The secret that is in the hash of every PIN of this folder. */
  readonly pinKey: PinKey;
  close(): Promise<void>;
}

/** A folder that does not open. The message says what is wrong and which backup would do. */
export class DamagedError extends Error {
  constructor(folder: string, why: string, newest: string | null) {
    super(
      `The data folder ${folder} does not open: ${why} Nothing in it was changed. ${
        newest
          ? `The newest backup is ${newest}; npm run restore -- "${newest}" puts it in place and keeps what is there beside it.`
          : 'It has no backup of its own; one from elsewhere is put in place with npm run restore -- FILE.'
      }`,
    );
    this.name = 'DamagedError';
  }
}

/** Where the data lives: VECTIS_DATA, else `data` beside the program. */
export const dataFolder = (): string => resolve(/* turbopackIgnore: true */ process.env.VECTIS_DATA ?? 'data');

/**
 * Opens a data folder: lock, database, a backup before migrations, migrations. Progress goes to `say`, a line a step.
 * @throws FolderInUseError when another Vectis has it, NewerError, DamagedError
 */
export async function openStore(
  folder: string,
  say: (line: string) => void = () => {},
  disk: Disk = DISK,
): Promise<Store> {
  const release = await lockFolder(folder, say);
  let client: PGlite | null = null;
  try {
    say(`Opening the data folder ${folder} …`);
    if (await finishSwap(folder)) say('A restore that was cut off is finished.');
    await clearHalfMade(folder);
    client = await openDatabase(folder);
    const held = heldBy(client);
    const db = drizzle(client, { schema });
    await migrated(db, folder, held, say);
    await judgeOldPlans(db, new Date());
    // Records and corners of jobs that earlier releases signed. Once: a visit that is imported later brings its own, or is refused.
    await once(db, 'records-of-earlier-releases', new Date(), async (tx) => {
      await writeOldRecords(tx);
      await settleOld(tx);
    });
    await finishImports(db);
    await bookPeople(db, new Date());
    const signer = signerOf(folder, say);
    await knowOwnKey(db, signer, new Date());
    const wal = new WalSync(join(folder, 'db'), held.checkpoint, disk);
    await wal.settle();
    acknowledgeSynced(client, wal);
    const open = client;
    return {
      db,
      folder,
      held,
      signer,
      pinKey: pinKeyOf(folder),
      close: async () => {
        await wal.settle();
        await open.close();
        await release();
      },
    };
  } catch (error) {
    await client?.close().catch(() => {});
    await release();
    throw error;
  }
}

/** The database of a folder; where there is none, an empty one is made. */
async function openDatabase(folder: string): Promise<PGlite> {
  const at = join(folder, 'db');
  try {
    if (await isNew(folder, at)) await makeFirst(folder, at);
    if (!existsSync(/* turbopackIgnore: true */ join(at, 'PG_VERSION')))
      throw new Error('The database in it is not whole.');
    const client = new PGlite(at);
    await client.waitReady;
    await client.query('select 1');
    return client;
  } catch (error) {
    // A disk that takes nothing is no damage, and no backup helps.
    if (diskSentence(error, folder) !== null) throw error;
    const newest = (await listBackups(folder))[0]?.path ?? null;
    const why = error instanceof Error && error.message ? error.message.split('\n')[0] : 'the database refuses.';
    throw new DamagedError(folder, `${why}`.replace(/\.?$/, '.'), newest);
  }
}

/**
 * Whether a folder begins here: no database, or an empty folder that a first start left. A folder with backups or photos and no database
 * is no new workshop. @throws Error that says so
 */
async function isNew(folder: string, at: string): Promise<boolean> {
  const entries = existsSync(/* turbopackIgnore: true */ at) ? await readdir(/* turbopackIgnore: true */ at) : [];
  if (entries.length > 0) return false;
  const beside = await dataBeside(folder);
  if (beside === null) return true;
  throw new Error(
    beside.aside
      ? `There is no database in it. What a restore set aside is in ${beside.aside}.`
      : 'There is no database in it, but backups or photos of a workshop are.',
  );
}

/** Where a first database is made before it is moved in place. */
const FIRST = '.first-';

/**
 * Makes the empty database beside its place and moves it there in one step, so that a start that is cut off leaves none that is half made.
 * It begins as the packed empty one, which takes a second instead of six.
 */
async function makeFirst(folder: string, at: string): Promise<void> {
  for (const name of await readdir(/* turbopackIgnore: true */ folder))
    if (name.startsWith(FIRST)) await rm(/* turbopackIgnore: true */ join(folder, name), { recursive: true });
  const half = await mkdtemp(/* turbopackIgnore: true */ join(folder, FIRST));
  try {
    await fillFirst(half);
  } catch (error) {
    await rm(/* turbopackIgnore: true */ half, { recursive: true, force: true });
    throw error;
  }
  await rm(/* turbopackIgnore: true */ at, { recursive: true, force: true });
  await rename(half, at);
}

async function fillFirst(half: string): Promise<void> {
  const packed = packedFolder();
  const client = packed
    ? new PGlite(half, { loadDataDir: new Blob([new Uint8Array(readFileSync(/* turbopackIgnore: true */ packed))]) })
    : new PGlite(half);
  await client.waitReady;
  await client.close();
}

/** Brings an older folder up to date, with a backup before; a newer one is refused. */
async function migrated(db: Db, folder: string, held: Held, say: (line: string) => void): Promise<void> {
  const known = knownMigrations();
  const latest = known.at(-1)?.when ?? 0;
  const applied = await appliedMigration(db);
  if (applied !== null && applied > latest) throw new NewerError(`The data folder ${folder}`);
  if (applied !== null && applied < latest) {
    say('This folder is of an earlier release: it is backed up first, then brought up to date …');
    await backUp(folder, held, { why: 'migration', at: new Date() });
  }
  await migrate(db, { migrationsFolder: MIGRATIONS });
}

/** When the latest migration that a folder has was written; null where it has none yet. */
async function appliedMigration(db: Db): Promise<number | null> {
  const there = await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') as there`);
  if (!there.rows[0]?.there) return null;
  const { rows } = await db.execute(sql`select max(created_at) as at from drizzle.__drizzle_migrations`);
  return rows[0]?.at === null || rows[0]?.at === undefined ? null : Number(rows[0].at);
}

const heldBy = (client: PGlite): Held => ({
  checkpoint: async () => {
    await client.exec('CHECKPOINT');
  },
  still: (work) => client.runExclusive(work),
});

/** Answers to a write come back once its log is on the disk. */
function acknowledgeSynced(client: PGlite, wal: WalSync): void {
  const [query, transaction] = [client.query.bind(client), client.transaction.bind(client)];
  const synced = async <T>(work: Promise<T>): Promise<T> => {
    const value = await work;
    await wal.sync();
    return value;
  };
  client.query = ((text: string, ...rest: unknown[]) => {
    const asked = (query as (...all: unknown[]) => Promise<unknown>)(text, ...rest);
    return /^\s*(select|show|with\b(?!.*\b(insert|update|delete)\b))/is.test(text) ? asked : synced(asked);
  }) as typeof client.query;
  client.transaction = ((work: Parameters<typeof transaction>[0]) =>
    synced(transaction(work))) as typeof client.transaction;
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

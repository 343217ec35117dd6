import { existsSync, readFileSync } from 'node:fs';
import { mkdtemp, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { dataBeside, listBackups } from '../folder/backup';
import { diskSentence } from '../folder/disk';
import { MIGRATIONS } from '../folder/migrations';
import * as schema from '../schema';
import type { Db, Engine, Held } from './engine';
import { inOneTrip } from './oneTrip';
import { packedFolder } from './packed';
import { type Disk, WalSync } from './sync';

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

/**
 * The database inside a data folder: one process, one connection, everything one after the other. @throws DamagedError
 */
export async function openEmbedded(folder: string, disk: Disk): Promise<Engine> {
  const client = await openDatabase(folder);
  const held = heldBy(client);
  const db = drizzle(client, { schema });
  const wal = new WalSync(join(folder, 'db'), held.checkpoint, disk);
  return {
    kind: 'folder',
    db: db as unknown as Db,
    held,
    migrate: () => migrate(db, { migrationsFolder: MIGRATIONS }),
    alone: (work) => work(),
    onlyHere: (_, work) => work(),
    acknowledge: async () => {
      await wal.settle();
      inOneTrip(client);
      acknowledgeSynced(client, wal);
    },
    close: async () => {
      try {
        if (!client.closed) await wal.settle();
      } finally {
        await client.close();
      }
    },
  };
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
 * Whether a folder begins here: no database, or an empty folder that a first start left. A folder with backups or
 * photos and no database is no new workshop. @throws Error that says so
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
 * Makes the empty database beside its place and moves it there in one step, so that a start that is cut off leaves none
 * that is half made. It begins as the packed empty one, which takes a second instead of six.
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
    return onlyReads(text) ? asked : synced(asked);
  }) as typeof client.query;
  client.transaction = ((work: Parameters<typeof transaction>[0]) =>
    synced(transaction(work))) as typeof client.transaction;
}

/** Whether a statement only reads. */
export const onlyReads = (text: string): boolean =>
  /^\s*(select|show|with\b(?!.*\b(insert|update|delete)\b))/is.test(text);

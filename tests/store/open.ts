import { createHash, randomBytes } from 'node:crypto';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { Client } from 'pg';
import { seedIfEmpty } from '@/demo/seed';
import { openStore, type Store } from '@/store/connection';
import { copyOver, EMPTY, emptyFolder, made } from '../template.mjs';

/** What the demo is made of: another demo, rule or table makes another folder. */
function sourcesMark(): string {
  const hash = createHash('sha256');
  for (const room of ['demo', 'core', 'store', 'usecases'])
    for (const file of readdirSync(join('src', room), { recursive: true, encoding: 'utf8' }).sort())
      if (/\.tsx?$/.test(file)) hash.update(file).update(readFileSync(join('src', room, file)));
  return hash.digest('hex').slice(0, 16);
}

/** The demo workshop as it is made at a moment, filled once for all files that ask for the same and copied. */
export async function demoFolder(at: Date): Promise<string> {
  const empty = await emptyFolder();
  return made(`filled-${sourcesMark()}-${at.toISOString().slice(0, 10)}`, async (folder: string) => {
    copyOver(empty, folder);
    const store = await openStore(folder);
    await seedIfEmpty(store, () => {}, at);
    await store.close();
    for (const name of ['vectis.lock', 'vectis.pid']) rmSync(join(folder, name), { recursive: true, force: true });
  });
}

/** Which database is behind a store. */
type EngineKind = 'folder' | 'server';

interface Filled {
  /** Filled with the demo workshop as it is made then. */
  readonly demo?: Date;
  /** A server, unless the test is about the one in the folder; VECTIS_TEST_ENGINE=folder runs all on that one. */
  readonly engine?: EngineKind;
}

/**
 * A store in a new folder, and with a database, of its own, copied from those that are made once; call `done` to close
 * and remove them.
 */
export async function freshStore({
  demo,
  engine = process.env.VECTIS_TEST_ENGINE === 'folder' ? 'folder' : 'server',
}: Filled = {}): Promise<{ store: Store; folder: string; reopen: () => Promise<Store>; done: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'vectis-test-'));
  if (engine === 'folder') copyOver(demo ? await demoFolder(demo) : await emptyFolder(), folder);
  const database = engine === 'server' ? await ownDatabase(demo ? await demoDatabase(demo, folder) : EMPTY) : null;
  const reopen = () => openStore(folder, undefined, undefined, database?.url ?? null);
  const store = await reopen();
  return {
    store,
    folder,
    reopen,
    done: async () => {
      await store.close();
      await database?.drop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const server = (): string => {
  if (!process.env.VECTIS_TEST_PG) throw new Error('The tests’ own database server is started before all of them.');
  return process.env.VECTIS_TEST_PG;
};

/** Something done at the server itself. */
async function atServer<T>(work: (client: Client) => Promise<T>): Promise<T> {
  const client = new Client(`${server()}/postgres`);
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** A database of the test's own, copied from another. */
export async function ownDatabase(from = EMPTY): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `test_${randomBytes(8).toString('hex')}`;
  await atServer((client) => client.query(`create database ${name} template ${from}`));
  return {
    url: `${server()}/${name}`,
    drop: () => atServer(async (client) => void (await client.query(`drop database ${name} with (force)`))),
  };
}

/**
 * The demo workshop on the server, filled once for all files that ask for the same; its photos are put into the folder.
 */
async function demoDatabase(at: Date, folder: string): Promise<string> {
  const name = `demo_${at.toISOString().slice(0, 10).replaceAll('-', '')}`;
  const photos = join(
    resolve('node_modules/.cache/vectis'),
    `photos-${process.env.VECTIS_TEST_PG?.split(':').at(-1)}-${name}`,
  );
  await atServer(async (client) => {
    await client.query('select pg_advisory_lock(1)');
    if ((await client.query('select 1 from pg_database where datname = $1', [name])).rowCount === 0) {
      await client.query(`create database ${name} template ${EMPTY}`);
      const filling = mkdtempSync(join(tmpdir(), 'vectis-demo-'));
      const store = await openStore(filling, undefined, undefined, `${server()}/${name}`);
      await seedIfEmpty(store, () => {}, at);
      await store.close();
      cpSync(filling, photos, { recursive: true });
      rmSync(filling, { recursive: true, force: true });
    }
  });
  cpSync(photos, folder, { recursive: true });
  return name;
}

/** The running store of a test file: what `theStore` gives the use cases, opened before all and closed after. */
export function runningStore(filled: Filled = {}): {
  readonly db: Store['db'];
  /** Something done in one transaction, by the use cases too, of which nothing stays. */
  passing(work: (db: Store['db']) => Promise<void>): Promise<void>;
} {
  const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> | undefined };
  let open: Awaited<ReturnType<typeof freshStore>> | undefined;
  beforeAll(async () => {
    open = await freshStore(filled);
    holder.vectisStore = Promise.resolve(open.store);
  });
  afterAll(async () => {
    holder.vectisStore = undefined;
    await open?.done();
  });
  const store = (): Store => {
    if (!open) throw new Error('The store is opened before the tests.');
    return open.store;
  };
  return {
    get db() {
      return store().db;
    },
    passing: async (work) => {
      const undone = new Error('undone');
      await store()
        .db.transaction(async (tx) => {
          holder.vectisStore = Promise.resolve({ ...store(), db: tx as unknown as Store['db'] });
          await work(tx as unknown as Store['db']);
          throw undone;
        })
        .catch((error) => {
          if (error !== undone) throw error;
        })
        .finally(() => {
          holder.vectisStore = Promise.resolve(store());
        });
    },
  };
}

export const HUB = {
  lugs: 5,
  boltCircleMm: 112,
  thread: 'M14x1.5',
  fastening: 'bolt' as const,
  seat: 'ball13',
  threadMaterial: 'steel',
  nutStyle: 'unknown',
  torqueNm: 120,
  torqueSource: 'handbook p. 174',
  lockingFastener: false,
  fastenerClass: 'unknown',
  internalTensileMpa: null,
  nutClass: 'unknown' as const,
  hardware: 'original' as const,
};

export const VEHICLE = {
  name: 'Anselm Heron',
  plate: 'DN 09',
  notes: '',
  hubs: [
    { ...HUB, axle: 'front' as const },
    { ...HUB, axle: 'rear' as const },
  ],
  wheelSet: { name: 'winter', tyre: '205/55R16', offsetMm: 46, seat: 'ball13', lugs: 5, boltCircleMm: 112 },
};

import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openStore, type Store } from '@/store/connection';
import { seedIfEmpty } from '@/demo/seed';
import { copyOver, emptyFolder, made } from '../template.mjs';

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

/** `demo` fills it with the demo workshop as it is made then. */
interface Filled {
  readonly demo?: Date;
}

/** A store in a new folder of its own, copied from the one that is made once; call `done` to close and remove it. */
export async function freshStore({
  demo,
}: Filled = {}): Promise<{ store: Store; folder: string; done: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'vectis-test-'));
  copyOver(demo ? await demoFolder(demo) : await emptyFolder(), folder);
  const store = await openStore(folder);
  return {
    store,
    folder,
    done: async () => {
      await store.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** The running store of a test file: what `theStore` gives the use cases, opened before all and closed after. */
export function runningStore(filled: Filled = {}): { readonly db: Store['db'] } {
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
  return {
    get db() {
      if (!open) throw new Error('The store is opened before the tests.');
      return open.store.db;
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

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openStore, type Store } from '@/store/connection';
import { copyOver, emptyFolder } from '../template.mjs';

/** A store in a new folder of its own, copied from the one that is made once; call `done` to close and remove it. */
export async function freshStore(): Promise<{ store: Store; folder: string; done: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'vectis-test-'));
  copyOver(await emptyFolder(), folder);
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
export function runningStore(): { readonly db: Store['db'] } {
  const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> | undefined };
  let open: Awaited<ReturnType<typeof freshStore>> | undefined;
  beforeAll(async () => {
    open = await freshStore();
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
  hardware: 'makers' as const,
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

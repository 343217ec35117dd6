import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openStore, type Store } from '@/store/connection';

/** A store in a new folder of its own; call `done` to close and remove it. */
export async function freshStore(): Promise<{ store: Store; folder: string; done: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'vectis-test-'));
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

export const HUB = {
  lugs: 5, boltCircleMm: 112, thread: 'M14x1.5', fastening: 'bolt' as const, seat: 'ball13', threadMaterial: 'steel', nutStyle: 'unknown',
  torqueNm: 120, torqueSource: 'handbook p. 174', lockingFastener: false, fastenerClass: 'unknown', internalTensileMpa: null,
};

export const VEHICLE = {
  name: 'Anselm Heron', plate: 'DN 09', notes: '',
  hubs: [{ ...HUB, axle: 'front' as const }, { ...HUB, axle: 'rear' as const }],
  wheelSet: { name: 'winter', tyre: '205/55R16', offsetMm: 46, seat: 'ball13' },
};

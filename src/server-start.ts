import { seedIfEmpty } from './demo/seed';
import { theStore } from './store/connection';
import { FolderInUseError } from './store/lock';

/** Opens the data folder and, for the demo, fills an empty one. A folder in use ends the process with one sentence. */
export async function openOrExit(): Promise<void> {
  try {
    const store = await theStore();
    if (process.env.VECTIS_DEMO === '1') await seedIfEmpty(store.db, (line) => console.log(line));
    console.log('Data folder open.');
  } catch (error) {
    console.error(error instanceof FolderInUseError ? error.message : error);
    process.exit(1);
  }
}

import { resolve } from 'node:path';
import { dataFolder, openStore } from '@/store/connection';
import { backUp } from '@/store/folder/backup';

/** `npm run backup [-- FILE]`: one archive of the data folder (VECTIS_DATA), beside it or where it is told. */
async function main(): Promise<void> {
  const to = process.argv[2];
  const store = await openStore(dataFolder(), (line) => console.error(line));
  try {
    const made = await backUp(store.folder, store.held, {
      why: 'asked',
      at: new Date(),
      ...(to ? { to: resolve(to) } : {}),
    });
    console.log(`${made.path} (${(made.size / 1024 / 1024).toFixed(1)} MB)`);
  } finally {
    await store.close();
  }
}

main().catch((error) => {
  console.error(error instanceof Error ? `${error.message}` : error);
  console.error('While Vectis runs, a backup is made in its Settings.');
  process.exit(1);
});

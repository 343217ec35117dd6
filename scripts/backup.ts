import { resolve } from 'node:path';
import { dataFolder, openStore } from '@/store/connection';
import { backUp } from '@/store/folder/backup';

/**
 * `npm run backup [-- FILE]`: one open archive of the workshop (VECTIS_DATA, DATABASE_URL), beside its data or where it
 * is told: every table as a file of JSON rows, and the photos. `npm run restore` reads it into a folder or into a
 * PostgreSQL server.
 */
async function main(): Promise<void> {
  const to = process.argv[2];
  const store = await openStore(dataFolder(), (line) => console.error(line));
  try {
    const made = await backUp(store, { why: 'asked', at: new Date(), open: true, ...(to ? { to: resolve(to) } : {}) });
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

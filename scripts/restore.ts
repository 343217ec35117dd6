import { resolve } from 'node:path';
import { dataFolder, openStore } from '@/store/connection';
import { restore } from '@/store/folder/backup';
import { hasPinKey } from '@/store/folder/pinKey';
import { endEveryLogin, voidOldPins } from '@/store/people';
import { lockFolder } from '@/store/lock';

/**
 * `npm run restore -- FILE [FOLDER] [--replace]`: puts a backup into an empty folder (VECTIS_DATA, or as named). With --replace what
 * is in the folder is kept beside it. The archive is checked whole before anything is touched.
 */
async function main(): Promise<void> {
  const [archive, named] = process.argv.slice(2).filter((a) => !a.startsWith('--'));
  if (!archive) throw new Error('Name the backup: npm run restore -- FILE [FOLDER] [--replace]');
  const folder = named ? resolve(named) : dataFolder();
  const release = await lockFolder(folder, (line) => console.error(line));
  let aside: string | null;
  try {
    aside = await restore(resolve(archive), folder, process.argv.includes('--replace'), new Date());
  } finally {
    await release();
  }
  // A folder without the secret of its PINs is another machine's, or a new one: what an old backup knows of them is void here.
  const own = hasPinKey(folder);
  const store = await openStore(folder, (line) => console.error(line));
  if (!own) await voidOldPins(store.db);
  await endEveryLogin(store.db, new Date());
  await store.close();
  console.log(`${archive} is in place in ${folder}.${aside ? ` What was there is in ${aside}.` : ''}`);
}

main().catch((error) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});

import { resolve } from 'node:path';
import { databaseUrl, dataFolder, openStore, type Store } from '@/store/connection';
import { lockFolder } from '@/store/engine/lock';
import { latestEvent } from '@/store/events';
import { hasPinKey } from '@/store/folder/pinKey';
import { restore, restoreOnServer } from '@/store/folder/restore';
import { endEveryLogin, voidOldPins } from '@/store/people';

const say = (line: string): void => console.error(line);

/**
 * `npm run restore -- FILE [FOLDER] [--replace]`: puts a backup into an empty folder (VECTIS_DATA, or as named), or
 * with DATABASE_URL into an empty database. With --replace what is there is kept: a folder's data beside it, a server's
 * as a backup. The archive is checked whole before anything is touched.
 */
async function main(): Promise<void> {
  const [archive, named] = process.argv.slice(2).filter((a) => !a.startsWith('--'));
  if (!archive) throw new Error('Name the backup: npm run restore -- FILE [FOLDER] [--replace]');
  const folder = named ? resolve(named) : dataFolder();
  const replace = process.argv.includes('--replace');
  // A folder without the secret of its PINs is another machine's, or a new one: what an old backup knows of them is
  // void here.
  const own = hasPinKey(folder);
  const aside = await (databaseUrl() === null ? intoFolder : intoServer)(resolve(archive), folder, replace);
  const store = await openStore(folder, say);
  if (!own) await voidOldPins(store.db);
  await endEveryLogin(store.db, new Date());
  await store.close();
  console.log(`${archive} is in place in ${folder}.${aside ? ` What was there is in ${aside}.` : ''}`);
}

async function intoFolder(archive: string, folder: string, replace: boolean): Promise<string | null> {
  const release = await lockFolder(folder, say);
  try {
    return await restore(archive, folder, replace, new Date());
  } finally {
    await release();
  }
}

async function intoServer(archive: string, folder: string, replace: boolean): Promise<string | null> {
  const store: Store = await openStore(folder, say);
  try {
    const empty = (await latestEvent(store.db)) === null;
    if (!empty && !replace)
      throw new Error('The database in DATABASE_URL holds a workshop already. Name an empty one, or add --replace.');
    const before = await restoreOnServer(store, archive, new Date());
    return empty ? null : before;
  } finally {
    await store.close();
  }
}

main().catch((error) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});

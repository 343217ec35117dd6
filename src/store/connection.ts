import { join, resolve } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { judgeOldPlans } from './plans';
import { lockFolder } from './lock';
import * as schema from './schema';

export type Db = PgliteDatabase<typeof schema>;
/** What repositories take: the database or a transaction on it. */
export type Executor = Pick<Db, 'select' | 'insert' | 'update' | 'query'>;

export interface Store {
  readonly db: Db;
  readonly folder: string;
  close(): Promise<void>;
}

/** Where the data lives: VECTIS_DATA, else `data` beside the program. */
export const dataFolder = (): string => resolve(/* turbopackIgnore: true */ process.env.VECTIS_DATA ?? 'data');

/**
 * Opens a data folder: lock, database, migrations. Progress goes to `say`, a line a step.
 * @throws FolderInUseError when another Vectis has it
 */
export async function openStore(folder: string, say: (line: string) => void = () => {}): Promise<Store> {
  const release = await lockFolder(folder, say);
  try {
    say(`Opening the data folder ${folder} …`);
    const client = new PGlite(join(folder, 'db'));
    await client.waitReady;
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder: resolve(/* turbopackIgnore: true */ process.cwd(), 'drizzle') });
    await judgeOldPlans(db, new Date());
    return {
      db,
      folder,
      close: async () => {
        await client.close();
        await release();
      },
    };
  } catch (error) {
    await release();
    throw error;
  }
}

const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> };

/** The server's one store, opened on first use and kept. */
export function theStore(): Promise<Store> {
  holder.vectisStore ??= openStore(dataFolder(), (line) => console.log(line));
  return holder.vectisStore;
}

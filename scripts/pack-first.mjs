import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { root } from './run.mjs';

/** Makes the packed empty data folder that a first start unpacks, once per set of migrations. */
export async function packFirst() {
  const journal = JSON.parse(readFileSync(join(root, 'drizzle/meta/_journal.json'), 'utf8'));
  const name = `first-${journal.entries.at(-1).when}.tgz`;
  const to = join(root, '.next', name);
  if (existsSync(to)) return;
  const client = new PGlite();
  await migrate(drizzle(client), { migrationsFolder: join(root, 'drizzle') });
  const blob = await client.dumpDataDir('gzip');
  await client.close();
  for (const old of readdirSync(join(root, '.next')))
    if (/^first-\d+\.tgz$/.test(old)) rmSync(join(root, '.next', old));
  writeFileSync(to, Buffer.from(await blob.arrayBuffer()));
}

import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { startPostgres } from './postgres.mjs';

/**
 * A data folder with every table and no row, made once per set of migrations and copied for each test that needs a store:
 * making one takes seconds, copying it a fraction of one. First starts have tests of their own.
 */
const cache = resolve('node_modules/.cache/vectis');

/** Where the empty folder is, made when it is not there yet. */
export async function emptyFolder() {
  const sql = readdirSync('drizzle')
    .filter((f) => f.endsWith('.sql'))
    .sort();
  const hash = createHash('sha256');
  for (const file of [...sql, 'meta/_journal.json']) hash.update(readFileSync(join('drizzle', file)));
  hash.update(readFileSync('node_modules/@electric-sql/pglite/package.json'));
  return made(`empty-${hash.digest('hex').slice(0, 16)}`, async (folder) => {
    const { PGlite } = await import('@electric-sql/pglite');
    const { drizzle } = await import('drizzle-orm/pglite');
    const { migrate } = await import('drizzle-orm/pglite/migrator');
    const client = new PGlite(join(folder, 'db'));
    await migrate(drizzle(client), { migrationsFolder: 'drizzle' });
    await client.close();
  });
}

/** A folder of the cache, made in a place of its own first, so that one which was cut off is not taken for whole. */
export async function made(name, make) {
  const folder = join(cache, name);
  if (existsSync(folder)) return folder;
  const half = `${folder}.${process.pid}`;
  mkdirSync(half, { recursive: true });
  try {
    await make(half);
  } catch (error) {
    rmSync(half, { recursive: true, force: true });
    throw error;
  }
  try {
    renameSync(half, folder);
  } catch (error) {
    // Another run was faster.
    rmSync(half, { recursive: true, force: true });
    if (!existsSync(folder)) throw error;
  }
  return folder;
}

/** Copies a made folder over a new one. */
export const copyOver = (from, to) => cpSync(from, to, { recursive: true });

/** Jest's set-up before everything: the empty folder, and a database server with an empty workshop on it. */
export default async function setup() {
  await emptyFolder();
  if (process.env.VECTIS_TEST_PG || process.env.VECTIS_TEST_ENGINE === 'folder') return;
  const server = await startPostgres();
  globalThis.vectisTestPostgres = server;
  await emptyDatabase(server.url);
  process.env.VECTIS_TEST_PG = server.url;
}

/** Name of the database that every test's own is a copy of. */
export const EMPTY = 'vectis_empty';

async function emptyDatabase(url) {
  const { default: pg } = await import('pg');
  const { drizzle } = await import('drizzle-orm/node-postgres');
  const { migrate } = await import('drizzle-orm/node-postgres/migrator');
  const admin = new pg.Client(`${url}/postgres`);
  await admin.connect();
  await admin.query(`create database ${EMPTY}`);
  await admin.end();
  const client = new pg.Client(`${url}/${EMPTY}`);
  await client.connect();
  await migrate(drizzle(client), { migrationsFolder: 'drizzle' });
  await client.end();
}

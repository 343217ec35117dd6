import { once } from 'node:events';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import { type SQL, sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { z } from 'zod';
import type { Db } from '../engine/engine';
import { ArchiveError } from './archive';
import { MIGRATIONS } from './migrations';

/** Something that statements are run on: the database or a transaction. */
type Runs = Pick<Db, 'execute'>;

const FORMAT = 'vectis-tables/1';
const ABOUT = 'tables.json';
/** Logins and tries at PINs are of the machine, not of the workshop. */
const STAYS_HERE: ReadonlySet<string> = new Set(['login', 'pin_try']);
const ROWS_AT_ONCE = 1000;

const aboutSchema = z.strictObject({
  format: z.literal(FORMAT),
  /** Time of the latest migration that the tables are of. */
  migration: z.number(),
  tables: z.array(z.strictObject({ name: z.string(), columns: z.array(z.string()), rows: z.number().int().min(0) })),
});
export type TablesAbout = z.infer<typeof aboutSchema>;

const rowsOf = async <T>(on: Runs, query: SQL): Promise<T[]> => (await on.execute(query)).rows as T[];

/** Names of all tables of the workshop, in order. */
export async function tableNames(on: Runs): Promise<string[]> {
  const rows = await rowsOf<{ name: string }>(
    on,
    sql`select tablename as name from pg_tables where schemaname = 'public' order by 1`,
  );
  return rows.map((r) => r.name);
}

/** Where a table's rows lie in a folder of tables. */
const fileOf = (folder: string, table: string): string => `${folder}/${table}.ndjson`;

/**
 * Writes every table of the workshop into a folder: a file of rows each, a JSON object a line, as PostgreSQL writes
 * them, and beside them what they are of. All of one moment.
 * @returns what was written
 */
export async function writeTables(db: Db, folder: string): Promise<TablesAbout> {
  await mkdir(/* turbopackIgnore: true */ folder, { recursive: true });
  return db.transaction(
    async (tx) => {
      // Rows in the order in which they lie, from the first one on.
      await tx.execute(sql`set local synchronize_seqscans = off`);
      await tx.execute(sql`set local timezone = 'UTC'`);
      const [applied] = await rowsOf<{ at: unknown }>(
        tx,
        sql`select max(created_at) as at from drizzle.__drizzle_migrations`,
      );
      const tables: TablesAbout['tables'] = [];
      for (const name of (await tableNames(tx)).filter((n) => !STAYS_HERE.has(n)))
        tables.push({ name, columns: await columnsOf(tx, name), rows: await writeTable(tx, folder, name) });
      const about: TablesAbout = { format: FORMAT, migration: Number(applied?.at), tables };
      await writeFile(/* turbopackIgnore: true */ `${folder}/${ABOUT}`, JSON.stringify(about, null, 1));
      return about;
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
}

async function columnsOf(on: Runs, table: string): Promise<string[]> {
  const rows = await rowsOf<{ name: string }>(
    on,
    sql`select column_name as name from information_schema.columns
        where table_schema = 'public' and table_name = ${table} order by ordinal_position`,
  );
  return rows.map((r) => r.name);
}

async function writeTable(tx: Runs, folder: string, table: string): Promise<number> {
  const out = createWriteStream(/* turbopackIgnore: true */ fileOf(folder, table), { mode: 0o600 });
  const ended = once(out, 'finish');
  await tx.execute(
    sql`declare every no scroll cursor for select row_to_json(t)::text as line from ${sql.identifier(table)} t`,
  );
  let count = 0;
  for (;;) {
    const lines = await rowsOf<{ line: string }>(tx, sql.raw(`fetch ${ROWS_AT_ONCE} from every`));
    if (lines.length === 0) break;
    count += lines.length;
    if (!out.write(`${lines.map((l) => l.line).join('\n')}\n`)) await once(out, 'drain');
  }
  await tx.execute(sql`close every`);
  out.end();
  await ended;
  return count;
}

/** What lies in a folder of tables. @throws ArchiveError where it is none, or of another format */
async function aboutTables(folder: string): Promise<TablesAbout> {
  try {
    return aboutSchema.parse(JSON.parse(await readFile(/* turbopackIgnore: true */ `${folder}/${ABOUT}`, 'utf8')));
  } catch {
    throw new ArchiveError('The list of tables in this backup cannot be read. Nothing was touched.');
  }
}

interface Constraint {
  readonly table: string;
  readonly name: string;
  readonly is: string;
}

/**
 * Puts tables that were written by `writeTables` into a database without any: its tables are made as they were then,
 * filled, and what they refer to is checked at the end. Runs in one transaction of its caller.
 * @throws ArchiveError where something is missing, is too much, or does not go together
 */
export async function readTables(tx: Runs, folder: string): Promise<TablesAbout> {
  const about = await aboutTables(folder);
  await migrateBetween(tx, 0, about.migration);
  const here = (await tableNames(tx)).filter((n) => !STAYS_HERE.has(n));
  const there = about.tables.map((t) => t.name);
  const odd = [...here.filter((n) => !there.includes(n)), ...there.filter((n) => !here.includes(n))];
  if (odd.length > 0)
    throw new ArchiveError(`The tables are not those of their release: ${odd.join(', ')}. Nothing was touched.`);
  const constraints = await rowsOf<Constraint>(
    tx,
    sql`select c.relname as table, k.conname as name, pg_get_constraintdef(k.oid) as is
        from pg_constraint k join pg_class c on c.oid = k.conrelid join pg_namespace n on n.oid = c.relnamespace
        where k.contype = 'f' and n.nspname = 'public'`,
  );
  const alter = (c: Constraint, how: SQL): SQL => sql`alter table ${sql.identifier(c.table)} ${how}`;
  for (const c of constraints) await tx.execute(alter(c, sql`drop constraint ${sql.identifier(c.name)}`));
  for (const table of about.tables) await readTable(tx, folder, table);
  for (const c of constraints)
    await tx.execute(alter(c, sql`add constraint ${sql.identifier(c.name)} ${sql.raw(c.is)}`));
  return about;
}

async function readTable(tx: Runs, folder: string, table: TablesAbout['tables'][number]): Promise<void> {
  const columns = await columnsOf(tx, table.name);
  if (columns.join() !== table.columns.join())
    throw new ArchiveError(`The columns of ${table.name} are not those of their release. Nothing was touched.`);
  const name = sql.identifier(table.name);
  // What a migration puts in by itself is in the file as well.
  await tx.execute(sql`delete from ${name}`);
  let lines: string[] = [];
  let count = 0;
  const put = async (): Promise<void> => {
    if (lines.length === 0) return;
    await tx.execute(
      sql`insert into ${name} select * from json_populate_recordset(null::public.${name}, ${`[${lines.join(',')}]`}::json)`,
    );
    count += lines.length;
    lines = [];
  };
  const reader = createInterface({
    input: createReadStream(/* turbopackIgnore: true */ fileOf(folder, table.name)),
    crlfDelay: Number.POSITIVE_INFINITY,
  });
  for await (const line of reader) {
    if (line === '') continue;
    lines.push(line);
    if (lines.length >= ROWS_AT_ONCE) await put();
  }
  await put();
  if (count !== table.rows)
    throw new ArchiveError(`${table.name} has ${count} rows, and ${table.rows} by its own list. Nothing was touched.`);
}

/** Runs the migrations after one moment up to another, and notes them as run. */
export async function migrateBetween(tx: Runs, after: number, upTo: number): Promise<void> {
  await tx.execute(sql`create schema if not exists drizzle`);
  await tx.execute(
    sql`create table if not exists drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)`,
  );
  for (const m of readMigrationFiles({ migrationsFolder: MIGRATIONS })) {
    if (m.folderMillis <= after || m.folderMillis > upTo) continue;
    for (const statement of m.sql) await tx.execute(sql.raw(statement));
    await tx.execute(
      sql`insert into drizzle.__drizzle_migrations (hash, created_at) values (${m.hash}, ${m.folderMillis})`,
    );
  }
}

import { sql } from 'drizzle-orm';
import type { Db } from '../connection';

/** Time between two tables, for whoever waits for the database meanwhile, ms. */
const REST_MS = 300;

/**
 * Clears every table of rows that are gone and counts what is in it, a table at a time: the database never does either
 * by itself, and looks for rows the long way where it does not know how many there are. The longest of them holds
 * others up for about a second at several hundred thousand rows.
 */
export async function tidy(db: Db, rest = REST_MS): Promise<void> {
  const { rows } = await db.execute(
    sql`select tablename as name from pg_tables where schemaname = 'public' order by 1`,
  );
  for (const { name } of rows as { name: string }[]) {
    await db.execute(sql`vacuum (analyze) ${sql.identifier(name)}`);
    await new Promise((r) => setTimeout(r, rest).unref());
  }
}

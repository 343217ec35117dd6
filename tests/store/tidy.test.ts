import { sql } from 'drizzle-orm';
import { tidy } from '@/store/folder/tidy';
import { timeToTidy } from '@/usecases/shop/housekeeping';
import { runningStore } from './open';

const store = runningStore({ demo: new Date('2026-11-26T10:00:00Z'), engine: 'folder' });

/** How many rows the database takes a table to have when it chooses its way to them. */
async function guessed(table: string): Promise<number> {
  const { rows } = await store.db.execute(sql`select reltuples::int as n from pg_class where relname = ${table}`);
  return Number(rows[0]?.n);
}

test('after tidying the database knows how many rows each table has, and rows that are gone take no room', async () => {
  const counted = async (table: string) =>
    Number((await store.db.execute(sql.raw(`select count(*) as n from "${table}"`))).rows[0]?.n);
  const tables = ['event', 'job_step', 'torque_entry', 'reading'];
  expect(await Promise.all(tables.map(guessed))).not.toEqual(await Promise.all(tables.map(counted)));
  for (let i = 0; i < 20; i += 1) await store.db.execute(sql`update job set version = version`);
  const size = async () => Number((await store.db.execute(sql`select pg_relation_size('job') as n`)).rows[0]?.n);
  await tidy(store.db, 0);
  for (const table of tables) expect([table, await guessed(table)]).toEqual([table, await counted(table)]);
  const tidied = await size();
  for (let i = 0; i < 10; i += 1) await store.db.execute(sql`update job set version = version`);
  // What was cleared is written over before the table grows.
  expect(await size()).toBe(tidied);
});

test.each([
  ['2026-11-30T03:05:00', '2026-11-29T03:05:00', true],
  ['2026-11-30T03:15:00', '2026-11-30T03:05:00', false],
  ['2026-11-30T14:00:00', '2026-11-20T03:05:00', false],
  ['2026-11-30T03:05:00', '1970-01-01T00:00:00', true],
])('at %s, tidied last at %s: %s', (now, last, due) => {
  expect(timeToTidy(new Date(now), new Date(last).getTime())).toBe(due);
});

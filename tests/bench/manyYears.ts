import { sql } from 'drizzle-orm';
import { seedIfEmpty } from '@/demo/seed';
import type { Db, Store } from '@/store/connection';

/**
 * How often the demo's cars and all that was done to them are there again: 3,500 cars, 8,400 jobs, some 380,000 events.
 */
const COPIES = 700;
const PARTS = 5_000;
const BOOKINGS = 15_000;
/** The last few copies are under way, as in a shop on any day; what came before is signed and done. */
const UNDER_WAY = 3;

/** What a shop has once, however long it is open. */
const ONCE = [
  'part',
  'resource',
  'person',
  'wrench',
  'closure',
  'done_once',
  'installation_key',
  'policy',
  'shop_time',
];

interface Column {
  readonly name: string;
  readonly type: string;
}

async function rowsOf<T>(db: Db, what: ReturnType<typeof sql>): Promise<T[]> {
  return (await db.execute(what)).rows as T[];
}

/** Tables in an order in which what is pointed at comes first. */
async function inOrder(db: Db): Promise<string[]> {
  const all = await rowsOf<{ name: string }>(
    db,
    sql`select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`,
  );
  const points = await rowsOf<{ from: string; to: string }>(
    db,
    sql`select conrelid::regclass::text as from, confrelid::regclass::text as to from pg_constraint where contype = 'f'`,
  );
  const left = new Set(all.map((t) => t.name));
  const order: string[] = [];
  while (left.size > 0) {
    const free = [...left].filter((t) => !points.some((p) => p.from === t && p.to !== t && left.has(p.to)));
    for (const t of free.length > 0 ? free : [...left]) {
      order.push(t);
      left.delete(t);
    }
  }
  return order;
}

/**
 * Makes a workshop of many years from the demo's own rows: every car with its hubs, wheels, visits, readings, plans,
 * ticks, torque and records again and again, each copy some hours older than the one before, with ids of its own.
 */
export async function manyYears(store: Store): Promise<void> {
  await seedIfEmpty(store, () => {});
  const { db } = store;
  const tables = (await inOrder(db)).filter((t) => !ONCE.includes(t));
  await db.execute(sql`create temp table own_id (id text primary key)`);
  for (const t of tables)
    if ((await columnsOf(db, t)).some((c) => c.name === 'id'))
      await db.execute(sql.raw(`insert into own_id select id from "${t}" on conflict do nothing`));
  await db.execute(sql`insert into own_id select distinct visit_id from job on conflict do nothing`);
  for (const t of tables) await copied(db, t);
  await db.execute(sql`update job set stage = 'closed', signed_at = updated_at, signed_by = 'Tamsin Oar', held = null
    where split_part(id, '-', 6) <> '' and split_part(id, '-', 6)::int > ${UNDER_WAY}`);
  await db.execute(sql`update recheck set done_at = due_to, done_by = 'Tamsin Oar'
    where split_part(id, '-', 6) <> '' and split_part(id, '-', 6)::int > ${UNDER_WAY} and done_at is null`);
  // What was signed is remembered.
  await db.execute(sql`insert into past_work select (jsonb_populate_record(w, jsonb_build_object('id', 'w-' || j.id, 'job_id', j.id, 'at', j.signed_at))).*
    from past_work w, job j where w.id = (select min(id) from past_work) and j.signed_at is not null and j.id not in (select job_id from past_work where job_id is not null)`);
  await db.execute(sql`insert into part select (jsonb_populate_record(p, jsonb_build_object('id', p.id || '-' || n, 'name', p.name || ' ' || n, 'code', null))).*
    from part p, generate_series(1, ${Math.ceil(PARTS / 30)}) n`);
  // Every visit was booked, some of them more than once; three bays, seven a day in each, Monday to Friday.
  await db.execute(sql`insert into booking (id, kind, visit_id, place_id, who_id, things, start_at, end_at, before_min, wait_min, after_min, estimated_min, by, at)
    select 'b-' || v.n, 'visit', v.visit_id, p.id, null, '[]', t.at, t.at + interval '80 minutes', 80, 0, 0, 80, 'bench', now()
    from (select visit_id, row_number() over (order by visit_id) as n
      from (select distinct visit_id from job) d, generate_series(1, 3) limit ${BOOKINGS}) v
    cross join lateral (select date_trunc('week', now()) - (v.n / 105) * interval '7 days' + interval '7 days' + (v.n / 21 % 5) * interval '1 day' + interval '8 hours' + (v.n / 3 % 7) * interval '85 minutes' as at) t
    cross join lateral (select id from resource where kind in ('bay', 'mobile') order by created_at offset (v.n % 3) limit 1) p`);
  // As the nightly clean-up leaves it.
  await db.execute(sql`vacuum analyze`);
}

const columnsOf = (db: Db, table: string): Promise<Column[]> =>
  rowsOf<Column>(
    db,
    sql`select column_name as name, data_type as type from information_schema.columns where table_schema = 'public' and table_name = ${table} and is_generated = 'NEVER' order by ordinal_position`,
  );

/** The rows of a table again, each copy with its own ids and a day and some hours older. */
async function copied(db: Db, table: string): Promise<void> {
  const columns = await columnsOf(db, table);
  const value = ({ name, type }: Column): string => {
    const c = `t."${name}"`;
    if (table === 'vehicle' && name === 'plate') return `${c} || ' ' || n`;
    if (type === 'text')
      return `case when exists (select 1 from own_id o where o.id = ${c}) then ${c} || '-' || n else ${c} end`;
    if (type === 'timestamp with time zone') return `${c} - n * interval '27 hours'`;
    return c;
  };
  await db.execute(
    sql.raw(
      `insert into "${table}" (${columns.map((c) => `"${c.name}"`).join(', ')}) select ${columns.map(value).join(', ')} from "${table}" t, generate_series(1, ${COPIES}) n`,
    ),
  );
}

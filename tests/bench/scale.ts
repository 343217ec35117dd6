import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { seedIfEmpty } from '@/demo/seed';
import { openStore } from '@/store/connection';
import { backUp, restore } from '@/store/folder/backup';
import { Server } from '../e2e/server';
import { copyOver, emptyFolder } from '../template.mjs';

const JOBS = 10_000;
const CARS = 3_000;
const PARTS = 5_000;

/** Makes a workshop of many years from the demo's own rows. */
async function grown(folder: string): Promise<void> {
  const store = await openStore(folder);
  const { db } = store;
  await seedIfEmpty(store, () => {});
  const copies = async (what: ReturnType<typeof sql>) => void (await db.execute(what));
  await copies(sql`insert into vehicle select id || '-' || n, name || ' ' || n, 'S ' || n || left(id, 3), notes, created_at, updated_at, archived_at, version
    from (select * from vehicle limit 1) v, generate_series(1, ${CARS}) n`).catch(async () => {
    // Columns in another order: by name.
    await copies(sql`insert into vehicle (id, name, plate, notes, created_at, updated_at, version)
      select id || '-' || n, name || ' ' || n, 'S ' || n, notes, created_at, updated_at, version from (select * from vehicle limit 1) v, generate_series(1, ${CARS}) n`);
  });
  await copies(sql`insert into axle_hub select (jsonb_populate_record(h, jsonb_build_object('id', h.id || '-' || n, 'vehicle_id', h.vehicle_id || '-' || n))).*
    from axle_hub h, generate_series(1, ${CARS}) n where h.vehicle_id in (select split_part(id, '-', 1) || '-' || split_part(id, '-', 2) || '-' || split_part(id, '-', 3) || '-' || split_part(id, '-', 4) || '-' || split_part(id, '-', 5) from vehicle where id like '%-1')`);
  await copies(sql`insert into wheel_set select (jsonb_populate_record(w, jsonb_build_object('id', w.id || '-' || n, 'vehicle_id', w.vehicle_id || '-' || n))).*
    from wheel_set w, generate_series(1, ${CARS}) n where exists (select 1 from vehicle v where v.id = w.vehicle_id || '-1')`);
  await copies(sql`insert into job select (jsonb_populate_record(j, jsonb_build_object('id', j.id || '-' || n, 'visit_id', j.id || '-' || n))).*
    from job j, generate_series(1, ${Math.ceil(JOBS / 8)}) n`);
  await copies(sql`insert into reading select (jsonb_populate_record(r, jsonb_build_object('id', r.id || '-' || n, 'job_id', r.job_id || '-' || n))).*
    from reading r, generate_series(1, 40) n`);
  await copies(sql`insert into part select (jsonb_populate_record(p, jsonb_build_object('id', p.id || '-' || n, 'name', p.name || ' ' || n, 'code', null))).*
    from part p, generate_series(1, ${Math.ceil(PARTS / 30)}) n`);
  // What was signed has its record; a small one, so that the folder is no larger than its pages need.
  await copies(sql`insert into record select (jsonb_populate_record(r, jsonb_build_object('id', r.id || '-' || n, 'job_id', r.job_id || '-' || n, 'snapshot', '{}'::jsonb))).*
    from record r, generate_series(1, ${Math.ceil(JOBS / 8)}) n`);
  // A booking for every visit, two years of them, three bays and their people; and work that is remembered.
  await copies(sql`insert into booking (id, kind, visit_id, place_id, who_id, things, start_at, end_at, before_min, wait_min, after_min, estimated_min, by, at)
    select 'b-' || n, 'visit', v.visit_id, p.id, null, '[]', t.at, t.at + interval '80 minutes', 80, 0, 0, 80, 'bench', now()
    from (select visit_id, row_number() over (order by visit_id) as n from (select distinct visit_id from job) d) v
    cross join lateral (select date_trunc('day', now()) - interval '365 days' + (v.n / 14) * interval '1 day' + interval '8 hours' + (v.n % 5) * interval '95 minutes' as at) t
    cross join lateral (select id from resource where kind in ('bay', 'mobile') order by created_at offset (v.n % 3) limit 1) p`);
  await copies(sql`insert into past_work select (jsonb_populate_record(w, jsonb_build_object('id', w.id || '-' || n))).*
    from past_work w, generate_series(1, 130) n`);
  await copies(sql`insert into recheck select (jsonb_populate_record(r, jsonb_build_object('id', r.id || '-' || n, 'job_id', r.job_id || '-' || n))).*
    from recheck r, generate_series(1, ${Math.ceil(JOBS / 8)}) n`);
  await db.execute(sql`analyze`);
  const count = async (table: string) =>
    (await db.execute(sql.raw(`select count(*)::int as n from ${table}`))).rows[0]?.n;
  console.log(
    `${await count('job')} jobs, ${await count('booking')} bookings, ${await count('vehicle')} cars, ${await count('part')} parts, ${await count('reading')} readings`,
  );
  const t = performance.now();
  const made = await backUp(folder, store.held, { why: 'asked', at: new Date() });
  console.log(`backup ${((performance.now() - t) / 1000).toFixed(1)} s, ${(made.size / 1024 / 1024).toFixed(1)} MB`);
  const again = mkdtempSync(join(tmpdir(), 'vectis-again-'));
  const u = performance.now();
  await restore(made.path, again, false, new Date());
  console.log(`restore ${((performance.now() - u) / 1000).toFixed(1)} s`);
  rmSync(again, { recursive: true, force: true });
  await store.close();
}

const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] as number;

/** Pages at the size of a workshop of many years: server time (median of 15) and bytes as sent, unpacked. */
export async function benchScale(): Promise<void> {
  const server = await Server.start();
  try {
    await server.kill();
    copyOver(await emptyFolder(), server.folder);
    for (const name of ['vectis.lock', 'vectis.pid'])
      rmSync(join(server.folder, name), { recursive: true, force: true });
    await grown(server.folder);
    await server.up();
    const board = await (await fetch(server.url)).text();
    const job = /\/jobs\/[0-9a-f-]+\/torque/.exec(board)?.[0].replace('/torque', '') ?? '';
    const car = /\/vehicles\/[0-9a-f-]{36}/.exec(await (await fetch(`${server.url}/vehicles`)).text())?.[0] ?? '';
    const pages = [
      '/',
      '/?find=kite',
      '/?span=week',
      '/?by=person',
      '/orders',
      '/reminders',
      '/memory',
      '/settings/calendar',
      '/vehicles',
      '/vehicles?find=12',
      car,
      '/shelf',
      '/shelf?find=20',
      '/quick',
      '/rulebook',
      '/settings',
    ];
    pages.push(...['measure', 'choose', 'stage', 'fit', 'torque', 'record'].map((v) => `${job}/${v}`));
    console.log('page, ms median of 15, KB of HTML:');
    for (const page of pages) {
      const times: number[] = [];
      let size = 0;
      for (let i = 0; i < 17; i += 1) {
        const t = performance.now();
        size = (await (await fetch(server.url + page)).arrayBuffer()).byteLength;
        if (i >= 2) times.push(performance.now() - t);
      }
      console.log(
        `  ${page.replace(job, '/jobs/…').replace(car, '/vehicles/…').padEnd(22)} ${median(times).toFixed(1).padStart(7)} ${(size / 1024).toFixed(0).padStart(6)}`,
      );
    }
  } finally {
    await server.stop();
  }
}

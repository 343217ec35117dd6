import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { openStore, type Store } from '@/store/connection';
import { demoFolder, launch, Server } from '../tests/e2e/server';
import { freePort } from '../tests/postgres.mjs';
import { copyOver } from '../tests/template.mjs';
import { killedTorque, torqueLost } from './soakTorque';

/**
 * `npm run soak [-- KILLS]`: kills what keeps the work in the middle of it, over and over, and looks each time whether
 * everything that was acknowledged is there, once and whole: torque entries, readings sent through the web server,
 * catalogue files on their way to the shelf, and folders of earlier releases that are being brought up to date.
 */
const kills = Number(process.argv[2] ?? 500);
const begun = Date.now();
const somewhere = (name: string): string => mkdtempSync(join(tmpdir(), `vectis-soak-${name}-`));
const pause = (ms: number) => new Promise((r) => setTimeout(r, ms));
const counts: Record<string, number> = {};
const add = (what: string, n = 1): void => {
  counts[what] = (counts[what] ?? 0) + n;
};

/** Opens a folder in this process, as its next start would. */
async function opened<T>(folder: string, work: (store: Store) => Promise<T>): Promise<T> {
  const store = await openStore(folder);
  try {
    return await work(store);
  } finally {
    await store.close();
  }
}

const numberOf = async (store: Store, what: ReturnType<typeof sql>): Promise<number> =>
  Number((await store.db.execute(what)).rows[0]?.n);

const shop = { folder: '', jobId: '', corner: '', readings: new Set<string>(), files: 0 };

class Refused extends Error {}

/**
 * A server on the workshop, with work going on until it is killed.
 * @param warm asked for first, so that the kill falls into the work and not into the first request @param after ms
 * until the kill
 */
async function killedServer(warm: string, work: (url: string) => Promise<void>, after: number): Promise<void> {
  const server = new Server(await freePort(), true, shop.folder);
  await server.up();
  await (await fetch(server.url + warm, { method: 'POST', body: '{}' })).text();
  const working = work(server.url).then(
    () => null,
    (error: unknown) => error,
  );
  await pause(after);
  await server.kill();
  // What the kill cut off is no wonder; what the server refused is a fault of this program.
  const error = await working;
  if (error instanceof Refused) throw error;
}

/** Readings as a tablet sends them, one after another. */
async function killedReadings(): Promise<string[]> {
  await killedServer(
    '/api/readings',
    async (url) => {
      for (;;) {
        const id = newId();
        const body = {
          is: 'job',
          id,
          jobId: shop.jobId,
          quantity: 'gap',
          corner: shop.corner,
          typed: '31.5',
          method: 'tape',
        };
        const answer = await fetch(`${url}/api/readings`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        });
        const said = (await answer.json()) as { ok: boolean; message?: string };
        if (!said.ok) throw new Refused(said.message);
        shop.readings.add(id);
      }
    },
    200 + Math.random() * 1500,
  );
  add('readings acknowledged', shop.readings.size - (counts['readings acknowledged'] ?? 0));
  return opened(shop.folder, async (store) => {
    const { rows } = await store.db.execute(sql`select id from reading where job_id = ${shop.jobId}`);
    const there = new Set((rows as { id: string }[]).map((r) => r.id));
    return [...shop.readings].filter((id) => !there.has(id)).map((id) => `reading ${id} is gone`);
  });
}

const LINES = 1500;

/** A catalogue file that is on its way to the shelf: all of it is there afterwards, or nothing. */
async function killedFile(): Promise<string[]> {
  shop.files += 1;
  const mark = `SOAK${shop.files}-`;
  const line = (i: number): string => `bolt,soak ${i},1,M14x1.5,45,28,0,ball13,10.9,${mark}${i}`;
  const csv = [
    'kind,name,count,thread,length,thread_length,nose,seat,class,code',
    ...Array.from({ length: LINES }, (_, i) => line(i)),
  ].join('\n');
  let acknowledged = false;
  await killedServer(
    '/api/shelf/import',
    async (url) => {
      const answer = await fetch(`${url}/api/shelf/import`, { method: 'POST', body: Buffer.from(csv) });
      const last = JSON.parse((await answer.text()).trim().split('\n').at(-1) ?? '{}') as { added?: number };
      acknowledged = last.added === LINES;
      if (last.added !== undefined && !acknowledged) throw new Refused(`${last.added} of ${LINES} lines were added`);
    },
    Math.random() * 2500,
  );
  if (acknowledged) add('files acknowledged');
  return opened(shop.folder, async (store) => {
    const n = await numberOf(store, sql`select count(*)::int as n from part where code like ${`${mark}%`}`);
    const left = await numberOf(store, sql`select count(*)::int as n from staged_part`);
    if (left > 0) return [`${left} lines of a file are left beside the shelf`];
    if (acknowledged && n !== LINES) return [`a file that was acknowledged has ${n} of ${LINES} lines on the shelf`];
    return n === 0 || n === LINES ? [] : [`a file that was cut off has ${n} of ${LINES} lines on the shelf`];
  });
}

const RELEASES = readdirSync('tests/store/folders').sort();

/** A folder as a release left it. @returns how many rows each of its tables has */
async function folderOf(release: string, folder: string): Promise<Map<string, number>> {
  const client = new PGlite(join(folder, 'db'));
  await client.exec(
    'create schema drizzle; create table drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
  );
  const journal = JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as {
    entries: { tag: string; when: number }[];
  };
  for (const { tag, when } of journal.entries) {
    for (const statement of readFileSync(`drizzle/${tag}.sql`, 'utf8').split('--> statement-breakpoint'))
      await client.exec(statement);
    await client.query('insert into drizzle.__drizzle_migrations (hash, created_at) values ($1, $2)', [tag, when]);
    if (`${tag}.sql` === release) break;
  }
  await client.exec(readFileSync(join('tests/store/folders', release), 'utf8'));
  const rows = new Map<string, number>();
  const { rows: tables } = await client.query<{ name: string }>(
    "select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'",
  );
  for (const { name } of tables)
    rows.set(name, Number((await client.query<{ n: number }>(`select count(*) as n from "${name}"`)).rows[0]?.n));
  await client.close();
  return rows;
}

/** A folder of an earlier release, killed while the server brings it up to date. */
async function killedMigration(i: number): Promise<string[]> {
  const release = RELEASES[i % RELEASES.length] as string;
  const folder = somewhere('release');
  try {
    const before = await folderOf(release, folder);
    const child = launch(folder, await freePort(), false);
    await pause(700 + Math.random() * 2500);
    const gone = new Promise((r) => child.once('exit', r));
    child.kill('SIGKILL');
    await gone;
    return await opened(folder, async (store) => {
      const lost: string[] = [];
      for (const [table, n] of before) {
        const { rows } = await store.db.execute(sql`select to_regclass(${`public.${table}`}) is not null as there`);
        if (rows[0]?.there !== true) continue;
        const now = await numberOf(store, sql.raw(`select count(*)::int as n from "${table}"`));
        if (now < n) lost.push(`${release}: ${table} had ${n} rows and has ${now}`);
      }
      return lost;
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function main(): Promise<void> {
  if (!existsSync('.next/BUILD_ID')) throw new Error('The pages are not built yet: npm run demo builds them.');
  shop.folder = somewhere('shop');
  copyOver(await demoFolder(), shop.folder);
  const job = await opened(shop.folder, async (store) => {
    const { rows } = await store.db.execute(
      sql`select id, axle from job where stage = 'measure' and held is null order by axle limit 1`,
    );
    return rows[0] as { id: string; axle: string };
  });
  shop.jobId = job.id;
  shop.corner = `${job.axle}-left`;
  const torqueFolder = somewhere('torque');
  const work: readonly [string, (i: number) => Promise<string[]>][] = [
    [
      'torque',
      async () => {
        await killedTorque(torqueFolder);
        return torqueLost(torqueFolder);
      },
    ],
    ['readings', killedReadings],
    ['files', killedFile],
    ['migrations', killedMigration],
  ];
  for (let i = 0; i < kills; i += 1) {
    const [name, kill] = work[i % work.length] as (typeof work)[number];
    const broken = await kill(Math.floor(i / work.length));
    if (broken.length > 0)
      throw new Error(
        `After ${i + 1} kills, of ${name}: ${broken.slice(0, 5).join('; ')}. The folder is ${shop.folder}.`,
      );
    add(`${name} killed`);
    if ((i + 1) % 20 === 0 || i + 1 === kills) {
      const said = Object.entries(counts)
        .map(([what, n]) => `${n} ${what}`)
        .join(', ');
      console.log(`${i + 1} kills in ${Math.round((Date.now() - begun) / 1000)} s, nothing lost: ${said}`);
    }
  }
  for (const folder of [shop.folder, torqueFolder]) rmSync(folder, { recursive: true, force: true });
}

main().then(
  () => process.exit(0),
  (error) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);

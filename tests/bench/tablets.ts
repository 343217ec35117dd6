import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { v7 as newId } from 'uuid';
import { openStore } from '@/store/connection';
import { backUp } from '@/store/folder/backup';
import { restoreOnServer } from '@/store/folder/restore';
import { Server } from '../e2e/server';
import { freePort, startPostgres } from '../postgres.mjs';
import { grownFolder } from './scale';

const PROCESSES = 4;
const TABLETS = 60;
/** A tablet that shows a job asks this often whether something happened to it, ms. */
const POLL_MS = 4000;
/** How often hands do something on each of them, ms. */
const ACT_MS = 6000;
const RUN_MS = 60_000;

const of = (xs: readonly number[], share: number): number =>
  [...xs].sort((a, b) => a - b)[Math.min(xs.length - 1, Math.floor(xs.length * share))] ?? 0;

/**
 * The workshop of many years on a PostgreSQL server of its own: how long moving it there takes, then four processes and
 * sixty tablets that poll, look at pages and enter readings for a minute. PostgreSQL, the processes and the tablets
 * share this machine.
 */
export async function benchTablets(): Promise<void> {
  const postgres = await startPostgres(tmpdir(), { fsync: 'on', synchronous_commit: 'on', autovacuum: 'on' });
  const folder = mkdtempSync(join(tmpdir(), 'vectis-tablets-'));
  const url = `${postgres.url}/vectis`;
  const servers: Server[] = [];
  try {
    await run(`${postgres.url}/postgres`, 'create database vectis');
    await move(await grownFolder(), folder, url);
    await run(url, 'vacuum analyze');
    const jobs = await open(url);
    for (let i = 0; i < PROCESSES; i += 1) servers.push(new Server(await freePort(), false, folder));
    for (const server of servers) await server.up({ DATABASE_URL: url, VECTIS_DB_POOL: '8' });
    await work(servers, jobs, url);
  } finally {
    for (const server of servers) await server.kill();
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

export async function run(url: string, query: string): Promise<Record<string, unknown>[]> {
  const client = new Client(url);
  await client.connect();
  const { rows } = await client.query(query);
  await client.end();
  return rows;
}

/** Moves a workshop from its folder to the server, by an open archive. */
export async function move(from: string, folder: string, url: string): Promise<void> {
  const since = (t: number): string => `${((performance.now() - t) / 1000).toFixed(1)} s`;
  const home = await openStore(from, undefined, undefined, null);
  const t = performance.now();
  const archive = await backUp(home, { why: 'asked', at: new Date(), open: true, to: join(folder, 'moved.zip') });
  const { rows } = await home.db.execute(sql`select count(*)::int as n from event`);
  await home.close();
  console.log(`open archive of ${rows[0]?.n} events: ${since(t)}, ${(archive.size / 1024 / 1024).toFixed(1)} MB`);
  const store = await openStore(folder, undefined, undefined, url);
  const u = performance.now();
  await restoreOnServer(store, archive.path, new Date());
  await store.close();
  console.log(`read into the server: ${since(u)}`);
}

/** Jobs that readings can be entered in, newest first. */
export const open = async (url: string): Promise<{ id: string; axle: string }[]> =>
  (await run(
    url,
    `select id, axle from job where stage in ('measure', 'choose') and held is null and signed_at is null order by updated_at desc limit ${TABLETS}`,
  )) as { id: string; axle: string }[];

/** Pages that a tablet looks at beside its work. */
const pagesOf = (id: string): readonly string[] => ['/', `/jobs/${id}/measure`, `/jobs/${id}/choose`, '/vehicles'];
const WARM = 4;

/** A process that was started a moment ago has not compiled its pages yet. */
async function warm(servers: readonly Server[], id: string): Promise<void> {
  for (const server of servers)
    for (let i = 0; i < WARM; i += 1)
      for (const page of pagesOf(id)) await (await fetch(server.url + page)).arrayBuffer();
}

export async function work(
  servers: readonly Server[],
  jobs: readonly { id: string; axle: string }[],
  url: string,
): Promise<void> {
  const took: Record<string, number[]> = {};
  const wrong: Record<string, number> = {};
  await warm(servers, jobs[0]?.id ?? '');
  const until = performance.now() + RUN_MS;
  const ask = async (what: string, at: string, init?: RequestInit): Promise<void> => {
    const t = performance.now();
    const answer = await fetch(at, init);
    await answer.arrayBuffer();
    if (!answer.ok) wrong[`${what} ${answer.status}`] = (wrong[`${what} ${answer.status}`] ?? 0) + 1;
    took[what] ??= [];
    took[what].push(performance.now() - t);
  };
  const rest = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
  const tablet = async (i: number): Promise<void> => {
    const job = jobs[i % jobs.length] as { id: string; axle: string };
    const server = servers[i % servers.length] as Server;
    const polling = (async () => {
      await rest(Math.random() * POLL_MS);
      for (; performance.now() < until; await rest(POLL_MS)) await ask('poll', `${server.url}/api/job/${job.id}`);
    })();
    await rest(Math.random() * ACT_MS);
    for (let n = 0; performance.now() < until; n += 1, await rest(ACT_MS)) {
      if ((n + i) % 4 === 3) {
        const page = pagesOf(job.id)[Math.floor(n / 4 + i) % 4] as string;
        await ask(`page ${page.replace(job.id, '…')}`, server.url + page);
        continue;
      }
      const body = {
        is: 'job',
        id: newId(),
        jobId: job.id,
        quantity: 'gap',
        corner: `${job.axle}-left`,
        typed: '21',
        method: 'tape',
      };
      await ask('reading', `${server.url}/api/readings`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    }
    await polling;
  };
  const locks = longestLock(url, until);
  await Promise.all(Array.from({ length: TABLETS }, (_, i) => tablet(i)));
  console.log(`${PROCESSES} processes, ${TABLETS} tablets, ${RUN_MS / 1000} s; ms half, 95 of 100, longest:`);
  for (const [what, ms] of Object.entries(took).sort())
    console.log(
      `  ${what.padEnd(24)} ${String(ms.length).padStart(6)} ${[0.5, 0.95, 1].map((s) => of(ms, s).toFixed(0).padStart(7)).join('')}`,
    );
  console.log(`errors: ${JSON.stringify(wrong)}; longest wait for a lock ${(await locks).toFixed(0)} ms`);
}

/** The longest that a statement was seen to wait for a lock, ms. */
async function longestLock(url: string, until: number): Promise<number> {
  const client = new Client(url);
  await client.connect();
  let most = 0;
  while (performance.now() < until) {
    const { rows } = await client.query(
      `select coalesce(max(extract(epoch from now() - query_start)) * 1000, 0)::float as ms from pg_stat_activity where wait_event_type = 'Lock'`,
    );
    most = Math.max(most, Number(rows[0]?.ms));
    await new Promise((done) => setTimeout(done, 100));
  }
  await client.end();
  return most;
}

import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { openStore, type Store } from '@/store/connection';
import { backUp } from '@/store/folder/backup';
import { restore } from '@/store/folder/restore';
import { tickLine } from '@/usecases/job/ticks';
import { Server } from '../e2e/server';
import { copyOver, emptyFolder, made } from '../template.mjs';
import { manyYears } from './manyYears';

/** The workshop of many years, made once per set of tables and day and copied. */
export async function grownFolder(): Promise<string> {
  const empty = await emptyFolder();
  return made(`years-${new Date().toISOString().slice(0, 10)}-${empty.slice(-16)}`, async (folder) => {
    copyOver(empty, folder);
    const store = await openStore(folder);
    await manyYears(store);
    await store.close();
    for (const name of ['vectis.lock', 'vectis.pid']) rmSync(join(folder, name), { recursive: true, force: true });
  });
}

/** What the workshop is made of, and how long its folder takes to open, to back up and to restore. */
async function folderTimes(folder: string): Promise<Record<'job' | 'signed' | 'car' | 'wheelSet', string>> {
  const since = (t: number): string => `${((performance.now() - t) / 1000).toFixed(1)} s`;
  const first = performance.now();
  await (await openStore(folder)).close();
  console.log(`first open ${since(first)}`);
  const again = performance.now();
  const store = await openStore(folder);
  console.log(`open again ${since(again)}`);
  const counts = ['job', 'vehicle', 'booking', 'event', 'reading', 'torque_entry', 'part', 'record'];
  for (const table of counts) {
    const { rows } = await store.db.execute(sql.raw(`select count(*)::int as n from ${table}`));
    console.log(`  ${rows[0]?.n} ${table}`);
  }
  const t = performance.now();
  const backup = await backUp(store, { why: 'asked', at: new Date() });
  console.log(`backup ${since(t)}, ${(backup.size / 1024 / 1024).toFixed(1)} MB`);
  const there = mkdtempSync(join(tmpdir(), 'vectis-again-'));
  const u = performance.now();
  await restore(backup.path, there, false, new Date());
  console.log(`restore ${since(u)}`);
  rmSync(there, { recursive: true, force: true });
  rmSync(backup.path);
  const one = async (what: ReturnType<typeof sql>) => (await store.db.execute(what)).rows[0] as { id: string };
  const found = {
    job: (await one(sql`select id from job where stage = 'torque' order by updated_at desc limit 1`)).id,
    signed: (await one(sql`select id from job where stage = 'recheck' order by updated_at desc limit 1`)).id,
    car: (await one(sql`select vehicle_id as id from job where stage = 'recheck' order by updated_at desc limit 1`)).id,
    wheelSet: (await one(sql`select id from wheel_set limit 1`)).id,
  };
  await refusedAlone(store, { signed: found.signed, open: found.job });
  await store.close();
  return found;
}

/** Ticks to warm up with, and as many to measure. */
const TICKS = 300;
/** The step that the ticks are of: on no card, as after another plan was chosen. */
const STEP = 'fit.front-left.none';
/** A job that is signed refuses a tick by where it stands, an open one by its card. */
type Refusing = Readonly<Record<'signed' | 'open', string>>;

/** What a tick takes that is refused, without the request around it. */
async function refusedAlone(store: Store, jobs: Refusing): Promise<void> {
  const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> | undefined };
  holder.vectisStore = Promise.resolve(store);
  await refused(
    jobs,
    ', by itself',
    () => cpuOf(process.pid),
    async (jobId) =>
      tickLine(jobId, STEP, true, 'Bench').then(
        () => '',
        (e: Error) => e.message,
      ),
  );
  holder.vectisStore = undefined;
}

/** CPU that ticks take, one with another. @param tick gives what was said to it */
async function refused(
  jobs: Refusing,
  where: string,
  cpuNow: () => number,
  tick: (jobId: string) => Promise<string>,
): Promise<void> {
  for (const [name, jobId] of Object.entries(jobs)) {
    let said = '';
    for (let i = 0; i < TICKS; i += 1) said = await tick(jobId);
    const loop = loopNow();
    const before = cpuNow();
    for (let i = 0; i < TICKS; i += 1) await tick(jobId);
    const cpu = (cpuNow() - before) / TICKS;
    console.log(
      `a tick that is refused, ${name}${where}: ${cpu.toFixed(1)} ms of CPU, ${(cpu / loop).toFixed(3)} bare loops (${said})`,
    );
  }
}

/** CPU that a process has taken so far, ms. */
const cpuOf = (pid: number): number => {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(')').at(-1)?.trim().split(' ') ?? [];
  return (Number(fields[11]) + Number(fields[12])) * 10;
};

const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] as number;

/** What an address may take at the size of many years. */
const MOST = { cpu: 100, kilobytes: 150 };
/** So often every address is asked for before anything is measured: a server runs for days. */
const WARM = 25;
const ROUNDS = 5;
const TIMES = 8;

/** CPU that a bare loop takes now, ms: a machine that others use as well is slower at one minute than at the next. */
function loopNow(): number {
  const before = process.cpuUsage();
  let x = 0;
  for (let i = 0; i < 40_000_000; i += 1) x += i % 7;
  const { user, system } = process.cpuUsage(before);
  return x > 0 ? (user + system) / 1000 : 0;
}

interface Taken {
  /** As the machine was then, ms. */
  readonly cpu: number;
  /** A bare loop then, ms. */
  readonly loop: number;
  readonly whole: number;
  readonly kilobytes: number;
  readonly status: number;
}

/** What an address takes, asked for so often in a row. */
async function taken(server: Server, page: string, times: number): Promise<Taken> {
  const whole: number[] = [];
  let kilobytes = 0;
  let status = 0;
  const loop = loopNow();
  const before = cpuOf(server.pid);
  for (let i = 0; i < times; i += 1) {
    const t = performance.now();
    const response = await fetch(server.url + page);
    status = response.status;
    kilobytes = (await response.arrayBuffer()).byteLength / 1024;
    whole.push(performance.now() - t);
  }
  return { cpu: (cpuOf(server.pid) - before) / times, loop, whole: median(whole), kilobytes, status };
}

/** What a tick takes that is refused, with its request. */
const refusedTicks = (server: Server, jobs: Refusing): Promise<void> =>
  refused(
    jobs,
    '',
    () => cpuOf(server.pid),
    async (jobId) => {
      const answer = await fetch(`${server.url}/api/bay`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: server.url },
        body: JSON.stringify({ is: 'tick', jobId, key: STEP, on: true }),
      });
      return `${answer.status} ${((await answer.json()) as { message?: string }).message ?? ''}`;
    },
  );

/**
 * Every address at the size of a workshop of many years: the server's CPU, the time until the answer is whole, and its
 * bytes unpacked.
 */
export async function benchScale(): Promise<void> {
  const server = await Server.start({ fill: async (folder) => copyOver(await grownFolder(), folder) });
  try {
    await server.end();
    const { job, signed, car } = await folderTimes(server.folder);
    await server.up();
    await refusedTicks(server, { signed, open: job });
    const day = new Date().toISOString().slice(0, 10);
    const pages = [
      '/',
      '/?find=kite',
      '/?span=week',
      '/?by=person',
      `/?day=${day}&span=week&by=person`,
      '/orders',
      '/reminders',
      '/memory',
      '/vehicles',
      '/vehicles?find=12',
      '/vehicles/new',
      `/vehicles/${car}`,
      `/vehicles/${car}/edit`,
      `/vehicles/${car}/label`,
      '/shelf',
      '/shelf?find=20',
      '/quick',
      '/rulebook',
      '/settings',
      '/settings/calendar',
      '/who',
      ...['take-in', 'measure', 'choose', 'stage', 'fit', 'torque', 'recheck', 'record'].map(
        (v) => `/jobs/${job}/${v}`,
      ),
      `/api/job/${job}`,
      `/api/job/${job}/torque`,
      `/api/job/${job}/visit`,
      '/api/calendar',
      '/api/orders',
      '/api/shelf/lines',
    ];
    for (const page of pages) await taken(server, page, WARM);
    // Round by round: a machine that is slow for a while slows one round of every address, and not all of one.
    const rounds = new Map<string, Taken[]>(pages.map((p) => [p, []]));
    for (let i = 0; i < ROUNDS; i += 1)
      for (const page of pages) rounds.get(page)?.push(await taken(server, page, TIMES));
    const loops = [...rounds.values()].flat().map((r) => r.loop);
    const loop = Math.min(...loops);
    console.log(
      `address, server CPU ms at the machine's best (a bare loop ${loop.toFixed(0)} ms, ${median(loops).toFixed(0)} as a rule), CPU as bare loops, ms until whole, KB unpacked; medians of ${ROUNDS} rounds of ${TIMES}:`,
    );
    let over = 0;
    for (const [page, of] of rounds) {
      const ratio = median(of.map((r) => r.cpu / r.loop));
      const cpu = ratio * loop;
      const whole = median(of.map((r) => r.whole));
      const { kilobytes, status } = of.at(-1) as Taken;
      const wrong = cpu > MOST.cpu || kilobytes > MOST.kilobytes;
      if (wrong) over += 1;
      console.log(
        `${wrong ? '!' : ' '} ${page.replace(job, '…').replace(car, '…').padEnd(34)} ${cpu.toFixed(0).padStart(6)} ${ratio.toFixed(2).padStart(6)} ${whole.toFixed(0).padStart(6)} ${kilobytes.toFixed(0).padStart(6)} ${status === 200 ? '' : status}`,
      );
    }
    console.log(`${over} of ${pages.length} addresses take more than ${MOST.cpu} ms of CPU or ${MOST.kilobytes} KB.`);
  } finally {
    await server.stop();
  }
}

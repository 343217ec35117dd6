import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import sharp from 'sharp';
import { v7 as newId } from 'uuid';
import { firstBreak } from '@/core/torque/chain';
import { openStore, type Store } from '@/store/connection';
import { DatabaseAwayError, type Db } from '@/store/engine/engine';
import { manifestOf, pack, unpack } from '@/store/folder/archive';
import { backUp, MANIFEST } from '@/store/folder/backup';
import { keepPhotoFile } from '@/store/folder/photos';
import { restore, restoreOnServer } from '@/store/folder/restore';
import { tableNames } from '@/store/folder/tables';
import { loadJob } from '@/store/jobs';
import { recordsOf } from '@/store/records';
import { addResource } from '@/store/resources';
import * as schema from '@/store/schema';
import { hashedBody } from '@/store/torque';
import { addVehicle } from '@/store/vehicles';
import { book } from '@/usecases/calendar/bookings';
import { usualOf } from '@/usecases/calendar/visits';
import { takeForward } from '@/usecases/job/bench';
import { enterTorque, finishSteps, openJob } from '@/usecases/job/jobs';
import { tickLine } from '@/usecases/job/ticks';
import { signOff } from '@/usecases/record/signing';
import { verifyRecord } from '@/usecases/record/verify';
import { attempt } from '@/usecases/result';
import { keepPart, reserveFor, shelfLines } from '@/usecases/shelf/shelf';
import { Cable } from '../cable';
import { boltJobs, SOUND } from './boltJob';
import { freshStore, ownDatabase, VEHICLE } from './open';

const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> | undefined };
const AT = new Date('2026-06-10T10:00:00Z');
const CLIENTS = 20;
const places: string[] = [];
const place = (): string => {
  const at = mkdtempSync(join(tmpdir(), 'vectis-both-'));
  places.push(at);
  return at;
};
afterAll(() => {
  for (const at of places) rmSync(at, { recursive: true, force: true });
});

const bram = { name: 'Bram', personId: null };

describe('two processes on one server, twenty at once', () => {
  let one: Awaited<ReturnType<typeof freshStore>>;
  let two: Store;
  let turn = 0;
  const store = {
    get db(): Db {
      return one.store.db;
    },
  };
  const { measuredJob, readyToSign, tickAll } = boltJobs(store);
  /** Every second one who asks works on the other process's connections. */
  beforeAll(async () => {
    const own = await ownDatabase();
    const folder = place();
    const [a, b] = await Promise.all([
      openStore(folder, undefined, undefined, own.url),
      openStore(folder, undefined, undefined, own.url),
    ]);
    two = b;
    one = { store: a, folder, reopen: async () => a, done: async () => a.close().then(own.drop) };
    Object.defineProperty(globalThis, 'vectisStore', {
      configurable: true,
      get: () => Promise.resolve((turn++ % 2 ? two : one.store) as Store),
      set: () => {},
    });
  });
  afterAll(async () => {
    Reflect.deleteProperty(globalThis, 'vectisStore');
    await two?.close();
    await one?.done();
  });

  const atOnce = <T>(work: (i: number) => Promise<T>) =>
    Promise.all(Array.from({ length: CLIENTS }, (_, i) => attempt(() => work(i))));
  /** What was refused was refused in a sentence of ours, never as a failure. */
  const soundly = (all: Awaited<ReturnType<typeof atOnce>>): number => {
    expect(all.filter((r) => !r.ok && r.why !== 'refused' && r.why !== 'changed')).toEqual([]);
    return all.filter((r) => r.ok).length;
  };

  test('a job is signed once, with one record and one chain of rechecks', async () => {
    const jobId = await readyToSign();
    expect(soundly(await atOnce(() => signOff(jobId, bram)))).toBe(1);
    expect(await recordsOf(one.store.db, jobId)).toHaveLength(1);
    expect((await loadJob(one.store.db, jobId)).rechecks.map((r) => r.kind)).toEqual(['next-day', 'distance']);
  });

  test('a choice is approved once, and the rest are told that somebody was faster', async () => {
    const jobId = await measuredJob();
    const { version } = (await loadJob(one.store.db, jobId)).job;
    expect(soundly(await atOnce(() => takeForward(jobId, version, SOUND, null, 'Bram')))).toBe(1);
    const plans = await one.store.db.select().from(schema.plan).where(eq(schema.plan.jobId, jobId));
    expect(plans.filter((p) => p.supersededAt === null)).toHaveLength(1);
  });

  test('a step that twenty tick is ticked once', async () => {
    const jobId = await measuredJob();
    await takeForward(jobId, undefined, SOUND, null, 'Bram');
    const key = 'kit.wrench';
    expect(soundly(await atOnce((i) => tickLine(jobId, key, true, `Bram ${i}`)))).toBeGreaterThan(0);
    const live = await one.store.db
      .select()
      .from(schema.jobStep)
      .where(sql`job_id = ${jobId} and key = ${key} and withdrawn_at is null`);
    expect(live).toHaveLength(1);
  });

  test('of one lug one entry is taken, and the chain of entries holds', async () => {
    const jobId = await measuredJob();
    await takeForward(jobId, undefined, SOUND, null, 'Bram');
    for (const list of ['stage', 'fit'] as const) {
      await tickAll(jobId, list);
      await finishSteps(jobId, list, 'Bram');
    }
    const snug = { corner: 'front-left', pass: 'snug', lug: 0, reading: null, angle: null, tool: 'w' } as const;
    expect(soundly(await atOnce(() => enterTorque(jobId, snug, 'Bram')))).toBe(1);
    const log = (await loadJob(one.store.db, jobId)).torque;
    expect(log).toHaveLength(1);
    expect(firstBreak(log, hashedBody)).toBeNull();
  });

  test('a bay at one time is booked once', async () => {
    const bay = await addResource(one.store.db, { kind: 'bay', name: 'Bay 1' }, 'Bram', AT);
    const visits = await Promise.all(Array.from({ length: CLIENTS }, () => newVisit()));
    const now = Date.parse('2027-01-11T10:00:00Z');
    const asked = (i: number) => ({
      id: null,
      version: null,
      visitId: visits[i] as string,
      recheckId: null,
      placeId: bay,
      whoId: null,
      things: [],
      startAt: now + 3600_000,
      minutes: 60,
      cureHours: null,
      cureWhy: '',
      why: 'asked for',
    });
    expect(soundly(await atOnce((i) => book(asked(i), usualOf, 'Bram', now)))).toBe(1);
    expect(await one.store.db.select().from(schema.booking)).toHaveLength(1);
  });

  test('pieces are kept for no more jobs than there are pieces', async () => {
    const bolts = {
      kind: 'bolt',
      name: 'pier bolt',
      count: '10',
      thread: 'M14x1.5',
      length: '45',
      thread_length: '28',
      nose: '0',
      seat: 'ball13',
    };
    const partId = await keepPart(null, bolts, 'Bram');
    const jobs = await Promise.all(Array.from({ length: CLIENTS }, () => measuredJob()));
    expect(soundly(await atOnce((i) => reserveFor(partId, jobs[i] as string, 4, 'Bram')))).toBe(2);
    const there = (await shelfLines()).find((p) => p.id === partId);
    expect([there?.item.count, there?.kept]).toEqual([10, 8]);
  });

  test('what one process does for all is done by one, and by the next once it is through', async () => {
    let go = (): void => {};
    const held = new Promise<void>((done) => {
      go = done;
    });
    const first = one.store.onlyHere('test', () => held.then(() => 'first'));
    await new Promise((done) => setTimeout(done, 200));
    expect(await two.onlyHere('test', async () => 'second')).toBeUndefined();
    expect(await two.onlyHere('another', async () => 'second')).toBe('second');
    go();
    expect([await first, await two.onlyHere('test', async () => 'second')]).toEqual(['first', 'second']);
  });

  async function newVisit(): Promise<string> {
    const vehicleId = await addVehicle(one.store.db, { ...VEHICLE, plate: newId() }, 'Bram', AT);
    const [set] = await one.store.db.select().from(schema.wheelSet).where(eq(schema.wheelSet.vehicleId, vehicleId));
    return openJob({ vehicleId, wheelSetId: set?.id as string, axle: 'front', wish: 'stance', use: 'street' }, 'Bram');
  }
});

/** Every row of every table as PostgreSQL writes it, but for what belongs to the machine. */
async function everyRow(db: Db): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const name of await tableNames(db)) {
    if (name === 'login' || name === 'pin_try') continue;
    const { rows } = await db.execute(
      sql`select row_to_json(t)::text as line from ${sql.identifier(name)} t order by 1`,
    );
    all[name] = rows.map((r) => String(r.line));
  }
  return all;
}

test('a workshop moves from its folder to a server and back by open archives: row for row, every record and photo with it', async () => {
  const home = await freshStore({ demo: AT, engine: 'folder' });
  const own = await ownDatabase();
  const serverFolder = place();
  const server = await openStore(serverFolder, undefined, undefined, own.url);
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#777' } })
    .jpeg()
    .toBuffer();
  await keepPhotoFile(home.folder, picture);
  const before = await everyRow(home.store.db);
  const open = await backUp(home.store, { why: 'asked', at: AT, open: true });
  const packed = await backUp(home.store, { why: 'asked', at: new Date(AT.getTime() + 1000) });
  await home.store.close();
  expect(Object.values(before).flat().length).toBeGreaterThan(1000);
  const photos = (folder: string) => readdirSync(join(folder, 'photos'), { recursive: true, encoding: 'utf8' }).sort();

  // The archive of files is read as well: it is opened, and its tables are taken.
  for (const archive of [packed.path, open.path]) {
    await restoreOnServer(server, archive, AT);
    const { installation_key: keys, ...there } = await everyRow(server.db);
    const { installation_key: ownKeys, ...was } = before;
    expect(there).toEqual(was);
    expect(keys).toEqual(expect.arrayContaining(ownKeys as string[]));
    expect(photos(serverFolder)).toEqual(expect.arrayContaining(photos(home.folder)));
  }
  holder.vectisStore = Promise.resolve(server);
  const signed = await server.db.select({ id: schema.record.jobId }).from(schema.record);
  expect(signed.length).toBeGreaterThan(3);
  for (const { id } of signed) expect([id, (await verifyRecord(id as string, 1)).broken]).toEqual([id, []]);

  const again = await backUp(server, { why: 'asked', at: AT });
  await server.close();
  await own.drop();
  const back = place();
  await restore(again.path, back, false, AT);
  const last = await openStore(back, undefined, undefined, null);
  const { installation_key: _, ...returned } = await everyRow(last.db);
  const { installation_key: __, ...was } = before;
  expect(returned).toEqual(was);
  expect(photos(back)).toEqual(expect.arrayContaining(photos(home.folder)));
  holder.vectisStore = Promise.resolve(last);
  for (const { id } of signed) expect([id, (await verifyRecord(id as string, 1)).broken]).toEqual([id, []]);
  holder.vectisStore = undefined;
  await last.close();
  rmSync(home.folder, { recursive: true, force: true });
});

test('an open archive whose tables are not as its list says is refused, in a folder and on a server, and nothing is touched', async () => {
  const own = await ownDatabase();
  const server = await openStore(place(), undefined, undefined, own.url);
  await addVehicle(server.db, { ...VEHICLE, plate: 'stays' }, 'Bram', AT);
  const made = await backUp(server, { why: 'asked', at: AT });
  for (const [alter, said] of [
    [(t: Tables) => t.tables.shift(), /The tables are not those of their release: \w+\./],
    [(t: Tables) => t.tables.find((x) => x.name === 'vehicle')?.columns.reverse(), /The columns of vehicle/],
    [
      (t: Tables) => Object.assign(t.tables.find((x) => x.name === 'vehicle') ?? {}, { rows: 7 }),
      /vehicle has 1 rows, and 7/,
    ],
    [
      (t: Tables) => Object.assign(t, { format: 'vectis-tables/9' }),
      /The list of tables in this backup cannot be read/,
    ],
  ] as const) {
    const altered = await alteredArchive(made.path, alter);
    await expect(restoreOnServer(server, altered, AT)).rejects.toThrow(said);
    if (said.source.startsWith('The columns')) await expect(restore(altered, place(), false, AT)).rejects.toThrow(said);
  }
  const plates = (await server.db.select({ plate: schema.vehicle.plate }).from(schema.vehicle)).map((v) => v.plate);
  expect(plates).toEqual(['stays']);
  await server.close();
  await own.drop();
});

interface Tables {
  format: string;
  tables: { name: string; columns: string[]; rows: number }[];
}

/** The same archive with another list of its tables, sealed as one that was made so. */
async function alteredArchive(path: string, alter: (t: Tables) => unknown): Promise<string> {
  const folder = place();
  const { files, ...about } = await manifestOf(path, MANIFEST);
  await unpack(path, folder, files);
  const list = join(folder, 'tables', 'tables.json');
  const tables = JSON.parse(readFileSync(list, 'utf8')) as Tables;
  alter(tables);
  writeFileSync(list, JSON.stringify(tables));
  const to = join(place(), 'altered.zip');
  await pack(folder, to, MANIFEST, about);
  return to;
}

test('a server that goes away is said in a sentence, nothing is half stored, and work goes on once it is back', async () => {
  const own = await ownDatabase();
  const at = new URL(own.url);
  const cable = new Cable(Number(at.port));
  await cable.plug();
  at.port = String(cable.port);
  const said: string[] = [];
  const store = await openStore(place(), undefined, undefined, String(at));
  const add = (plate: string) => addVehicle(store.db, { ...VEHICLE, plate }, 'Bram', AT);
  await add('before');

  // Away for a moment: whoever asks waits, and nothing is lost.
  await cable.pull();
  const waiting = add('meanwhile');
  setTimeout(() => void cable.plug(), 700);
  await waiting;

  // Away in the middle of a transaction: nothing of it stays.
  await expect(
    store.db.transaction(async (tx) => {
      await addVehicle(tx as unknown as Db, { ...VEHICLE, plate: 'half' }, 'Bram', AT);
      await cable.pull();
    }),
  ).rejects.toThrow(DatabaseAwayError);
  const answer = await attempt(() => add('never'));
  expect(answer).toMatchObject({
    ok: false,
    again: true,
    message: expect.stringMatching(
      /^The database server at 127\.0\.0\.1:\d+\/test_\w+ does not answer\. What you typed is still here/,
    ),
  });

  // A start waits for it, and says so.
  const start = openStore(place(), (line) => said.push(line), undefined, String(at));
  setTimeout(() => void cable.plug(), 1000);
  const second = await start;
  expect(said.join(' ')).toMatch(/does not answer \(ECONNREFUSED\)\. Trying again/);
  const plates = (await second.db.select({ plate: schema.vehicle.plate }).from(schema.vehicle)).map((v) => v.plate);
  expect(plates.sort()).toEqual(['before', 'meanwhile']);
  await store.close();
  await second.close();
  await cable.pull();
  await own.drop();
});

test('a server that will not have us says what to do', async () => {
  const own = await ownDatabase();
  const start = (url: string) =>
    openStore(place(), undefined, undefined, url).then(
      () => '',
      (e) => (e as Error).message,
    );
  expect(await start(own.url.replace(/test_\w+$/, 'nowhere'))).toMatch(
    /There is no database 127\.0\.0\.1:\d+\/nowhere on the server\. Create it first/,
  );
  expect(await start(own.url.replace('vectis@', 'stranger@'))).toMatch(/does not let this user in/);
  expect(await start('not an address')).toMatch(/DATABASE_URL is no address of a database/);
  await own.drop();
});

test('four that start at once on an empty database make its tables once', async () => {
  const own = await ownDatabase('template1');
  const folder = place();
  const all = await Promise.all(Array.from({ length: 4 }, () => openStore(folder, undefined, undefined, own.url)));
  const { rows } = await (all[0] as Store).db.execute(
    sql`select count(*)::int as n, count(distinct hash)::int as different from drizzle.__drizzle_migrations`,
  );
  expect(rows).toEqual([
    { n: readdirSync('drizzle').filter((f) => f.endsWith('.sql')).length, different: expect.any(Number) },
  ]);
  expect(new Set(all.map((s) => s.signer.keyId)).size).toBe(1);
  expect(new Set(all.map((s) => s.pinKey.id)).size).toBe(1);
  for (const s of all) await s.close();
  await own.drop();
});

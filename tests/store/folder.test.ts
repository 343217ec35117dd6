import { existsSync, mkdtempSync, readFileSync, renameSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { mkdir, readdir } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { openStore } from '@/store/connection';
import { backUp, backupsOf } from '@/store/folder/backup';
import { diskSentence } from '@/store/folder/disk';
import { clearHalfMade, finishSwap, restore } from '@/store/folder/restore';
import { addLogin, addPerson, endEveryLogin, personOfLogin } from '@/store/people';
import { addVehicle } from '@/store/vehicles';
import { copyOver, emptyFolder } from '../template.mjs';
import { demoFolder, VEHICLE } from './open';

const AT = new Date('2026-11-26T10:00:00Z');
const root = mkdtempSync(join(tmpdir(), 'vectis-folder-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
let n = 0;
async function prepared(): Promise<string> {
  n += 1;
  const folder = join(root, String(n));
  copyOver(await emptyFolder(), folder);
  return folder;
}
const plates = async (folder: string): Promise<unknown[]> => {
  const store = await openStore(folder);
  const { rows } = await store.db.execute(sql`select plate from vehicle order by plate`);
  await store.close();
  return rows.map((r) => r.plate);
};
async function withCar(plate: string): Promise<string> {
  const folder = await prepared();
  const store = await openStore(folder);
  await addVehicle(store.db, { ...VEHICLE, plate }, 'Bram', AT);
  await store.close();
  return folder;
}

test('a backup holds no key and no login that still opens anything', async () => {
  const folder = await prepared();
  writeFileSync(join(folder, 'session.key'), 'k'.repeat(64));
  const store = await openStore(folder);
  const person = await addPerson(store.db, { name: 'Tamsin', role: 'lead', pinHash: null }, 'Tamsin', AT);
  const login = await addLogin(store.db, person, 'tablet', AT);
  const made = await backUp(store, { why: 'asked', at: AT });
  expect(await personOfLogin(store.db, login)).not.toBeNull();
  await store.close();
  // An ended login is ended past a restart: the store is asked, and no list in memory.
  const target = join(root, 'target');
  await restore(made.path, target, false, AT);
  expect(existsSync(join(target, 'session.key'))).toBe(false);
  const there = await openStore(target);
  await endEveryLogin(there.db, AT);
  await there.close();
  const again = await openStore(target);
  expect(await personOfLogin(again.db, login)).toBeNull();
  await again.close();
  // In place too: the key goes, so that a cookie of before opens nothing.
  await restore(made.path, folder, true, AT);
  expect(existsSync(join(folder, 'session.key'))).toBe(false);
  // The key that records are signed with is this machine's, whatever data lies beside it.
  const back = await openStore(folder);
  expect(back.signer.keyId).toBe(store.signer.keyId);
  await back.close();
});

describe('a folder without its database is no new workshop', () => {
  test.each([
    [
      'backups',
      (f: string) => join(f, 'backups', 'vectis-20261126T090000Z-hourly.zip'),
      /newest backup is .*hourly\.zip/,
    ],
    ['photos', (f: string) => join(f, 'photos', 'ab', 'x.jpg'), /no database in it, but backups or photos/],
    [
      'what a restore set aside',
      (f: string) => join(f, 'before-restore-20261126T100000Z', 'db', 'PG_VERSION'),
      /set aside is in .*before-restore-2026/,
    ],
  ])('%s: it is refused and says where the data is', async (_, file, said) => {
    n += 1;
    const folder = join(root, String(n));
    await mkdir(join(file(folder), '..'), { recursive: true });
    writeFileSync(file(folder), 'x');
    await expect(openStore(folder)).rejects.toThrow(said);
    expect(existsSync(join(folder, 'db'))).toBe(false);
  });
});

test('a first start that was cut off is made anew, whatever it left', async () => {
  n += 1;
  const folder = join(root, String(n));
  await mkdir(join(folder, '.first-abc', 'base'), { recursive: true });
  writeFileSync(join(folder, '.first-abc', 'PG_VERSION'), '1');
  await mkdir(join(folder, 'db'));
  // What killed backups and restores left lies there as well, and is no data of anybody.
  await mkdir(join(folder, 'backups', '.copy-x', 'db'), { recursive: true });
  await mkdir(join(folder, '.restore-y'));
  writeFileSync(join(folder, 'backups', 'vectis-20261126T100000Z-asked.zip.part'), 'x');
  expect(await plates(folder)).toEqual([]);
  expect((await readdir(folder)).filter((f) => f.startsWith('.'))).toEqual([]);
  expect(await readdir(join(folder, 'backups'))).toEqual([]);
});

test('where several processes share a folder, only what nobody has written to since is cleared away', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'vectis-shared-'));
  const paths = ['.restore-old', '.restore-new'].map((n) => join(folder, n));
  const parts = ['old.zip.part', 'new.zip.part'].map((n) => join(folder, 'backups', n));
  await mkdir(join(folder, 'backups'));
  for (const p of paths) await mkdir(p);
  for (const p of parts) writeFileSync(p, 'x');
  const yesterday = new Date(Date.now() - 2 * 24 * 3600 * 1000);
  for (const p of [paths[0], parts[0]]) utimesSync(p as string, yesterday, yesterday);
  await clearHalfMade(folder, new Date(Date.now() - 24 * 3600 * 1000));
  expect([...paths, ...parts].map((p) => existsSync(p))).toEqual([false, true, false, true]);
  await clearHalfMade(folder, null);
  expect([...paths, ...parts].some((p) => existsSync(p))).toBe(false);
  rmSync(folder, { recursive: true, force: true });
});

test('a restore that is cut off at any step is finished, with the old data beside it', async () => {
  const aside = 'before-restore-20261126T100000Z';
  const steps = [
    (f: string) => renameSync(join(f, 'db'), join(f, aside, 'db')),
    (f: string) => renameSync(join(f, '.restore-x', 'db'), join(f, 'db')),
    (f: string) => renameSync(join(f, 'photos'), join(f, aside, 'photos')),
  ];
  for (let cut = 0; cut <= steps.length; cut += 1) {
    const folder = join(root, `cut-${cut}`);
    // Which data a folder holds is told by one file of each part.
    for (const [at, what] of [
      ['', 'old'],
      ['.restore-x', 'new'],
    ] as const)
      for (const part of ['db', 'photos']) {
        await mkdir(join(folder, at, part), { recursive: true });
        writeFileSync(join(folder, at, part, 'says'), what);
      }
    await mkdir(join(folder, aside));
    // Without its mark nothing was begun, and the old data is the data.
    expect(await finishSwap(folder)).toBe(false);
    expect(readFileSync(join(folder, 'db', 'says'), 'utf8')).toBe('old');
    writeFileSync(join(folder, 'restore-under-way.json'), JSON.stringify({ next: '.restore-x', aside }));
    for (const step of steps.slice(0, cut)) step(folder);
    expect(await finishSwap(folder)).toBe(true);
    for (const part of ['db', 'photos'])
      expect([
        cut,
        part,
        readFileSync(join(folder, part, 'says'), 'utf8'),
        readFileSync(join(folder, aside, part, 'says'), 'utf8'),
      ]).toEqual([cut, part, 'new', 'old']);
    expect((await readdir(folder)).sort()).toEqual([aside, 'db', 'photos']);
  }
});

test('old records are made once: a signed job that comes later without one never gets it', async () => {
  n += 1;
  const folder = join(root, String(n));
  copyOver(await demoFolder(new Date()), folder);
  const records = async (): Promise<number> => {
    const store = await openStore(folder);
    const { rows } = await store.db.execute(sql`select count(*)::int as n from record`);
    await store.close();
    return rows[0]?.n as number;
  };
  const before = await records();
  const store = await openStore(folder);
  await store.db.execute(sql`delete from record where id in (select id from record order by signed_at limit 1)`);
  await store.close();
  expect(await records()).toBe(before - 1);
  // A folder of an earlier release was never asked: it gets them, but for visits that were imported.
  const older = await openStore(folder);
  await older.db.execute(sql`delete from done_once`);
  await older.close();
  expect(await records()).toBe(before);
  const imported = await openStore(folder);
  await imported.db.execute(sql`delete from done_once`);
  await imported.db.execute(sql`insert into event (id, job_id, kind, detail, by, at)
    select 'e', j.id, 'visit.read-in', jsonb_build_object('visit', j.visit_id), 'Bram', now() from job j join record r on r.job_id = j.id limit 1`);
  await imported.db.execute(
    sql`delete from record where job_id in (select j.id from job j where j.visit_id in (select detail->>'visit' from event where id = 'e'))`,
  );
  await imported.close();
  expect(await records()).toBeLessThan(before);
});

test('the newest backup is named where backups lie and the database does not open', async () => {
  const folder = await withCar('X');
  const store = await openStore(folder);
  const made = await backUp(store, { why: 'asked', at: AT });
  await store.close();
  rmSync(join(folder, 'db'), { recursive: true });
  await expect(openStore(folder)).rejects.toThrow(made.path);
  expect(readFileSync(made.path).length).toBeGreaterThan(1000);
  expect(existsSync(backupsOf(folder))).toBe(true);
});

test('a disk that takes nothing is said as such, whoever found out', () => {
  const of = (error: unknown) => diskSentence(error, '/data');
  for (const error of [{ code: 'ENOSPC' }, { code: '53100' }, { errno: 51 }, { cause: { code: 'ENOSPC' } }])
    expect(of(error)).toMatch(/^The data folder \/data does not open: its disk is full\./);
  expect(of({ code: 'EROFS' })).toContain('cannot be written to');
  expect(of({ code: 'ENOENT', syscall: 'mkdir' })).toContain('cannot be made');
  expect([of(new Error('something else')), of({ code: 'ENOENT', syscall: 'open' }), of(undefined)]).toEqual([
    null,
    null,
    null,
  ]);
});

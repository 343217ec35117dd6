import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { mkdir, readdir, utimes } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { sql } from 'drizzle-orm';
import { DamagedError, openStore, type Store } from '@/store/connection';
import { lockFolder } from '@/store/engine/lock';
import type { Disk } from '@/store/engine/sync';
import { ArchiveError, manifestOf, pack } from '@/store/folder/archive';
import { backUp, backupsOf, listBackups, rotate, wholeBackup } from '@/store/folder/backup';
import { knownMigrations, NewerError } from '@/store/folder/migrations';
import { prepareRestore, putInPlace, restore } from '@/store/folder/restore';
import { mayGo } from '@/store/folder/rotation';
import { record } from '@/store/schema';
import { addVehicle } from '@/store/vehicles';
import { signaturesOf } from '@/usecases/record/signature';
import { copyOver, emptyFolder } from '../template.mjs';
import { demoFolder, VEHICLE } from './open';

const AT = new Date('2026-11-26T10:00:00Z');
const root = mkdtempSync(join(tmpdir(), 'vectis-backup-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
let n = 0;
const place = (): string => {
  n += 1;
  return join(root, String(n));
};
async function prepared(): Promise<string> {
  const folder = place();
  copyOver(await emptyFolder(), folder);
  return folder;
}

/** Every table with every row, as the database itself writes them. */
async function everything(store: Store): Promise<Record<string, unknown[]>> {
  const { rows } = await store.db.execute(
    sql`select table_name as name from information_schema.tables where table_schema = 'public' order by 1`,
  );
  const all: Record<string, unknown[]> = {};
  for (const { name } of rows as { name: string }[]) {
    const found = await store.db.execute(sql.raw(`select to_jsonb(t)::text as row from "${name}" t order by 1`));
    all[name] = found.rows.map((r) => (r as { row: string }).row);
  }
  return all;
}

test('the demo workshop, backed up and restored into an empty folder, is the same row for row', async () => {
  const folder = place();
  copyOver(await demoFolder(new Date()), folder);
  const store = await openStore(folder);
  await mkdir(join(folder, 'photos'), { recursive: true });
  writeFileSync(join(folder, 'photos', 'ab12.jpg'), 'a picture');
  const was = await everything(store);
  const made = await backUp(store, { why: 'asked', at: AT });
  // Work goes on after it and is not in it.
  await addVehicle(store.db, { ...VEHICLE, plate: 'LATER' }, 'Bram', AT);
  await store.close();
  expect(Object.values(was).flat().length).toBeGreaterThan(200);
  const target = place();
  await restore(made.path, target, false, AT);
  // The key that records are signed with stays on its machine: this one makes its own, and knows the old one by its
  // public half.
  expect(existsSync(join(target, 'signing.key'))).toBe(false);
  const again = await openStore(target);
  const { installation_key: keys, ...rest } = await everything(again);
  const { installation_key: keysBefore, ...restBefore } = was;
  expect(rest).toEqual(restBefore);
  expect(keys).toHaveLength((keysBefore?.length ?? 0) + 1);
  expect(keys).toEqual(expect.arrayContaining(keysBefore ?? []));
  expect(again.signer.keyId).not.toBe(store.signer.keyId);
  const signed = await again.db.select().from(record);
  expect(signed.length).toBeGreaterThan(2);
  for (const [, s] of await signaturesOf(again.db, signed)) expect(s).toMatchObject({ is: 'own', holds: true });
  await again.close();
  // A key that cannot be read is set aside, and what it signed still holds.
  writeFileSync(join(target, 'signing.key'), 'not a key');
  const damaged = await openStore(target);
  for (const [, s] of await signaturesOf(damaged.db, signed)) expect(s).toMatchObject({ is: 'own', holds: true });
  await damaged.close();
  expect(existsSync(join(target, 'signing.key.damaged'))).toBe(true);
  expect(readFileSync(join(target, 'photos', 'ab12.jpg'), 'utf8')).toBe('a picture');
  // A folder with data in it is refused, and set aside where that is asked for.
  await expect(restore(made.path, target, false, AT)).rejects.toThrow(/holds data already/);
  const aside = (await restore(made.path, target, true, AT)) as string;
  expect(existsSync(join(aside, 'db', 'PG_VERSION'))).toBe(true);
});

test('a database that does not open is found before anything is touched, and the workshop works on until the swap', async () => {
  const folder = await prepared();
  const store = await openStore(folder);
  const made = await backUp(store, { why: 'asked', at: AT });
  // Sound checksums over a database that lost a file that it cannot do without.
  const bad = place();
  copyOver(await emptyFolder(), bad);
  rmSync(join(bad, 'db', 'global', 'pg_control'));
  const migration = knownMigrations().at(-1)?.when ?? 0;
  const facts = { format: 'vectis-backup/1', made: AT.toISOString(), why: 'asked', migration };
  const archive = join(root, 'no-control.zip');
  await pack(bad, archive, 'vectis-backup.json', facts);
  await expect(prepareRestore(archive, folder, true)).rejects.toThrow(/does not open.*Nothing was touched/s);
  expect((await readdir(folder)).filter((n) => n.startsWith('.restore-'))).toEqual([]);
  // While a sound one lies ready beside it, cars are taken in.
  const ready = await prepareRestore(made.path, folder, true);
  await addVehicle(store.db, { ...VEHICLE, plate: 'MEANWHILE' }, 'Bram', AT);
  await store.close();
  const aside = await putInPlace(ready, AT);
  const again = await openStore(folder);
  expect((await again.db.execute(sql`select count(*)::int as n from vehicle`)).rows).toEqual([{ n: 0 }]);
  await again.close();
  expect(existsSync(join(aside as string, 'db', 'PG_VERSION'))).toBe(true);
});

test('one flipped byte, a cut file, no archive at all, a newer one: each is refused before anything is touched', async () => {
  const folder = await prepared();
  const store = await openStore(folder);
  const made = await backUp(store, { why: 'asked', at: AT });
  await store.close();
  const bytes = readFileSync(made.path);
  const bad = async (name: string, content: Buffer | string, error: RegExp) => {
    const path = join(root, name);
    writeFileSync(path, content);
    const target = place();
    await expect(restore(path, target, false, AT)).rejects.toThrow(error);
    expect(existsSync(join(target, 'db'))).toBe(false);
    if (existsSync(target)) expect(await readdir(target)).toEqual([]);
  };
  const end = bytes.length;
  // In the files; where a first file's header holds its time and the last list entry its own, which nobody reads; and
  // in the seal.
  const last = bytes.lastIndexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]));
  for (const i of [...[0.3, 0.6, 0.9].map((at) => Math.floor(end * at)), 11, last + 13, end - 70, end - 30]) {
    const flipped = Buffer.from(bytes);
    flipped[i] = (flipped[i] as number) ^ 0x40;
    await bad(`flipped-${i}.zip`, flipped, /damaged|no archive|not as the archive|missing|outside/);
  }
  // An archive of an earlier release has no seal: it is taken by the checksums of its files.
  const unsealed = Buffer.from(bytes.subarray(0, end - 71));
  unsealed.writeUInt16LE(0, unsealed.length - 2);
  writeFileSync(join(root, 'unsealed.zip'), unsealed);
  const older = place();
  await restore(join(root, 'unsealed.zip'), older, false, AT);
  expect(existsSync(join(older, 'db', 'PG_VERSION'))).toBe(true);
  await bad('cut.zip', bytes.subarray(0, bytes.length / 2), /no archive|damaged/);
  await bad('text.zip', 'hello', /no archive/);
  await expect(restore(join(root, 'nowhere.zip'), place(), false, AT)).rejects.toThrow(/There is no file/);
  const later = join(root, 'newer.zip');
  const inside = place();
  await mkdir(join(inside, 'db'), { recursive: true });
  writeFileSync(join(inside, 'db', 'PG_VERSION'), '17');
  const about = { format: 'vectis-backup/1', made: AT.toISOString(), why: 'asked', migration: 9e15 };
  await pack(inside, later, 'vectis-backup.json', about);
  await expect(restore(later, place(), false, AT)).rejects.toThrow(NewerError);
  const foreign = join(root, 'foreign.zip');
  await pack(inside, foreign, 'readme.json', {});
  await expect(restore(foreign, place(), false, AT)).rejects.toThrow(ArchiveError);
});

test('an older folder is backed up before it is brought up to date; a newer and a damaged one are refused in a sentence', async () => {
  const folder = await prepared();
  const store = await openStore(folder);
  const latest = knownMigrations().at(-1)?.when ?? 0;
  await store.db.execute(
    sql`update drizzle.__drizzle_migrations set created_at = ${latest + 5} where created_at = ${latest}`,
  );
  await store.close();
  await expect(openStore(folder)).rejects.toThrow(/written by a newer Vectis/);
  const broken = await prepared();
  const whole = await openStore(broken);
  const made = await backUp(whole, { why: 'asked', at: AT });
  await whole.close();
  rmSync(join(broken, 'db', 'global'), { recursive: true });
  const said = await openStore(broken).then(
    () => '',
    (error) => (error as Error).message,
  );
  expect(said).toContain(`The newest backup is ${made.path}`);
  rmSync(join(broken, 'db', 'PG_VERSION'));
  await expect(openStore(broken)).rejects.toThrow(DamagedError);
});

test('rotation keeps an hour’s newest for a day, a day’s for two weeks, a week’s for ten, and never lets the newest go', () => {
  const HOUR = 3600_000;
  const now = AT.getTime();
  const made = Array.from({ length: 24 * 120 }, (_, i) => now - i * HOUR - 60_000);
  const gone = mayGo(made, now);
  const left = made.filter((t) => !gone.has(t));
  expect(left.filter((t) => t > now - 23 * HOUR).length).toBeGreaterThanOrEqual(22);
  expect(left.length).toBeLessThanOrEqual(24 + 14 + 10 + 1);
  expect(left).toContain(Math.max(...made));
  expect(Math.min(...left)).toBeGreaterThan(now - 11 * 7 * 24 * HOUR);
  // Doing it again lets nothing more go, and the newest stays however old it is.
  expect(mayGo(left, now).size).toBe(0);
  expect(mayGo([now - 400 * 24 * HOUR], now).size).toBe(0);
});

test('backups are listed by their names, the newest first, and what somebody asked for is never rotated away', async () => {
  const folder = place();
  await mkdir(backupsOf(folder), { recursive: true });
  for (const name of [
    'vectis-20250101T000000Z-asked.zip',
    'vectis-20250102T000000Z-hourly.zip',
    'vectis-20261126T090000Z-hourly.zip',
    'somebody-elses.zip',
    'vectis-20261126T095900Z-hourly.zip.part',
  ])
    writeFileSync(join(backupsOf(folder), name), 'x');
  expect(await rotate(folder, AT)).toBe(1);
  expect((await listBackups(folder)).map((b) => [b.made.toISOString().slice(0, 10), b.why])).toEqual([
    ['2026-11-26', 'hourly'],
    ['2025-01-01', 'asked'],
  ]);
});

test('backups that are made by themselves share one copy of each photo; one is whole again once it is downloaded, or put back', async () => {
  const folder = await prepared();
  const store = await openStore(folder);
  const photo = (text: string): string => {
    const hash = createHash('sha256').update(text).digest('hex');
    const path = join(folder, 'photos', hash.slice(0, 2), `${hash}.jpg`);
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, text);
    return path;
  };
  const [one, two] = [photo('a wheel'.repeat(90_000)), photo('a hub'.repeat(90_000))];
  const hour = (h: number) => new Date(AT.getTime() + h * 3600_000);
  const first = await backUp(store, { why: 'hourly', at: hour(0) });
  const second = await backUp(store, { why: 'hourly', at: hour(1) });
  const asked = await backUp(store, { why: 'asked', at: hour(1) });
  const pool = join(backupsOf(folder), 'photos');
  expect((await readdir(pool, { recursive: true })).filter((n) => n.endsWith('.jpg'))).toHaveLength(2);
  const has = async (path: string) =>
    (await manifestOf(path, 'vectis-backup.json')).files.filter((f) => /jpg$/.test(f.path));
  expect([await has(first.path), await has(second.path)]).toEqual([[], []]);
  expect(await has(asked.path)).toHaveLength(2);
  await store.close();

  // Put back beside its pool, photos and all.
  const there = place();
  await restore(second.path, there, false, AT);
  expect(readFileSync(join(there, relative(folder, one)))).toEqual(readFileSync(one));
  // A photo that the pool lost is taken from the data; lost in both, nothing is touched.
  writeFileSync(join(pool, relative(join(folder, 'photos'), two)), 'rotten');
  await restore(second.path, folder, true, AT);
  expect(readFileSync(join(folder, relative(folder, two)))).toEqual(Buffer.from('a hub'.repeat(90_000)));
  const alone = place();
  await expect(restore(second.path, alone, false, AT)).rejects.toThrow('is not beside it any more, or is damaged');
  expect(existsSync(join(alone, 'db'))).toBe(false);

  // Downloaded it is whole, and opens where there is no pool.
  writeFileSync(join(pool, relative(join(folder, 'photos'), two)), 'a hub'.repeat(90_000));
  const [{ file, passing }, beside] = await Promise.all([wholeBackup(folder, first), wholeBackup(folder, first)]);
  // Two who download it at once get a whole file each.
  expect(beside.file.path).not.toBe(file.path);
  expect(readFileSync(beside.file.path)).toHaveLength(readFileSync(file.path).length);
  expect((await has(beside.file.path)).length).toBe(2);
  rmSync(beside.file.path);
  expect([passing, (await has(file.path)).length]).toEqual([true, 2]);
  const taken = join(place(), 'taken.zip');
  mkdirSync(dirname(taken), { recursive: true });
  copyFileSync(file.path, taken);
  const elsewhere = place();
  await restore(taken, elsewhere, false, AT);
  expect(existsSync(join(elsewhere, relative(folder, two)))).toBe(true);
  rmSync(file.path);

  // Older ones go once they take more than their share; the newest and what was asked for stay, and so do the photos
  // they need.
  expect(await rotate(folder, hour(2), 1)).toBe(1);
  expect((await listBackups(folder)).map((b) => b.name).sort()).toEqual([asked.name, second.name].sort());
  expect((await readdir(pool, { recursive: true })).filter((n) => n.endsWith('.jpg'))).toHaveLength(2);
  rmSync(second.path);
  const third = await openStore(folder);
  await backUp(third, { why: 'hourly', at: hour(-30) });
  await backUp(third, { why: 'hourly', at: hour(-30.5) });
  rmSync(one);
  await backUp(third, { why: 'hourly', at: hour(3) });
  await third.close();
  await rotate(folder, hour(4), 1);
  expect((await readdir(pool, { recursive: true })).filter((n) => n.endsWith('.jpg'))).toHaveLength(1);
});

test('power is cut: what was acknowledged is on a disk that drops everything that was never synced', async () => {
  const folder = await prepared();
  const kept = place();
  const taken = new Map<string, number>();
  // A disk whose files are only what they were when they were last synced.
  const disk: Disk = {
    sync: async (path) => {
      const to = join(kept, relative(folder, path));
      try {
        await mkdir(dirname(to), { recursive: true });
        copyFileSync(path, to);
        taken.set(path, (taken.get(path) ?? 0) + 1);
      } catch (error) {
        // A folder has entries and no contents.
        if ((error as NodeJS.ErrnoException).code !== 'EISDIR' && (error as NodeJS.ErrnoException).code !== 'EPERM')
          await mkdir(to, { recursive: true });
        else await mkdir(to, { recursive: true });
      }
    },
  };
  const store = await openStore(folder, () => {}, disk);
  const plates: string[] = [];
  for (let i = 0; i < 25; i += 1) {
    await addVehicle(store.db, { ...VEHICLE, plate: `CUT ${i}` }, 'Bram', AT);
    plates.push(`CUT ${i}`);
  }
  // The plug: nothing is closed, and the other folder is what a disk would hold.
  for (const e of await readdir(join(folder, 'db'), { withFileTypes: true, recursive: true }))
    if (e.isDirectory())
      await mkdir(join(kept, 'db', relative(join(folder, 'db'), join(e.parentPath, e.name))), { recursive: true });
  rmSync(join(kept, 'db', 'postmaster.pid'), { force: true });
  const after = await openStore(kept);
  const { rows } = await after.db.execute(sql`select plate from vehicle order by created_at, plate`);
  expect(new Set(rows.map((r) => r.plate))).toEqual(new Set(plates));
  await after.close();
  await store.close();
  expect([...taken.keys()].some((p) => p.includes('pg_wal'))).toBe(true);
});

test('a clock that went back after a crash locks nobody out for days', async () => {
  const folder = place();
  await mkdir(join(folder, 'vectis.lock'), { recursive: true });
  const days = new Date(Date.now() + 3 * 24 * 3600_000);
  await utimes(join(folder, 'vectis.lock'), days, days);
  const said: string[] = [];
  const release = await lockFolder(folder, (line) => said.push(line));
  await release();
  expect(said.join(' ')).toContain('The clock of this machine went back');
}, 30_000);

import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hash, verify } from '@node-rs/argon2';
import { openStore } from '@/store/connection';
import { backUp } from '@/store/folder/backup';
import { hasPinKey, isWithoutKey, pinKeyOf, VOID_PIN } from '@/store/folder/pinKey';
import { restore } from '@/store/folder/restore';
import { addPerson, people, rehashPin, voidOldPins } from '@/store/people';
import { copyOver, emptyFolder } from '../template.mjs';

const AT = new Date('2026-06-10T10:00:00Z');
const places: string[] = [];
const place = (): string => {
  const at = mkdtempSync(join(tmpdir(), 'vectis-pins-'));
  places.push(at);
  return at;
};
afterAll(() => {
  for (const at of places) rmSync(at, { recursive: true, force: true });
});

test('a PIN is hashed with a secret of its folder, that only its owner reads and that stays what it is', async () => {
  const folder = place();
  const key = pinKeyOf(folder);
  const stored = await key.hash('482913');
  expect([await key.check(stored, '482913'), await key.check(stored, '482914')]).toEqual(['right', 'wrong']);
  expect(pinKeyOf(folder).id).toBe(key.id);
  expect(statSync(join(folder, 'pin.key')).mode & 0o077).toBe(0);
  // Without the secret even the right digits do not fit: a million tries at a backup find nothing.
  const bare = stored.replace(/^k1:[0-9a-f]{16}:/, '');
  expect(await verify(bare, '482913')).toBe(false);
  // Another machine cannot tell right from wrong, and says neither.
  expect(await pinKeyOf(place()).check(stored, '482913')).toBe('elsewhere');
  expect(await key.check(VOID_PIN, '')).toBe('elsewhere');
  expect(await key.check(VOID_PIN, '000000')).toBe('elsewhere');
});

test('a PIN of an earlier release still opens where it was set, and is to be hashed anew', async () => {
  const key = pinKeyOf(place());
  const old = await hash('482913');
  expect(isWithoutKey(old)).toBe(true);
  expect([await key.check(old, '482913'), await key.check(old, '111222')]).toEqual(['right-but-old', 'wrong']);
});

test('a backup holds no secret: on another machine every PIN is void, a lead’s is set by the command there, in place all stay', async () => {
  const folder = place();
  copyOver(await emptyFolder(), folder);
  const store = await openStore(folder);
  const id = await addPerson(
    store.db,
    { name: 'Tamsin', role: 'lead', pinHash: await store.pinKey.hash('482913') },
    'Tamsin',
    AT,
  );
  const old = await addPerson(store.db, { name: 'Bram', role: 'fitter', pinHash: await hash('482913') }, 'Tamsin', AT);
  const made = await backUp(store, { why: 'asked', at: AT });
  await store.close();

  const there = place();
  await restore(made.path, there, false, AT);
  expect([hasPinKey(there), existsSync(join(there, 'session.key'))]).toEqual([false, false]);
  const again = await openStore(there);
  await voidOldPins(again.db);
  for (const who of await people(again.db))
    expect([who.name, await again.pinKey.check(who.pinHash as string, '482913')]).toEqual([who.name, 'elsewhere']);
  await again.close();

  const run = (...args: string[]) =>
    spawnSync(process.execPath, ['scripts/command.mjs', 'pin', ...args], {
      encoding: 'utf8',
      env: { ...process.env, VECTIS_DATA: there, NODE_OPTIONS: '' },
    });
  expect(run('Tamsin', '123456').stderr).toContain('is the first one that anybody tries');
  expect(run('Nobody', '739214').stderr).toContain('Nobody here is called');
  expect(run('tamsin', '739214')).toMatchObject({ status: 0, stdout: expect.stringContaining('Tamsin has a new PIN') });
  const set = await openStore(there);
  const [lead, fitter] = await people(set.db);
  expect(await set.pinKey.check(lead?.pinHash as string, '739214')).toBe('right');
  expect(await set.pinKey.check(fitter?.pinHash as string, '482913')).toBe('elsewhere');
  await set.close();

  // Put back in place on its own machine, the secret is still there and so is every PIN.
  const secret = readFileSync(join(folder, 'pin.key'));
  await restore(made.path, folder, true, AT);
  expect(readFileSync(join(folder, 'pin.key')).equals(secret)).toBe(true);
  const back = await openStore(folder);
  const byId = new Map((await people(back.db)).map((p) => [p.id, p.pinHash as string]));
  expect(await back.pinKey.check(byId.get(id) as string, '482913')).toBe('right');
  expect(await back.pinKey.check(byId.get(old) as string, '482913')).toBe('right-but-old');
  await rehashPin(back.db, old, await back.pinKey.hash('482913'));
  const bram = (await people(back.db)).find((p) => p.id === old);
  expect(await back.pinKey.check(bram?.pinHash as string, '482913')).toBe('right');
  await back.close();
});

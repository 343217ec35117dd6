import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { certificates, ownNames } from '../../scripts/certificate.mjs';

const folder = mkdtempSync(join(tmpdir(), 'vectis-tls-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const NOW = Date.parse('2026-06-10T10:00:00Z');
const DAY = 24 * 3600_000;
const NAMES = ['localhost', 'workshop.local', '127.0.0.1', '::1', '192.0.2.7'];

test('the machine’s certificate is signed by the shop’s root for its names alone, and is made anew only where it must be', async () => {
  const first = await certificates(folder, NAMES, NOW);
  const [root, leaf] = [new X509Certificate(first.root), new X509Certificate(first.cert)];
  expect([root.ca, leaf.ca]).toEqual([true, false]);
  expect(leaf.verify(root.publicKey)).toBe(true);
  expect(leaf.checkIssued(root)).toBe(true);
  for (const name of ['localhost', 'workshop.local']) expect(leaf.checkHost(name)).toBe(name);
  for (const address of ['127.0.0.1', '192.0.2.7']) expect(leaf.checkIP(address)).toBe(address);
  expect([leaf.checkHost('other.local'), leaf.checkIP('192.0.2.8')]).toEqual([undefined, undefined]);
  // Browsers refuse a certificate for longer than 398 days (CA/Browser Forum baseline requirements, ballot SC31, from
  // memory).
  expect(Date.parse(leaf.validTo) - Date.parse(leaf.validFrom)).toBeLessThan(398 * DAY);
  for (const key of ['root.key', 'machine.key']) expect(statSync(join(folder, 'tls', key)).mode & 0o077).toBe(0);

  const again = await certificates(folder, [...NAMES].reverse(), NOW + 300 * DAY);
  expect(again).toEqual(first);
  const late = await certificates(folder, NAMES, NOW + 370 * DAY);
  expect([late.root, late.cert === first.cert]).toEqual([first.root, false]);
  expect(Date.parse(new X509Certificate(late.cert).validTo)).toBeGreaterThan(NOW + 700 * DAY);
  const moved = await certificates(folder, [...NAMES, '192.0.2.9'], NOW + 371 * DAY);
  expect(new X509Certificate(moved.cert).checkIP('192.0.2.9')).toBe('192.0.2.9');
  expect(moved.root).toBe(first.root);
});

test('a machine is asked by its own names and addresses, and by the one it was opened under', () => {
  expect(ownNames()).toEqual(expect.arrayContaining(['localhost', '127.0.0.1']));
  expect(ownNames('0.0.0.0')).toEqual(ownNames());
  expect(ownNames('192.0.2.44')).toContain('192.0.2.44');
  // No key of it goes into a backup: those hold tables and photos by name.
  expect(readFileSync('src/store/folder/backup.ts', 'utf8')).not.toMatch(/['"`/]tls\b/);
});

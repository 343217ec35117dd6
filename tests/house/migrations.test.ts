import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

interface Journal {
  readonly entries: readonly { readonly idx: number; readonly when: number; readonly tag: string }[];
}

const journal = JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as Journal;
/** Migrations that have landed are never edited: each is pinned here by its SHA-256. */
const pinned = JSON.parse(readFileSync('tests/house/migrations.json', 'utf8')) as Record<string, string>;

test('migrations are append-only: every landed one is as it was, in order', () => {
  const hashes = Object.fromEntries(
    journal.entries.map((e) => [
      e.tag,
      createHash('sha256')
        .update(readFileSync(join('drizzle', `${e.tag}.sql`)))
        .digest('hex'),
    ]),
  );
  expect(hashes).toEqual(pinned);
  journal.entries.forEach((e, i) => {
    expect(e.idx).toBe(i);
    if (i > 0) expect(e.when).toBeGreaterThan(journal.entries[i - 1]?.when as number);
  });
});

test('every migration file is in the journal', () => {
  const files = readdirSync('drizzle')
    .filter((f) => f.endsWith('.sql'))
    .map((f) => f.replace('.sql', ''));
  expect(files.sort()).toEqual(journal.entries.map((e) => e.tag).sort());
  expect(existsSync('drizzle.config.ts')).toBe(true);
});

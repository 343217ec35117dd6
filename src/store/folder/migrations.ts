import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

export const MIGRATIONS = resolve(/* turbopackIgnore: true */ process.cwd(), 'drizzle');

/** Migrations that this program knows, by the time that each was written, in order. */
export function knownMigrations(): { readonly tag: string; readonly when: number }[] {
  const journal = JSON.parse(readFileSync(/* turbopackIgnore: true */ join(MIGRATIONS, 'meta/_journal.json'), 'utf8'));
  return journal.entries.map(({ tag, when }: { tag: string; when: number }) => ({ tag, when }));
}

/** A folder or archive that a newer program wrote. */
export class NewerError extends Error {
  constructor(what: string) {
    super(`${what} was written by a newer Vectis than this one. Install that one again; nothing was touched.`);
    this.name = 'NewerError';
  }
}

import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { knownMigrations } from '../folder/migrations';

/** Where the packed empty folder of a set of migrations lies. */
export const packedAt = (): string =>
  resolve(/* turbopackIgnore: true */ process.cwd(), '.next', `first-${knownMigrations().at(-1)?.when ?? 0}.tgz`);

/** The packed empty folder that a first start begins with; null where none was made for these migrations. */
export const packedFolder = (): string | null =>
  existsSync(/* turbopackIgnore: true */ packedAt()) ? packedAt() : null;

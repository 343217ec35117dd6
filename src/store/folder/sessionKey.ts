import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

/** The key that a folder's session cookies are sealed with; made on the first start, readable by its owner only. */
export function sessionKeyOf(folder: string): string {
  const path = `${folder}/session.key`;
  if (existsSync(/* turbopackIgnore: true */ path)) {
    const key = readFileSync(/* turbopackIgnore: true */ path, 'utf8').trim();
    if (key.length >= 32) return key;
  }
  const key = randomBytes(32).toString('hex');
  writeFileSync(/* turbopackIgnore: true */ path, `${key}\n`, { mode: 0o600 });
  return key;
}

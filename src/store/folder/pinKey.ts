import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { hash, verify } from '@node-rs/argon2';

/**
 * The secret that goes into every PIN's hash (Argon2's own keyed input, RFC 9106). It lies in the data folder beside
 * the database and in no backup: six digits alone are found by trying a million of them, and whoever holds a backup
 * could.
 */
export interface PinKey {
  readonly id: string;
  hash(pin: string): Promise<string>;
  check(stored: string, pin: string): Promise<PinCheck>;
}

/**
 * Right or wrong; hashed by an earlier release without a secret, to be hashed anew; or of another machine, where nobody
 * can tell.
 */
export type PinCheck = 'right' | 'wrong' | 'right-but-old' | 'elsewhere';

const FILE = 'pin.key';
const LENGTH = 32;
/** How a hash says whose secret is in it: `k1:<id>:<argon2>`. */
const WITH_KEY = /^k1:([0-9a-f]{16}):(.*)$/s;

/** A PIN that no typed one is: of a machine that is gone. */
export const VOID_PIN = `k1:${'0'.repeat(16)}:`;

/** Whether a hash is of a release that put no secret into it. */
export const isWithoutKey = (stored: string): boolean => stored.startsWith('$argon2');

export const hasPinKey = (folder: string): boolean => existsSync(/* turbopackIgnore: true */ `${folder}/${FILE}`);

/** The folder's own secret, made on its first start. */
export function pinKeyOf(folder: string): PinKey {
  const secret = storedKey(folder) ?? madeKey(folder);
  const id = createHash('sha256').update('vectis-pin-key/1 ').update(secret).digest('hex').slice(0, 16);
  return {
    id,
    hash: async (pin) => `k1:${id}:${await hash(pin, { secret })}`,
    check: async (stored, pin) => {
      if (isWithoutKey(stored)) return (await verify(stored, pin)) ? 'right-but-old' : 'wrong';
      const [, of, own] = WITH_KEY.exec(stored) ?? [];
      if (of !== id || !own) return 'elsewhere';
      return (await verify(own, pin, { secret })) ? 'right' : 'wrong';
    },
  };
}

function storedKey(folder: string): Buffer | null {
  if (!hasPinKey(folder)) return null;
  const read = readFileSync(/* turbopackIgnore: true */ `${folder}/${FILE}`);
  // One that was cut short is as good as lost: its PINs are set anew.
  return read.length === LENGTH ? read : null;
}

function madeKey(folder: string): Buffer {
  const secret = randomBytes(LENGTH);
  const half = `${folder}/${FILE}.half`;
  writeFileSync(/* turbopackIgnore: true */ half, secret, { mode: 0o600 });
  renameSync(half, `${folder}/${FILE}`);
  return secret;
}

import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import stringify from 'fast-json-stable-stringify';

/** Hash before the first entry of a log. */
export const GENESIS = '0'.repeat(64);

/**
 * Hash of a log row: SHA-256 (FIPS 180-4) over the row before and this row as JSON with sorted keys. Changing,
 * dropping or reordering a row breaks every hash after it.
 */
export function chainHash(previous: string, row: Readonly<Record<string, unknown>>): string {
  return bytesToHex(sha256(utf8ToBytes(`${previous}\n${stringify(row)}`)));
}

/** Index of the first row whose hash does not follow from the one before; null when the chain holds. */
export function firstBreak<T extends { readonly hash: string }>(
  rows: readonly T[],
  body: (row: T) => Readonly<Record<string, unknown>>,
): number | null {
  let previous = GENESIS;
  for (const [i, row] of rows.entries()) {
    if (row.hash !== chainHash(previous, body(row))) return i;
    previous = row.hash;
  }
  return null;
}

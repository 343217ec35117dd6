import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import stringify from 'fast-json-stable-stringify';

/**
 * Fingerprint of a plan document: SHA-256 (FIPS 180-4) over its JSON with sorted keys. Of a stored plan it is taken
 * over the document as it is stored, never over its upgrade to a later format.
 */
export const digestOf = (stored: unknown): string => bytesToHex(sha256(utf8ToBytes(stringify(stored))));

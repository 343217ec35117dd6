import 'server-only';
import { format } from 'date-fns';
import type { Executor } from '@/store/connection';
import { signatureHolds } from '@/store/folder/signingKey';
import { keysById } from '@/store/keys';
import type { InstallationKeyRow, RecordRow } from '@/store/recordSchema';

/** Whose key stands behind a record. */
export interface RecordSignature {
  /** By a key of this workshop, by another workshop’s, or by none. */
  readonly is: 'own' | 'other' | 'none';
  readonly imported: boolean;
  /** The signature is of this record and by the key that it names. */
  readonly holds: boolean;
  readonly words: string;
  /** Key and signature as they are printed; null where there is none. */
  readonly printed: string | null;
}

const day = (at: Date): string => format(at, 'd MMM yyyy');
/** A key’s name in groups that can be read out. */
const keyName = (id: string): string => (id.slice(0, 16).match(/.{4}/g) ?? []).join(' ');

function wordsOf(r: RecordRow, key: InstallationKeyRow | null): string {
  const imported = r.importedAt === null ? '' : `Imported on ${day(r.importedAt)}. `;
  if (key === null)
    return r.importedAt === null
      ? 'Signed by a release that had no key: only its seal protects this record.'
      : `${imported}It has no key of a workshop: nothing proves who signed it.`;
  return key.own
    ? `${imported}Signed with a key of this workshop, ${keyName(key.id)}.`
    : `${imported}Signed in another workshop, with its key ${keyName(key.id)}.`;
}

const described = (r: RecordRow, keys: ReadonlyMap<string, InstallationKeyRow>): RecordSignature => {
  const key = r.keyId === null ? null : (keys.get(r.keyId) ?? null);
  return {
    is: key === null ? 'none' : key.own ? 'own' : 'other',
    imported: r.importedAt !== null,
    holds: key !== null && r.signature !== null && signatureHolds(key.publicKey, r.seal, r.signature),
    words: wordsOf(r, key),
    printed: key === null ? null : `Ed25519 signature ${r.signature} by public key ${key.publicKey}`,
  };
};

/** Whose key stands behind each of some records, by the record’s id. */
export async function signaturesOf(
  db: Executor,
  records: readonly RecordRow[],
): Promise<ReadonlyMap<string, RecordSignature>> {
  const keys = await keysById(db, [...new Set(records.flatMap((r) => r.keyId ?? []))]);
  return new Map(records.map((r) => [r.id, described(r, keys)]));
}

/** Whose key stands behind one record. */
export async function recordSignature(db: Executor, row: RecordRow): Promise<RecordSignature> {
  return described(row, await keysById(db, row.keyId === null ? [] : [row.keyId]));
}

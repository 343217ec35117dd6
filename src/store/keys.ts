import { inArray } from 'drizzle-orm';
import type { Executor } from './connection';
import type { Signer } from './folder/signingKey';
import { type InstallationKeyRow, installationKey } from './recordSchema';

/** Puts the folder's own key on its list of keys, once. */
export async function knowOwnKey(db: Executor, { keyId, publicKey }: Signer, at: Date): Promise<void> {
  await db
    .insert(installationKey)
    .values({ id: keyId, publicKey, own: true, addedAt: at })
    .onConflictDoUpdate({ target: installationKey.id, set: { own: true } });
}

/** Keys by their names. */
export async function keysById(db: Executor, ids: readonly string[]): Promise<ReadonlyMap<string, InstallationKeyRow>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select()
    .from(installationKey)
    .where(inArray(installationKey.id, [...ids]));
  return new Map(rows.map((k) => [k.id, k]));
}

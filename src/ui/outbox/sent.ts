import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Kept } from './parcel';

interface Schema extends DBSchema {
  /** What the server stored, and when it said so by its own clock, ms. */
  sent: { key: number; value: { readonly at: number; readonly parcel: Kept }; indexes: { at: number } };
}

const NAME = 'vectis-sent';
/** A page that was stored is shown no longer than this. */
const MOST_AGE_MS = 25 * 3600 * 1000;
/** The server says the time in whole seconds, and a page was read a little before it was sent. */
const BEFORE_MS = 15_000;

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function db(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>(NAME, 1, {
    upgrade(made) {
      made.createObjectStore('sent', { autoIncrement: true }).createIndex('at', 'at');
    },
  });
  return opened;
}

/**
 * Notes what the server stored, for a page of this device that was made before: shown without the server, it has this
 * on top. A browser that stores nothing has no such page either.
 * @param at when, by the server's clock, ms
 */
export async function noteSent({ file: _, ...parcel }: Kept, at: number): Promise<void> {
  try {
    const tx = (await db()).transaction('sent', 'readwrite');
    await tx.store.add({ at, parcel });
    const old = await tx.store.index('at').getAllKeys(IDBKeyRange.upperBound(at - MOST_AGE_MS));
    for (const key of old) await tx.store.delete(key);
    await tx.done;
  } catch {
    // Sent it is in any case.
  }
}

/** What the server stored after a page was made, in order. @param made when, by the server's clock, ms */
export async function sentAfter(made: number): Promise<Kept[]> {
  try {
    const found = await (await db()).getAllFromIndex('sent', 'at', IDBKeyRange.lowerBound(made - BEFORE_MS));
    return found.map((f) => f.parcel);
  } catch {
    return [];
  }
}

/** Forgets all of it: somebody else is here now. */
export async function forgetSent(): Promise<void> {
  try {
    await (await db()).clear('sent');
  } catch {
    // What could not be opened has nothing in it.
  }
}

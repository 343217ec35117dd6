import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Waiting } from './parcel';

interface Schema extends DBSchema {
  parcels: { key: number; value: Waiting };
  /** Which tab sends at present. */
  sender: { key: string; value: { readonly tab: string; readonly until: number } };
}

/**
 * Where parcels lie until the server has them: on the disk of this browser, shared by its tabs, past a closed one and
 * an empty battery.
 */
export class Shelf {
  private constructor(private readonly db: IDBPDatabase<Schema>) {}

  static async open(name: string): Promise<Shelf> {
    const db = await openDB<Schema>(name, 1, {
      upgrade(made) {
        made.createObjectStore('parcels', { keyPath: 'n', autoIncrement: true });
        made.createObjectStore('sender');
      },
    });
    return new Shelf(db);
  }

  /**
   * Stores a parcel in place of others. Everything is asked for at once and then closed, so that a page that goes away
   * in this moment has stored it.
   * @param gone places of what it stands for
   * @returns its place
   */
  async add(parcel: Waiting, gone: readonly number[] = []): Promise<number> {
    const tx = this.db.transaction('parcels', 'readwrite');
    const n = tx.store.add(parcel);
    const all = Promise.all([n, ...gone.map((place) => tx.store.delete(place)), tx.done]);
    tx.commit();
    await all;
    return n;
  }

  /** Writes something down anew in its own place. */
  async put(parcel: Waiting): Promise<void> {
    if (parcel.n !== undefined) await this.db.put('parcels', parcel);
  }

  /** Everything that waits, in order. */
  all(): Promise<Waiting[]> {
    return this.db.getAll('parcels');
  }

  async remove(places: readonly number[]): Promise<void> {
    const tx = this.db.transaction('parcels', 'readwrite');
    await Promise.all([...places.map((n) => tx.store.delete(n)), tx.done]);
  }

  /** Makes this tab the one that sends, unless another one is. @param forMs how long, should it go without a word */
  async lease(tab: string, now: number, forMs: number): Promise<boolean> {
    const tx = this.db.transaction('sender', 'readwrite');
    const held = await tx.store.get('sender');
    const free = held === undefined || held.tab === tab || held.until <= now;
    if (free) await tx.store.put({ tab, until: now + forMs }, 'sender');
    await tx.done;
    return free;
  }

  async giveUp(tab: string): Promise<void> {
    const tx = this.db.transaction('sender', 'readwrite');
    if ((await tx.store.get('sender'))?.tab === tab) await tx.store.delete('sender');
    await tx.done;
  }
}

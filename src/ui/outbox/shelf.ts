import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Waiting } from './parcel';

interface Schema extends DBSchema {
  parcels: { key: number; value: Waiting };
  /** Which tab sends at present. */
  sender: { key: string; value: { readonly tab: string; readonly until: number } };
}

/** Where parcels lie until the server has them: on the disk of this browser, shared by its tabs, past a closed one and an empty battery. */
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

  /** Stores a parcel. @returns its place */
  add(parcel: Waiting): Promise<number> {
    return this.db.add('parcels', parcel);
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

import type { Answer, Author, Kept, Outbox, Parcel, Waiting } from './parcel';
import type { Shelf } from './shelf';

/** What the queue needs of its browser. */
export interface Surroundings {
  /** @throws where the browser stores nothing */
  open(): Promise<Shelf>;
  send(parcel: Waiting): Promise<Answer>;
  author(): Author;
  /** The page that is shown. */
  page(): string;
  /** Notes what the server stored, with when it said so. */
  sent?(parcel: Kept, at: number): Promise<void>;
  /** What the server stored since the page was made that is shown; empty where the server sent that page just now. */
  since?(): Promise<readonly Kept[]>;
  /** Tells the other tabs that something changed. */
  tell(): void;
  now(): number;
  pause(ms: number): Promise<void>;
  /** A name that no other tab has. */
  readonly tab: string;
}

const AGAIN_MS = 3000;
/** A tab that says nothing for so long is gone, and another one sends. */
const LEASE_MS = 15_000;
/** What fails so often by a fault of ours is given up, so that it does not hold up everything behind it. */
const MOST_FAULTS = 5;

export const EMPTY: Outbox = { waiting: [], trouble: null, held: false, refused: [], kept: [] };
const UNSTORED = 'This browser cannot store what you entered. Keep this page open until it is sent.';

/** Whether the newer of two stands for the older one: of them only the newest is sent. */
const standsFor = (newer: Waiting, older: Parcel & { readonly by?: Author }): boolean =>
  newer.replaces === true && newer.group === older.group && (older.by === undefined || older.by.id === newer.by.id);

/** Whether two values of the outbox are one: the same parcels in the same order, or the same sentence. */
const alike = (a: Outbox[keyof Outbox], b: Outbox[keyof Outbox] | undefined): boolean =>
  Array.isArray(a) && Array.isArray(b) ? a.length === b.length && a.every((p, i) => p === b[i]) : a === b;

/**
 * The outbox of a tab on the shelf that all tabs share. What is posted shows at once, is stored on the disk of the
 * browser, and is sent one after another in order; while the server cannot be reached it waits, through a reload and a
 * closed browser too.
 */
export class Queue {
  private state = EMPTY;
  private shelf: Promise<Shelf | null> | null = null;
  private sending = false;
  private readonly listeners = new Set<() => void>();

  constructor(private readonly at: Surroundings) {}

  readonly current = (): Outbox => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Puts something into the outbox. */
  post(parcel: Parcel): void {
    const waiting: Waiting = { ...parcel, by: this.at.author(), from: this.at.page() };
    // Whoever goes on with nothing on its way has read what was refused before.
    if (this.state.waiting.length === 0) this.refusal = null;
    const gone = this.state.waiting.filter((p) => p.id !== this.flying && standsFor(waiting, p));
    this.set({
      waiting: [...this.state.waiting.filter((p) => !gone.includes(p)), waiting],
      trouble: this.state.held ? this.state.trouble : this.refusal,
    });
    void this.store(waiting, gone).then(() => this.drain());
  }

  /** What this tab has, with what other tabs, or this one before a reload, left on the shelf. */
  async left(): Promise<Outbox> {
    await this.remember();
    await this.look();
    return this.state;
  }

  /** The page was refreshed: what was stored until then is on it. */
  refreshed(seen: readonly Parcel[]): void {
    const gone = new Set(seen);
    if (seen.length > 0) this.set({ kept: this.state.kept.filter((p) => !gone.has(p)) });
  }

  /** Reads what other tabs, or this one before a reload, left on the shelf, and sends it. */
  async wake(): Promise<void> {
    await this.remember();
    await this.look();
    await this.drain();
  }

  private looking: Promise<void> | null = null;
  private lookAgain = false;

  /** Reads the shelf; who asks while it is being read is answered by one look more, however many ask. */
  private look(): Promise<void> {
    if (this.looking !== null) {
      this.lookAgain = true;
      return this.looking;
    }
    this.looking = (async () => {
      do {
        this.lookAgain = false;
        await this.read();
      } while (this.lookAgain);
    })().finally(() => {
      this.looking = null;
    });
    return this.looking;
  }

  /** What is set to what it is already tells nobody. */
  private set(change: Partial<Outbox>): void {
    const next = { ...this.state };
    let moved = false;
    for (const key of Object.keys(change) as (keyof Outbox)[]) {
      if (alike(this.state[key], change[key])) continue;
      Object.assign(next, { [key]: change[key] });
      moved = true;
    }
    if (!moved) return;
    this.state = next;
    for (const listener of this.listeners) listener();
  }

  private opened(): Promise<Shelf | null> {
    this.shelf ??= this.at.open().catch(() => null);
    return this.shelf;
  }

  /** What was refused last; said until hands go on after it, however much arrives behind it. */
  private refusal: string | null = null;
  private turn: Promise<unknown> = Promise.resolve();
  /** What is being sent at this moment. */
  private flying: string | null = null;
  /** Where on the shelf each parcel of this tab lies, by its id. */
  private readonly places = new Map<string, number>();
  private readonly placeOf = (p: Waiting): number | undefined => p.n ?? this.places.get(p.id);

  /**
   * What reads the shelf or moves something on it, one after another: what was read while something left the shelf
   * would come back as if it still waited, and be counted twice.
   */
  private inTurn<T>(act: () => Promise<T>): Promise<T> {
    const done = this.turn.then(act);
    this.turn = done.catch(() => {});
    return done;
  }

  /** Parcels are stored in the order in which they were posted. @param gone what it stands for */
  private store(parcel: Waiting, gone: readonly Waiting[]): Promise<void> {
    return this.inTurn(async () => {
      try {
        const shelf = await this.opened();
        if (shelf === null) throw new Error('nothing is stored here');
        const n = await shelf.add(
          parcel,
          gone.flatMap((p) => this.placeOf(p) ?? []),
        );
        this.places.set(parcel.id, n);
        this.set({ waiting: this.state.waiting.map((p) => (p === parcel ? { ...parcel, n } : p)) });
        this.at.tell();
      } catch {
        this.set({ trouble: UNSTORED });
      }
    });
  }

  private async read(): Promise<void> {
    const shelf = await this.opened();
    if (shelf === null) return;
    await this.inTurn(async () => {
      const all = await shelf.all();
      const stored = all.filter((p) => p.refused === undefined);
      const refused = all.filter((p) => p.refused !== undefined);
      const unstored = this.state.waiting.filter((p) => p.n === undefined);
      const known = new Map(this.state.waiting.map((p) => [p.n, p]));
      const back = new Map(this.state.refused.map((p) => [p.n, p]));
      this.set({
        waiting: [...stored.map((p) => known.get(p.n) ?? p), ...unstored],
        refused: refused.map((p) => back.get(p.n) ?? p),
      });
    });
  }

  /**
   * What goes next: the first that was made by whoever is here, or while nobody had signed in. An entry of somebody
   * else waits for them, and holds what comes after it in its group, but for what replaces: there nothing builds on
   * what was before.
   */
  private next(): Waiting | undefined {
    const me = this.at.author().id;
    const held = new Set<string>();
    for (const p of this.state.waiting) {
      const group = p.group ?? '';
      if ((p.by.id === me || p.by.id === '') && (p.replaces || !held.has(group))) return p;
      held.add(group);
    }
    return undefined;
  }

  private async drain(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    const shelf = await this.opened();
    let faults = 0;
    try {
      for (;;) {
        if (shelf !== null && !(await shelf.lease(this.at.tab, this.at.now(), LEASE_MS))) {
          // Another tab sends. Should it go away, what is left is sent from here.
          if (this.state.waiting.length === 0) return;
          await this.at.pause(AGAIN_MS);
          await this.read();
          continue;
        }
        await this.read();
        const parcel = this.next();
        if (!parcel) {
          this.sayWhoseWait();
          return;
        }
        this.flying = parcel.id;
        const answer = await this.at.send(parcel).finally(() => {
          this.flying = null;
        });
        faults = answer.why === 'failed' ? faults + 1 : 0;
        if (answer.ok) await this.arrived(parcel, answer);
        else if (answer.again && faults < MOST_FAULTS) {
          this.set({ trouble: answer.message ?? null, held: true });
          await this.at.pause(AGAIN_MS);
        } else {
          this.set({ held: false });
          await this.refuse(parcel, answer.message ?? null);
        }
      }
    } finally {
      this.sending = false;
      await shelf?.giveUp(this.at.tab);
    }
  }

  private async arrived(parcel: Waiting, { value, at }: Answer): Promise<void> {
    const stored: Kept = { ...parcel, ...(value === undefined || value === null ? {} : { got: value }) };
    // Noted before it leaves the shelf: in between it is in both, and never in neither.
    if (at !== undefined) await this.at.sent?.(stored, at);
    // Of those that stand for each other the newest.
    const before = this.state.kept.filter((p) => !standsFor(parcel, p));
    await this.drop([parcel], { kept: [...before, stored], trouble: this.refusal, held: false });
  }

  private remembered: Promise<void> | null = null;

  /** A page of this device was made before something was stored: that is put on top of it, once. */
  private remember(): Promise<void> {
    this.remembered ??= (async () => {
      const sent = (await this.at.since?.()) ?? [];
      const newer = new Set(this.state.kept.map((p) => p.id));
      const older = sent.filter((p, i) => {
        const replaced = sent.slice(i + 1).some((q) => standsFor(q as Waiting, p));
        return !replaced && !newer.has(p.id);
      });
      if (older.length > 0) this.set({ kept: [...older, ...this.state.kept] });
    })();
    return this.remembered;
  }

  /** Entries of somebody else wait for them. */
  private sayWhoseWait(): void {
    const [first] = this.state.waiting;
    if (!first) return;
    const { name } = first.by;
    const n = this.state.waiting.filter((p) => p.by.id === first.by.id).length;
    this.set({
      trouble: `${n} ${n === 1 ? 'entry' : 'entries'} of ${name} ${n === 1 ? 'is' : 'are'} still on this device. Sign in as that person to send ${n === 1 ? 'it' : 'them'}.`,
    });
  }

  /** Its place has what was refused again: it leaves the outbox. */
  async taken(parcel: Waiting): Promise<void> {
    const shelf = await this.opened();
    await this.inTurn(async () => {
      this.set({ refused: this.state.refused.filter((p) => p.id !== parcel.id) });
      await shelf?.remove(parcel.n === undefined ? [] : [parcel.n]);
    });
    this.at.tell();
  }

  private async refuse(parcel: Waiting, trouble: string | null): Promise<void> {
    if (parcel.returns) {
      const shelf = await this.opened();
      await this.inTurn(async () => {
        const n = this.placeOf(parcel);
        const refused = { ...parcel, refused: trouble ?? '', ...(n === undefined ? {} : { n }) };
        await shelf?.put(refused);
        this.set({
          waiting: this.state.waiting.filter((p) => p.id !== parcel.id),
          refused: [...this.state.refused, refused],
          trouble: this.refusal,
        });
      });
      this.at.tell();
      return;
    }
    const at = this.state.waiting.findIndex((p) => p.id === parcel.id);
    const gone = this.state.waiting.filter(
      (p, i) => p.id === parcel.id || (i > at && parcel.group !== undefined && p.group === parcel.group),
    );
    this.refusal = trouble;
    await this.drop(gone, { trouble });
  }

  private async drop(gone: readonly Waiting[], change: Partial<Outbox>): Promise<void> {
    const shelf = await this.opened();
    await this.inTurn(async () => {
      // By id: what was sent before it was stored lies under a place by now.
      await shelf?.remove(gone.flatMap((p) => this.placeOf(p) ?? []));
      const left = new Set(gone.map((p) => p.id));
      this.set({ ...change, waiting: this.state.waiting.filter((p) => !left.has(p.id)) });
    });
    this.at.tell();
  }
}

/** Something to send. The server takes the same one twice as once. */
export interface Parcel {
  readonly id: string;
  readonly url: string;
  readonly body: unknown;
  /** Goes instead of the body, as it is; what is said of it stands in the address. */
  readonly file?: Blob;
  /**
   * What must arrive in order and falls together: where one is refused, the ones after it in its group are dropped with
   * it.
   */
  readonly group?: string;
  /** What the page shows of it until it is stored on the server. */
  readonly shows?: unknown;
  /** Refused, it comes back to where it was typed, with its reason, and lies here until that place has taken it. */
  readonly returns?: true;
  /** Stands for the ones before it in its group: of them only the newest is sent. */
  readonly replaces?: true;
  /** The page shows it already, so nothing is shown anew for it. */
  readonly quiet?: true;
}

/** What the server stored, with what it answered. */
export interface Kept extends Parcel {
  readonly got?: unknown;
}

/** Who made an entry: it goes out under that person's name and no other's. */
export interface Author {
  readonly id: string;
  readonly name: string;
}

/** A parcel as it lies in the outbox. */
export interface Waiting extends Parcel {
  /** Its place in the outbox; absent until the browser has stored it. */
  readonly n?: number;
  readonly by: Author;
  /** The page it was made on. */
  readonly from?: string;
  /** Why the server refused it, where it is to come back. */
  readonly refused?: string;
}

export interface Outbox {
  /** What is on its way, in order. */
  readonly waiting: readonly Waiting[];
  /** Why it is held up, or the last one was refused; null while all is well. */
  readonly trouble: string | null;
  /** What waits is held up: it was sent, and is sent again by itself. */
  readonly held: boolean;
  /** What was refused and waits for its place to take it back. */
  readonly refused: readonly Waiting[];
  /** What the server stored since the page was last refreshed. */
  readonly kept: readonly Kept[];
}

/** What the server answers, as far as the outbox needs to know it. */
export interface Answer {
  readonly ok: boolean;
  readonly message?: string;
  readonly again?: boolean;
  readonly value?: unknown;
  /** What kind of answer it is; `failed` is a fault of ours. */
  readonly why?: string;
  /** When it answered, by its own clock, ms. */
  readonly at?: number;
}

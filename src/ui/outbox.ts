import { useEffect, useSyncExternalStore } from 'react';
import { tellReach } from './reach';

/** Something to send. The server takes the same one twice as once. */
export interface Parcel {
  readonly id: string;
  readonly url: string;
  readonly body: unknown;
}

export interface Outbox {
  /** What is on its way, in order. */
  readonly waiting: readonly Parcel[];
  /** Why it is held up, or the last one was refused; null while all is well. */
  readonly trouble: string | null;
  /** What was kept since the page was last shown anew. */
  readonly kept: readonly Parcel[];
}

interface Answer {
  readonly ok: boolean;
  readonly message?: string;
  readonly again?: boolean;
  /** What kind of answer it is; `failed` is a fault of ours. */
  readonly why?: string;
}

const PLACE = 'vectis/outbox';
const AGAIN_MS = 3000;
/** What fails so often by a fault of ours is given up, so that it does not hold up everything behind it. */
const MOST_FAULTS = 5;
const EMPTY: Outbox = { waiting: [], trouble: null, kept: [] };

let state: Outbox | null = null;
let sending = false;
const listeners = new Set<() => void>();

function now(): Outbox {
  if (state !== null) return state;
  state = EMPTY;
  try {
    const stored = JSON.parse(sessionStorage.getItem(PLACE) ?? '[]') as Parcel[];
    if (Array.isArray(stored)) state = { ...EMPTY, waiting: stored };
  } catch {
    // A tab that may not store keeps its parcels while it is open.
  }
  return state;
}

function set(change: Partial<Outbox>): void {
  state = { ...now(), ...change };
  try {
    sessionStorage.setItem(PLACE, JSON.stringify(state.waiting));
  } catch {
    // See above.
  }
  for (const tell of listeners) tell();
}

async function send({ url, body }: Parcel): Promise<Answer> {
  try {
    const response = await fetch(url, {
      method: 'POST',
      keepalive: true,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    tellReach(true);
    if (response.status === 401)
      return { ok: false, again: true, message: 'Sign in again; what was done is kept here.' };
    return (await response.json()) as Answer;
  } catch {
    tellReach(false);
    return {
      ok: false,
      again: true,
      message: 'The server cannot be reached. What was done is still here and is sent again.',
    };
  }
}

/** Sends what waits, one after another in order; while the server cannot be reached it waits, through a reload too. */
async function drain(): Promise<void> {
  if (sending) return;
  sending = true;
  let faults = 0;
  for (let first = now().waiting[0]; first; first = now().waiting[0]) {
    const answer = await send(first);
    const { waiting, kept } = now();
    faults = answer.why === 'failed' ? faults + 1 : 0;
    if (answer.ok) set({ waiting: waiting.slice(1), kept: [...kept, first], trouble: null });
    else if (answer.again && faults < MOST_FAULTS) {
      set({ trouble: answer.message ?? null });
      await new Promise((r) => setTimeout(r, AGAIN_MS));
    } else set({ waiting: waiting.slice(1), trouble: answer.message ?? null });
  }
  sending = false;
}

/** Puts something into the outbox. It goes on its way at once and stays on it whatever page is shown next. */
export function post(parcel: Parcel): void {
  set({ waiting: [...now().waiting, parcel] });
  void drain();
}

/** The page was shown anew: what was kept until then is on it. */
export function shownAnew(seen: readonly Parcel[]): void {
  const gone = new Set(seen);
  if (seen.length > 0) set({ kept: now().kept.filter((p) => !gone.has(p)) });
}

function subscribe(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/** The outbox of this tab; what a reload left in it goes on its way again. */
export function useOutbox(): Outbox {
  useEffect(() => void drain(), []);
  return useSyncExternalStore(subscribe, now, () => EMPTY);
}

import { useEffect } from 'react';
import { useSyncExternalStoreWithSelector } from 'use-sync-external-store/with-selector';
import { v7 as newId } from 'uuid';
import { shownAsOf } from '../offline/pages';
import { reachable, tellReach, within } from '../reach';
import type { Answer, Author, Outbox, Parcel, Waiting } from './parcel';
import { EMPTY, Queue } from './queue';
import { noteSent, sentAfter } from './sent';
import { Shelf } from './shelf';

export type { Kept, Outbox, Parcel, Waiting } from './parcel';

const NAME = 'vectis-outbox';

/** Who is signed in, as the page says it. */
function author(): Author {
  const { person = '', personName = '' } = document.body.dataset;
  return { id: person, name: personName };
}

/** What is not answered for so long is sent once more; the server takes it once. */
const LATE_MS = 45_000;

const UNREACHED: Answer = {
  ok: false,
  again: true,
  message: 'The server cannot be reached. What was done is still here and is sent again.',
};

async function send({ url, body, file, by }: Waiting): Promise<Answer> {
  const headers = { 'x-vectis-person': by.id };
  try {
    const response = await fetch(url, {
      method: 'POST',
      // What is longer than 64 kB may not outlive its page.
      ...(file === undefined
        ? {
            keepalive: true,
            ...within(LATE_MS),
            headers: { ...headers, 'content-type': 'application/json' },
            body: JSON.stringify(body),
          }
        : { headers, body: file }),
    });
    tellReach(true);
    if (response.status === 401)
      return { ok: false, again: true, message: 'Sign in again; what was done is kept here.' };
    const at = Date.parse(response.headers.get('date') ?? '');
    return { ...((await response.json()) as Answer), ...(Number.isNaN(at) ? {} : { at }) };
  } catch {
    tellReach(false);
    // A file that does not get through to a server that is there must not hold up everything behind it for good.
    if (file !== undefined && (await reachable()))
      return { ok: false, again: true, why: 'failed', message: 'A file could not be sent. It is tried again.' };
    return UNREACHED;
  }
}

let made: Queue | null = null;

/** The outbox of this tab. */
function queue(): Queue {
  if (made) return made;
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NAME);
  const own = new Queue({
    open: () => Shelf.open(NAME),
    send,
    author,
    page: () => location.pathname,
    sent: noteSent,
    since: async () => {
      const made = shownAsOf();
      return made === null ? [] : sentAfter(made);
    },
    tell: () => channel?.postMessage('changed'),
    now: () => Date.now(),
    pause: (ms) => new Promise((r) => setTimeout(r, ms)),
    tab: newId(),
  });
  channel?.addEventListener('message', () => void own.wake());
  made = own;
  return own;
}

/** Puts something into the outbox. It goes on its way at once and stays on it whatever page is shown next, or none. */
export const post = (parcel: Parcel): void => queue().post(parcel);

/** The outbox, once it is read what a reload or another tab left in it. */
export const outboxLeft = (): Promise<Outbox> => queue().left();

/**
 * Sends what waits in a group without waiting for its turn: the page is on its way out. It is sent once more by the
 * next one.
 */
export function hurry(group: string): void {
  for (const p of outboxNow().waiting) if (p.group === group && isMine(p)) void send(p);
}

const SETTLES_MS = 30_000;

/** Waits until nothing of a group is on its way. @returns false where something of it is held up or was refused */
export function settled(group: string): Promise<boolean> {
  return new Promise((resolve) => {
    const stop: (() => void)[] = [];
    const end = (well: boolean) => {
      for (const s of stop) s();
      resolve(well);
    };
    const look = () => {
      const { waiting, refused, held } = outboxNow();
      if (!waiting.some((p) => p.group === group)) end(!refused.some((p) => p.group === group));
      else if (held) end(false);
    };
    const late = setTimeout(() => end(false), SETTLES_MS);
    stop.push(queue().subscribe(look), () => clearTimeout(late));
    look();
  });
}

/** What is in the outbox at this moment, for what is worked out between two renders. */
export const outboxNow = (): Outbox => queue().current();

/** The page was refreshed: what was stored until then is on it. */
export const refreshed = (seen: readonly Parcel[]): void => queue().refreshed(seen);

/** What was refused is in its place again. */
export const taken = (parcel: Waiting): void => void queue().taken(parcel);

/** Whether something was made by whoever is here, or while nobody had signed in. */
export const isMine = ({ by }: Waiting): boolean => by.id === '' || by.id === author().id;

const subscribe = (listener: () => void): (() => void) => queue().subscribe(listener);

const whole = (box: Outbox): Outbox => box;

/** The outbox of this browser; what a reload or a closed tab left in it goes on its way again. */
export const useOutbox = (): Outbox => useOutboxPart(whole, Object.is);

/**
 * A part of the outbox. Whoever looks at a part is rendered again only when that part changed: a page has some fifty
 * fields, and each of them has its own in view.
 * @param same whether two parts show the same
 */
export function useOutboxPart<T>(part: (box: Outbox) => T, same: (a: T, b: T) => boolean): T {
  useEffect(() => void queue().wake(), []);
  return useSyncExternalStoreWithSelector(subscribe, outboxNow, atFirst, part, same);
}

/** The server knows of no outbox. */
const atFirst = (): Outbox => EMPTY;

import { forgetSent } from '../outbox/sent';
import { isFresh, PAGES, PERSON, PHOTOS, pagesCache } from './pages';

/** Removes everything that was stored on this device for whoever was signed in, but for what waits to be sent. */
export async function forgetDevice(): Promise<void> {
  if (typeof caches !== 'undefined') for (const name of [PAGES, PHOTOS]) await caches.delete(name).catch(() => false);
  await forgetSent();
}

/** Removes pages that are too old to be shown, and everything where somebody else is signed in now. */
export async function forgetOthers(person: string): Promise<void> {
  const cache = await pagesCache();
  if (cache === null) return;
  for (const request of await cache.keys()) {
    const page = await cache.match(request, { ignoreVary: true });
    if (page === undefined) continue;
    if (page.headers.get(PERSON) !== person) return forgetDevice();
    if (!isFresh(page)) await cache.delete(request, { ignoreVary: true });
  }
}

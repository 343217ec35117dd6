/**
 * Pages that lie on this device, for when the server cannot be reached: as they were sent, with the moment they were
 * made. What the service worker and the pages themselves know of each other stands here.
 */

/** Where they lie. */
export const PAGES = 'vectis-pages';
/** Where small pictures of photographed work lie: they never change. */
export const PHOTOS = 'vectis-photos';
/** A page that is fetched to be stored carries the mark of its job here, and keeps it. */
export const MARK = 'x-vectis-mark';
/** When a page was stored, by the clock of this device, ms. */
export const STORED_AT = 'x-vectis-stored-at';
/** Who was signed in on it. */
export const PERSON = 'x-vectis-person';
/** What it is called, encoded. */
export const TITLE = 'x-vectis-title';
/** How long a page may be shown without the server, ms. */
const MOST_AGE_MS = 24 * 3600 * 1000;

/** Whether a stored page may still be shown without the server. */
export const isFresh = (page: Response): boolean => Date.now() - Number(page.headers.get(STORED_AT)) < MOST_AGE_MS;

/** Pages that are worth having at the car. */
const AT_THE_CAR = /^\/$|^\/jobs\/[^/]+\/(take-in|measure|choose|stage|fit|torque|recheck|record)$|^\/vehicles\/[^/]+$/;

/** Whether a page is stored when it is opened. */
export const isForTheCar = (path: string): boolean => AT_THE_CAR.test(path);

/** The pages' cache; null where the browser stores nothing, as on plain http from another machine. */
export async function pagesCache(): Promise<Cache | null> {
  try {
    return typeof caches === 'undefined' ? null : await caches.open(PAGES);
  } catch {
    return null;
  }
}

const find = async (path: string): Promise<Response | undefined> =>
  (await pagesCache())?.match(path, { ignoreVary: true }).catch(() => undefined);

/** Whether a page lies on this device and may still be shown. */
export async function isOnDevice(path: string): Promise<boolean> {
  const page = await find(path);
  return page !== undefined && isFresh(page);
}

/** The mark that a stored page carries; null where it is not stored. */
export const markOnDevice = async (path: string): Promise<string | null> =>
  (await find(path))?.headers.get(MARK) ?? null;

/**
 * When the page that is shown was made, by the server's clock, ms; null where the server itself sent it just now.
 */
export function shownAsOf(): number | null {
  if (typeof document === 'undefined') return null;
  const at = Number(document.documentElement.dataset.asOf);
  return Number.isFinite(at) && at > 0 ? at : null;
}

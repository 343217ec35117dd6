import { isOnDevice } from './offline/pages';

const EVENT = 'vectis-reach';

/** Tells the page whether the server was there when it was asked last. */
export const tellReach = (there: boolean): void => {
  // Nothing listens where there is no page.
  if (typeof window === 'undefined') return;
  window.dispatchEvent(new CustomEvent(EVENT, { detail: there }));
};

/** Listens to that. @returns what ends the listening */
export function onReach(tell: (there: boolean) => void): () => void {
  const hear = (e: Event) => tell((e as CustomEvent<boolean>).detail);
  window.addEventListener(EVENT, hear);
  return () => window.removeEventListener(EVENT, hear);
}

/** What ends a request that nobody answers; older browsers wait for as long as it takes. */
export const within = (ms: number): { readonly signal?: AbortSignal } =>
  'timeout' in AbortSignal ? { signal: AbortSignal.timeout(ms) } : {};

/** A network that swallows everything is taken for none after so long. */
const PATIENCE_MS = 10_000;

/** Asks whether the server is there, and tells the page. */
export async function reachable(): Promise<boolean> {
  let there = false;
  try {
    there = (await fetch('/icon.svg', { method: 'HEAD', cache: 'no-store', ...within(PATIENCE_MS) })).ok;
  } catch {
    // Not there is an answer.
  }
  tellReach(there);
  return there;
}

const AGAIN_MS = 1500;
/** Header of a request for a part of a page that is shown without leaving the one before. */
const PAGE_PART = 'rsc';

const isPagePart = (init: RequestInit | undefined): boolean =>
  (init?.method ?? 'GET') === 'GET' && new Headers(init?.headers).has(PAGE_PART);

/**
 * The page that such a request goes to, where somebody asked for another one than is shown; null for what is fetched
 * ahead or anew.
 */
function goesTo(input: RequestInfo | URL, init: RequestInit | undefined): string | null {
  if (new Headers(init?.headers).has('next-router-prefetch')) return null;
  const url = new URL(input instanceof Request ? input.url : input, location.href);
  return url.origin === location.origin && url.pathname !== location.pathname ? url.pathname : null;
}

/**
 * An answer that is there to its last byte; one that is cut off in the middle throws. Read as it comes, half a part
 * would already be on the screen, and its end missing an error there.
 */
async function whole(answer: Response): Promise<Response> {
  if (answer.body === null) return answer;
  const read = new Response(await answer.arrayBuffer(), answer);
  // What is made here has no address of its own; the framework reads where its request ended.
  Object.defineProperty(read, 'url', { value: answer.url });
  Object.defineProperty(read, 'redirected', { value: answer.redirected });
  return read;
}

/**
 * Where a part of a page cannot be fetched, the framework leaves the page for it, and hands in the middle of a wheel
 * look at an error. Such a request is held instead until the server is back, unless that page lies on this device; what
 * is on the screen goes on meanwhile.
 */
export function holdPageParts(): void {
  const plain = window.fetch.bind(window);
  window.fetch = async (input, init) => {
    if (!isPagePart(init)) return plain(input, init);
    for (;;) {
      try {
        return await whole(await plain(input, init));
      } catch (error) {
        if (init?.signal?.aborted || (error as Error).name !== 'TypeError') throw error;
        tellReach(false);
        const page = goesTo(input, init);
        if (page !== null && (await isOnDevice(page))) location.assign(page);
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      }
    }
  };
}

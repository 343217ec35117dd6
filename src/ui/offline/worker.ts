/// <reference lib="webworker" />
import { CacheFirst, ExpirationPlugin, NetworkFirst, type PrecacheEntry, Serwist, type SerwistPlugin } from 'serwist';
import { within } from '../reach';
import { isForTheCar, isFresh, MARK, PAGES, PERSON, PHOTOS, STORED_AT, TITLE } from './pages';

declare const self: ServiceWorkerGlobalScope & { readonly __SW_MANIFEST: (PrecacheEntry | string)[] | undefined };

/** A server that says nothing for so long is not waited for where the page lies here, s. */
const PATIENCE_S = 8;

/**
 * A page that is fetched to be stored is given up after so long, by whoever asked for it too; one that hangs would keep
 * a newer build waiting. ms
 */
const LATE_MS = 45_000;

const attributeOf = (html: string, name: string): string => new RegExp(`${name}="([^"]*)"`).exec(html)?.[1] ?? '';

/**
 * A page as it is stored: whole, with the moment it was made written into it. What is cut short, or no page, is not
 * stored.
 */
async function asStored(response: Response, mark: string): Promise<Response | null> {
  const type = response.headers.get('content-type') ?? '';
  if (response.status !== 200 || response.redirected || !type.startsWith('text/html')) return null;
  const html = await response.text();
  if (!html.trimEnd().endsWith('</html>')) return null;
  const headers = new Headers(response.headers);
  for (const name of ['content-length', 'content-encoding', 'transfer-encoding']) headers.delete(name);
  const made = Date.parse(response.headers.get('date') ?? '');
  headers.set(STORED_AT, String(Date.now()));
  headers.set(MARK, mark);
  headers.set(PERSON, attributeOf(html, 'data-person'));
  headers.set(TITLE, encodeURIComponent(/<title>([^<]*)<\/title>/.exec(html)?.[1] ?? ''));
  return new Response(html.replace('<html ', `<html data-as-of="${Number.isNaN(made) ? Date.now() : made}" `), {
    status: 200,
    headers,
  });
}

const pagesPlugin: SerwistPlugin = {
  // One page under one name, whatever field a link into it opened.
  cacheKeyWillBeUsed: async ({ request }) => {
    const { origin, pathname } = new URL(request.url);
    return origin + pathname;
  },
  // A navigation cannot be made anew with an end to it.
  requestWillFetch: async ({ request }) =>
    request.mode === 'navigate' ? request : new Request(request, within(LATE_MS)),
  cacheWillUpdate: async ({ request, response }) => asStored(response, request.headers.get(MARK) ?? ''),
  cachedResponseWillBeUsed: async ({ cachedResponse }) =>
    cachedResponse && isFresh(cachedResponse) ? cachedResponse : null,
};

const worker = new Serwist({
  precacheEntries: self.__SW_MANIFEST ?? [],
  precacheOptions: { cleanupOutdatedCaches: true },
  // A new build waits until a page says that nothing waits to be sent.
  skipWaiting: false,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && isForTheCar(url.pathname) && (request.mode === 'navigate' || request.headers.has(MARK)),
      handler: new NetworkFirst({
        cacheName: PAGES,
        networkTimeoutSeconds: PATIENCE_S,
        matchOptions: { ignoreVary: true },
        plugins: [pagesPlugin],
      }),
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/api/photos/'),
      handler: new CacheFirst({
        cacheName: PHOTOS,
        matchOptions: { ignoreVary: true },
        plugins: [new ExpirationPlugin({ maxEntries: 60 })],
      }),
    },
    {
      // Everything else is asked for as ever; where the server is gone, a page says what lies here instead.
      matcher: ({ request, sameOrigin }) => sameOrigin && request.mode === 'navigate',
      handler: ({ request }) => fetch(request),
    },
  ],
});

worker.setCatchHandler(async ({ request }) => (request.mode === 'navigate' ? notHere() : Response.error()));
worker.addEventListeners();

// Stored pages belong to the build that made them.
self.addEventListener('activate', (event) => event.waitUntil(caches.delete(PAGES)));

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** A page that is not on this device, and the server is gone: which pages are. */
async function notHere(): Promise<Response> {
  const cache = await caches.open(PAGES);
  const lines: string[] = [];
  for (const request of await cache.keys()) {
    const page = await cache.match(request, { ignoreVary: true });
    if (!page || !isFresh(page)) continue;
    const path = new URL(request.url).pathname;
    const title = escapedTitle(page.headers.get(TITLE) ?? '', path);
    lines.push(`<li><a href="${escaped(path)}">${title}</a></li>`);
  }
  const list =
    lines.length === 0
      ? '<p>No page lies on this device yet.</p>'
      : `<p>These pages lie on this device, as they were when they were opened last:</p><ul>${lines.sort().join('')}</ul>`;
  const html = `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>The server cannot be reached · Vectis</title><style>
:root{color-scheme:light dark}body{font:17px/1.5 system-ui,sans-serif;max-width:42rem;margin:3rem auto;padding:0 1rem}
h1{font-size:1.5rem}a{color:inherit;display:inline-block;padding:.6rem 0;text-underline-offset:4px}ul{list-style:none;padding:0}li{border-top:1px solid #8886}
</style></head><body><main><h1>The server cannot be reached</h1><p>This page is not on this device. What was entered here waits and is sent once the server is back.</p>${list}</main></body></html>`;
  return new Response(html, {
    status: 503,
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
    },
  });
}

const escapedTitle = (encoded: string, path: string): string => {
  // What stands in a page's head is escaped already.
  const title = decodeURIComponent(encoded).replace(/ · Vectis$/, '');
  return title === '' ? escaped(path) : title;
};

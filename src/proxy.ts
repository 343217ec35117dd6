import { type NextRequest, NextResponse } from 'next/server';
import { FIXED_HEADERS, isSignedIn, refusedByOrigin } from './usecases/shop/door';
import { openToNetwork, SESSION_COOKIE } from './usecases/shop/openTo';

/** Before every page, action and route: who may ask, and what a page may do. */
export async function proxy(request: NextRequest): Promise<NextResponse> {
  const away = refusedByOrigin(request);
  if (away)
    return new NextResponse(`${away}\n`, {
      status: 403,
      headers: { 'content-type': 'text/plain; charset=utf-8', ...FIXED_HEADERS },
    });
  const path = request.nextUrl.pathname;
  if (!readable(path) || !readable(request.nextUrl.search))
    return new NextResponse('This address cannot be read.\n', {
      status: 400,
      headers: { 'content-type': 'text/plain; charset=utf-8', ...FIXED_HEADERS },
    });
  // A calendar program signs in nowhere: its address carries a word that nobody guesses. What a browser fetches to
  // install the program carries no data.
  const open = path === '/who' || OPEN.has(path) || path.startsWith('/api/feed/');
  if (openToNetwork() && !open && !(await isSignedIn(request.cookies.get(SESSION_COOKIE)?.value))) {
    if (path.startsWith('/api/'))
      return new NextResponse('Sign in first.\n', { status: 401, headers: { ...FIXED_HEADERS } });
    const to = request.nextUrl.clone();
    to.pathname = '/who';
    to.search = `?back=${encodeURIComponent(path)}`;
    return NextResponse.redirect(to);
  }
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = contentPolicy(nonce);
  // Next reads the nonce off the request's own policy and puts it on its scripts.
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  for (const [name, value] of Object.entries(FIXED_HEADERS)) response.headers.set(name, value);
  return response;
}

const OPEN: ReadonlySet<string> = new Set(['/icon.svg', '/manifest.webmanifest', '/sw/sw.js']);

/** Whether an address, or what is asked in it, is text that can be kept: UTF-8 without NUL. */
function readable(part: string): boolean {
  try {
    return !decodeURIComponent(part.replaceAll('+', ' ')).includes('\0');
  } catch {
    return false;
  }
}

/**
 * Scripts of this build only, nothing from elsewhere, in nobody's frame. Style attributes are how drawings are placed.
 */
const contentPolicy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    // A muted clip keeps a tablet awake where the browser offers nothing better.
    "media-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/**
 * Built files carry no data and need no question. Large uploads go straight to their routes, which ask the same
 * themselves (`takeUpload`): of a body that passes here no more than 10 MB goes on. Paths are left out whole, not by
 * how they begin.
 */
export const config = {
  matcher: ['/((?!_next/static/|favicon\\.ico$|api/restore$|api/visit$|api/photos$|api/shelf/import$).*)'],
};

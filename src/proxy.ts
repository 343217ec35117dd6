import { networkInterfaces } from 'node:os';
import { unsealData } from 'iron-session';
import { type NextRequest, NextResponse } from 'next/server';
import { turnedAway } from './usecases/hosts';
import { endedLogins, openToNetwork, SESSION_COOKIE, sessionKey } from './usecases/openTo';

/** Names that this installation answers to beside its own machine: what it was opened under, and its addresses. */
function names(): string[] {
  if (!openToNetwork()) return [];
  const addresses = Object.values(networkInterfaces()).flatMap((all) => all?.map((a) => a.address) ?? []);
  return [process.env.VECTIS_HOST ?? '', ...addresses];
}

/** Whether a request of the network comes from somebody who signed in; a login that was ended since is none. */
async function isSignedIn(request: NextRequest): Promise<boolean> {
  const sealed = request.cookies.get(SESSION_COOKIE)?.value;
  if (!sealed) return false;
  const { loginId } = await unsealData<{ loginId?: string }>(sealed, { password: sessionKey() });
  return loginId !== undefined && !endedLogins().has(loginId);
}

/** Before every page, action and route: who may ask, and what a page may do. */
export async function proxy(request: NextRequest): Promise<NextResponse> {
  const header = (name: string) => request.headers.get(name);
  const away = turnedAway(
    {
      method: request.method,
      host: header('host'),
      origin: header('origin'),
      forwardedHost: header('x-forwarded-host'),
    },
    names(),
  );
  if (away)
    return new NextResponse(`${away}\n`, {
      status: 403,
      headers: { 'content-type': 'text/plain; charset=utf-8', ...FIXED },
    });
  const path = request.nextUrl.pathname;
  // A calendar program signs in nowhere: its address carries a word that nobody guesses.
  const open = path === '/who' || path === '/icon.svg' || path.startsWith('/api/feed/');
  if (openToNetwork() && !open && !(await isSignedIn(request))) {
    if (path.startsWith('/api/')) return new NextResponse('Sign in first.\n', { status: 401, headers: { ...FIXED } });
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
  for (const [name, value] of Object.entries(FIXED)) response.headers.set(name, value);
  return response;
}

const FIXED = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'geolocation=(), microphone=(), payment=()',
} as const;

/** Scripts of this build only, nothing from elsewhere, in nobody's frame. Style attributes are how drawings are placed. */
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

/** Built files carry no data and need no question. */
export const config = { matcher: ['/((?!_next/static|favicon.ico).*)'] };

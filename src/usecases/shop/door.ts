import { hostname, networkInterfaces } from 'node:os';
import { unsealData } from 'iron-session';
import { RefusedError } from '../../store/errors';
import { turnedAway } from './hosts';
import { loginStands, openToNetwork, SESSION_COOKIE, sessionKey } from './openTo';

/** Headers that every answer carries. */
export const FIXED_HEADERS = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'geolocation=(), microphone=(), payment=()',
} as const;

/** Names that this installation answers to beside its own machine: what it was opened under, and its addresses. */
function names(): string[] {
  if (!openToNetwork()) return [];
  const addresses = Object.values(networkInterfaces()).flatMap((all) => all?.map((a) => a.address) ?? []);
  const own = hostname().toLowerCase();
  return [process.env.VECTIS_HOST ?? '', own, `${own}.local`, ...addresses];
}

/** Why a request is refused by where it comes from, as a sentence; null where it may go on. */
export function refusedByOrigin({ method, headers }: Pick<Request, 'method' | 'headers'>): string | null {
  return turnedAway(
    {
      method,
      host: headers.get('host'),
      origin: headers.get('origin'),
      forwardedHost: headers.get('x-forwarded-host'),
    },
    names(),
  );
}

/**
 * Whether a sealed login cookie is of somebody who is signed in. The store is asked, so a login that was ended stays
 * ended.
 */
export async function isSignedIn(sealed: string | undefined): Promise<boolean> {
  if (!sealed) return false;
  const { loginId } = await unsealData<{ loginId?: string }>(sealed, { password: sessionKey() });
  return loginId !== undefined && (await loginStands(loginId));
}

/** The login cookie of a request, still sealed. */
function sealedLogin(headers: Headers): string | undefined {
  const pair = (headers.get('cookie') ?? '').split(/;\s*/).find((c) => c.startsWith(`${SESSION_COOKIE}=`));
  try {
    return pair === undefined ? undefined : decodeURIComponent(pair.slice(SESSION_COOKIE.length + 1));
  } catch {
    // What is no cookie of ours signs nobody in.
    return undefined;
  }
}

/** How large a body may be, in bytes, and what is said of a larger one. */
export interface UploadLimit {
  readonly most: number;
  readonly tooLarge: string;
}

/** A body on its way in. */
export interface Upload {
  /** Every byte that was announced, no more and no fewer. @throws RefusedError at the end of one that was cut short */
  readonly stream: ReadableStream<Uint8Array>;
  /** Bytes that were announced. */
  readonly length: number;
  bytes(): Promise<Buffer>;
}

const refusal = (status: number, message: string): Response =>
  Response.json({ ok: false, why: 'refused', message }, { status, headers: FIXED_HEADERS });

/**
 * Takes a large upload. The proxy holds no more than 10 MB of a body and cuts the rest in silence, so these routes are
 * not behind it and ask here for what it asks: Host and Origin, who is signed in, and a stated length within the limit
 * (411, 413). What arrives is counted against that length.
 */
export async function takeUpload(
  request: Request,
  { most, tooLarge }: UploadLimit,
  work: (upload: Upload) => Promise<Response>,
): Promise<Response> {
  const away = refusedByOrigin(request);
  if (away) return refusal(403, away);
  if (openToNetwork() && !(await isSignedIn(sealedLogin(request.headers)))) return refusal(401, 'Sign in first.');
  const stated = request.headers.get('content-length');
  if (stated === null || !/^\d{1,15}$/.test(stated))
    return refusal(
      411,
      'The file came without its length, so nobody can tell whether it arrived whole. Send it as a file.',
    );
  const length = Number(stated);
  if (length > most) return refusal(413, tooLarge);
  if (length === 0 || !request.body) return refusal(400, 'No file was sent. Nothing was changed.');
  const response = await work(uploadOf(request.body, length));
  for (const [name, value] of Object.entries(FIXED_HEADERS)) response.headers.set(name, value);
  return response;
}

function uploadOf(body: ReadableStream<Uint8Array>, length: number): Upload {
  let arrived = 0;
  const counted = new TransformStream<Uint8Array, Uint8Array>({
    transform(chunk, out) {
      arrived += chunk.byteLength;
      if (arrived > length) out.error(cutShort(arrived, length));
      else out.enqueue(chunk);
    },
    flush(out) {
      if (arrived !== length) out.error(cutShort(arrived, length));
    },
  });
  const stream = body.pipeThrough(counted);
  return { stream, length, bytes: async () => Buffer.from(await new Response(stream).arrayBuffer()) };
}

const cutShort = (arrived: number, length: number): RefusedError =>
  new RefusedError(
    `The file did not arrive whole: ${arrived} of ${length} bytes. Nothing was changed; send it once more.`,
  );

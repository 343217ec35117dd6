/** Names under which this machine may be asked; a name that only resolves to it is somebody else's page. */
const OWN = ['127.0.0.1', 'localhost', '[::1]'];

/** What a request says of where it comes from. Header values as sent; null where there is none. */
export interface Asked {
  readonly method: string;
  readonly host: string | null;
  readonly origin: string | null;
  readonly forwardedHost: string | null;
}

const nameOf = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

/**
 * Why a request is turned away, as a sentence; null where it may go on. The host has to be one of this machine's own
 * names, so that a page elsewhere whose name was made to point here reads and writes nothing; what changes anything has
 * to come from a page of the very same host; and nobody stands between who could forward another's.
 * @param more further names that this installation answers to
 */
export function turnedAway(
  { method, host, origin, forwardedHost }: Asked,
  more: readonly string[] = [],
): string | null {
  if (host === null || ![...OWN, ...more.map((m) => m.toLowerCase())].includes(nameOf(host)))
    return 'Vectis answers on this machine only, by the address it printed when it started.';
  // The server itself repeats the host there; anything else was sent along to be taken for it.
  if (forwardedHost !== null && forwardedHost !== host) return 'Vectis does not stand behind a forwarding server.';
  if (method === 'GET' || method === 'HEAD' || origin === null) return null;
  let from: string;
  try {
    from = new URL(origin).host;
  } catch {
    from = '';
  }
  return from === host.toLowerCase() ? null : 'This request comes from another page. Nothing was changed.';
}

import 'server-only';
import { networkInterfaces } from 'node:os';
import qrcode from 'qrcode';
import { openToNetwork } from './openTo';

/** How a tablet gets to this machine. */
export interface WayIn {
  /** The machine is open to the network. */
  readonly open: boolean;
  /** It is asked over https, so that a tablet stores pages. */
  readonly secure: boolean;
  /** Its address for tablets, as this machine knows it. */
  readonly address: string;
  /** The address as a picture of a code that a camera reads. */
  readonly addressCode: string;
  /** Where the shop's own certificate is fetched, and that as a code; null where there is none to fetch. */
  readonly certificate: { readonly address: string; readonly code: string } | null;
}

const code = (text: string): Promise<string> => qrcode.toDataURL(text, { margin: 2, width: 296 });

/** @param host as the browser asked for it, with its port */
export async function wayIn(host: string): Promise<WayIn> {
  const port = Number(/:(\d+)$/.exec(host)?.[1] ?? (process.env.VECTIS_HTTPS ? 443 : 80));
  const outside = Object.values(networkInterfaces())
    .flat()
    .find((a) => a && !a.internal && a.family === 'IPv4')?.address;
  const name = openToNetwork() && outside ? outside : host.replace(/:\d+$/, '');
  const secure = Boolean(process.env.VECTIS_HTTPS);
  const address = `${secure ? 'https' : 'http'}://${name}:${port}`;
  const certificate = secure && !process.env.VECTIS_TLS_CERT ? `http://${name}:${port + 1}/vectis.crt` : null;
  return {
    open: openToNetwork(),
    secure,
    address,
    addressCode: await code(address),
    certificate: certificate === null ? null : { address: certificate, code: await code(certificate) },
  };
}

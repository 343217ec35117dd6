import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

/**
 * Certificates of the shop's own, for https on a network without names that others could vouch for: a root that is made once and put on each
 * tablet, and one for this machine that the root signs, made anew when its addresses change or its time runs out. They lie in the data
 * folder under `tls`, in no backup: whoever has the root's key can pretend to be this machine to the tablets.
 */

const DAY_MS = 24 * 3600_000;
const ROOT_DAYS = 3650;
/** Browsers accept no longer ones. */
const LEAF_DAYS = 390;
const LEFT_DAYS = 30;

/** Every name and address that this machine is asked by. */
export function ownNames(host = '') {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter((a) => a && !a.address.startsWith('fe80'))
    .map((a) => a.address);
  const name = hostname().toLowerCase();
  const any = host === '' || host === '0.0.0.0' || host === '::';
  return [
    ...new Set(['localhost', name, `${name}.local`, '127.0.0.1', '::1', ...(any ? [] : [host]), ...addresses]),
  ].sort();
}

const isAddress = (name) => /^[\d.]+$/.test(name) || name.includes(':');

/** What a certificate is good for, as it is compared: the names it was made for. */
const madeFor = (cert) =>
  (cert.subjectAltName ?? '')
    .split(', ')
    .map((n) => n.replace(/^(DNS|IP Address):/, '').toLowerCase())
    .map(shortAddress)
    .sort()
    .join();

/** Addresses are written in more than one way. */
const shortAddress = (name) => (name.includes(':') ? new URL(`http://[${name}]`).hostname.slice(1, -1) : name);

function write(folder, name, text, mode) {
  const path = join(folder, name);
  writeFileSync(`${path}.new`, text, { mode });
  renameSync(`${path}.new`, path);
}

const days = (n, from) => new Date(from + n * DAY_MS);

async function root(folder, now) {
  const [key, cert] = [join(folder, 'root.key'), join(folder, 'root.crt')];
  if (existsSync(key) && existsSync(cert)) return { key: readFileSync(key, 'utf8'), cert: readFileSync(cert, 'utf8') };
  const { generate } = await import('selfsigned');
  const made = await generate([{ name: 'commonName', value: `Vectis at ${hostname()}` }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: days(-1, now),
    notAfterDate: days(ROOT_DAYS, now),
    extensions: [
      // It signs this machine and no further signer.
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  write(folder, 'root.key', made.private, 0o600);
  write(folder, 'root.crt', made.cert, 0o644);
  return { key: made.private, cert: made.cert };
}

/**
 * Key and certificate for this machine, with the root that tablets are to trust.
 * @param data the data folder
 * @param names every name and address it is asked by
 */
export async function certificates(data, names, now = Date.now()) {
  const folder = join(data, 'tls');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const own = await root(folder, now);
  const [keyFile, certFile] = [join(folder, 'machine.key'), join(folder, 'machine.crt')];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const [key, cert] = [readFileSync(keyFile, 'utf8'), readFileSync(certFile, 'utf8')];
    const read = new X509Certificate(cert);
    const wanted = names
      .map((n) => shortAddress(n.toLowerCase()))
      .sort()
      .join();
    const lasts = Date.parse(read.validTo) - now > LEFT_DAYS * DAY_MS;
    if (lasts && madeFor(read) === wanted && read.verify(new X509Certificate(own.cert).publicKey))
      return { key, cert, root: own.cert };
  }
  const { generate } = await import('selfsigned');
  const made = await generate([{ name: 'commonName', value: 'Vectis' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: days(-1, now),
    notAfterDate: days(LEAF_DAYS, now),
    ca: { key: own.key, cert: own.cert },
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((n) => (isAddress(n) ? { type: 7, ip: n } : { type: 2, value: n })),
      },
    ],
  });
  write(folder, 'machine.key', made.private, 0o600);
  write(folder, 'machine.crt', made.cert, 0o644);
  return { key: made.private, cert: made.cert, root: own.cert };
}

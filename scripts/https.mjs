import { readFileSync } from 'node:fs';
import { createServer as plainServer } from 'node:http';
import { createServer as secureServer } from 'node:https';
import { certificates, ownNames } from './certificate.mjs';
import { root } from './run.mjs';

/**
 * Serves the built pages over https, which tablets ask for before they store a page: the framework's own server speaks plain http alone.
 * On the port after it a tablet fetches the root certificate, and nothing else. Started by `serve` with its environment.
 */
const {
  PORT,
  VECTIS_BIND = '127.0.0.1',
  VECTIS_HOST = '',
  VECTIS_DATA = '',
  VECTIS_TLS_CERT,
  VECTIS_TLS_KEY,
} = process.env;
const port = Number(PORT);

function own() {
  if (!VECTIS_TLS_CERT && !VECTIS_TLS_KEY) return null;
  try {
    return {
      cert: readFileSync(VECTIS_TLS_CERT ?? '', 'utf8'),
      key: readFileSync(VECTIS_TLS_KEY ?? '', 'utf8'),
      root: null,
    };
  } catch (error) {
    console.error(`VECTIS_TLS_CERT and VECTIS_TLS_KEY name the files of a certificate and its key: ${error.message}.`);
    process.exit(1);
  }
}

const tls = own() ?? (await certificates(VECTIS_DATA, ownNames(VECTIS_HOST)));
const { default: next } = await import('next');
const app = next({ dev: false, dir: root, hostname: VECTIS_BIND, port });
await app.prepare();
const handle = app.getRequestHandler();

const failed = (error) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${error.port} is taken by another program.` : error.message);
  process.exit(1);
};
let server;
try {
  server = secureServer(
    { key: tls.key, cert: tls.root === null ? tls.cert : `${tls.cert}\n${tls.root}` },
    (request, response) => handle(request, response),
  );
} catch (error) {
  console.error(`This certificate and key cannot be used together: ${error.message}.`);
  process.exit(1);
}
server.on('error', failed).listen(port, VECTIS_BIND, () => console.log('Https is open.'));
if (tls.root !== null)
  plainServer((request, response) => {
    if (request.method !== 'GET' || new URL(request.url ?? '/', 'http://x').pathname !== '/vectis.crt') {
      response.writeHead(404, { 'content-type': 'text/plain; charset=utf-8' });
      return response.end('Here is the certificate at /vectis.crt and nothing else.\n');
    }
    response.writeHead(200, {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="vectis.crt"',
    });
    response.end(tls.root);
  })
    .on('error', failed)
    .listen(port + 1, VECTIS_BIND);

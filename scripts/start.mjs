import { join } from 'node:path';
import { buildIfNeeded, HOST, installIfNeeded, root, say, serve } from './run.mjs';

const port = Number(process.env.PORT ?? 4310);
const data = process.env.VECTIS_DATA ?? join(root, 'data');
await installIfNeeded('1/3');
await buildIfNeeded('2/3');
await (await import('./pack-first.mjs')).packFirst();
const host = process.env.VECTIS_HOST || undefined;
const secure = Boolean(process.env.VECTIS_HTTPS);
say(`3/3 Starting on ${secure ? 'https' : 'http'}://${HOST}:${port}, data in ${data} …`);
await serve({ port, data, demo: false, secure, ...(host ? { host } : {}) });

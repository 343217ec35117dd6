import { join } from 'node:path';
import { buildIfNeeded, HOST, installIfNeeded, root, say, serve } from './run.mjs';

const port = Number(process.env.PORT ?? 4310);
const data = process.env.VECTIS_DATA ?? join(root, 'data');
installIfNeeded('1/3');
buildIfNeeded('2/3');
say(`3/3 Starting on http://${HOST}:${port}, data in ${data} …`);
await serve({ port, data, demo: false });

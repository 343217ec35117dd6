import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { lockFree } from './lock-free.mjs';
import { buildIfNeeded, HOST, installIfNeeded, root, say, serve } from './run.mjs';

const port = Number(process.env.PORT ?? 4310);
const data = join(root, 'demo-data');
say('Vectis demo: Saltmarsh Wheelworks.');
await installIfNeeded('1/3');
await buildIfNeeded('2/3');
await (await import('./pack-first.mjs')).packFirst();
if (process.argv.includes('--reset')) {
  if (process.env.DATABASE_URL) {
    console.error('--reset does not empty the database in DATABASE_URL. Make an empty one, or leave DATABASE_URL out.');
    process.exit(1);
  }
  lockFree(data);
  say('Starting over: the demo data is removed.');
  rmSync(data, { recursive: true, force: true });
}
say(`3/3 Starting on http://${HOST}:${port} …`);
await serve({ port, data, demo: true });

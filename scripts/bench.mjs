import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from 'esbuild';
import { buildIfNeeded, installIfNeeded, root } from './run.mjs';

/** Bundles the bench as production code is bundled, then runs it: `npm run bench [-- core|search|rub|pages]`. */
installIfNeeded('setup:');
if (!process.argv[2] || ['pages', 'inp'].includes(process.argv[2])) buildIfNeeded('setup:');
const out = join(root, 'node_modules', '.cache', 'vectis-bench.mjs');
await build({
  entryPoints: [join(root, 'tests/bench/bench.ts')],
  outfile: out,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'error',
  packages: 'external',
});
process.exit(spawnSync(process.execPath, [out, ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' }).status ?? 1);

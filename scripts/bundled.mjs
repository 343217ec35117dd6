import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root } from './run.mjs';

/** Bundles a command of the tests as production code is bundled, runs it with what was typed after it, and ends as it ends. */
export async function runBundled(name, entry) {
  // Known only once the packages are installed.
  const { build } = await import('esbuild');
  const out = join(root, 'node_modules', '.cache', `vectis-${name}.mjs`);
  await build({
    entryPoints: [join(root, entry)],
    outfile: out,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'error',
    packages: 'external',
    // What only a page of the server may read, a command may read too.
    alias: { 'server-only': join(root, 'tests/store/server-only.ts') },
  });
  const done = spawnSync(process.execPath, [out, ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' });
  process.exit(done.status ?? 1);
}

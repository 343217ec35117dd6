import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { runBundled } from './bundled.mjs';
import { buildIfNeeded, installIfNeeded, root, say } from './run.mjs';

/** Bundles the bench as production code is bundled, then runs it: `npm run bench [-- core|search|rub|car|pages|inp|shelf|scale|laws]`. */
await installIfNeeded('setup:', { full: true });
if (process.argv[2] === 'laws') {
  // The laws of the judgement on many more made-up cars than the test run has time for, a batch at a time.
  const plans = Number(process.argv[3] ?? 1_000_000);
  const batch = 20_000;
  const begun = performance.now();
  for (let i = 0; i * batch < plans; i += 1) {
    const run = spawnSync(
      process.execPath,
      [join(root, 'node_modules/jest/bin/jest.js'), 'tests/core/laws', '--silent'],
      {
        cwd: root,
        stdio: ['ignore', 'ignore', 'pipe'],
        encoding: 'utf8',
        env: {
          ...process.env,
          VECTIS_LAWS: String(batch),
          VECTIS_LAWS_BATCH: String(i + 1),
          NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
        },
      },
    );
    if (run.status !== 0) {
      say(run.stderr);
      say(`A law fails in batch ${i + 1}.`);
      process.exit(1);
    }
    say(`${(i + 1) * batch} plans in ${Math.round((performance.now() - begun) / 1000)} s, every law holds.`);
  }
  process.exit(0);
}
if (!process.argv[2] || ['pages', 'inp', 'shelf', 'scale'].includes(process.argv[2])) await buildIfNeeded('setup:');
await runBundled('bench', 'tests/bench/bench.ts');

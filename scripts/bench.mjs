import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { runBundled } from './bundled.mjs';
import { buildIfNeeded, installIfNeeded, root, say } from './run.mjs';

/** Bundles the bench as production code is bundled, then runs it: `npm run bench [-- core|search|rub|car|pages|inp|shelf|scale|tablets|explain|laws|worlds]`. */
await installIfNeeded('setup:', { full: true });
/** What is held against many more made-up cars than the test run has time for, a batch at a time: its tests, and how many a batch. */
const MANY = {
  laws: { tests: 'tests/core/laws', of: 'plans', batch: 20_000, env: ['VECTIS_LAWS', 'VECTIS_LAWS_BATCH'] },
  worlds: { tests: 'tests/core/world', of: 'worlds', batch: 100_000, env: ['VECTIS_WORLDS', 'VECTIS_WORLDS_BATCH'] },
};
const many = MANY[process.argv[2]];
if (many) {
  const { tests, of, batch, env } = many;
  const wanted = Number(process.argv[3] ?? 1_000_000);
  const begun = performance.now();
  for (let i = 0; i * batch < wanted; i += 1) {
    const jest = join(root, 'node_modules/jest/bin/jest.js');
    const run = spawnSync(process.execPath, [jest, tests, '--silent'], {
      cwd: root,
      stdio: ['ignore', 'ignore', 'pipe'],
      encoding: 'utf8',
      env: {
        ...process.env,
        [env[0]]: String(batch),
        [env[1]]: String(i + 1),
        NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
      },
    });
    if (run.status !== 0) {
      say(run.stderr);
      say(`It fails in batch ${i + 1}.`);
      process.exit(1);
    }
    say(`${(i + 1) * batch} ${of} in ${Math.round((performance.now() - begun) / 1000)} s, all hold.`);
  }
  process.exit(0);
}
if (!process.argv[2] || ['pages', 'inp', 'shelf', 'scale', 'tablets', 'explain'].includes(process.argv[2]))
  await buildIfNeeded('setup:');
await runBundled('bench', 'tests/bench/bench.ts');

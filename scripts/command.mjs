import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { runBundled } from './bundled.mjs';
import { installIfNeeded, root } from './run.mjs';

/** `node scripts/command.mjs backup …`: a command of the installation, bundled as it is run, so that it needs no tool of the tests. */
const NAMES = ['backup', 'restore', 'evaluate', 'pin'];
const name = NAMES.find((n) => n === process.argv[2]);
if (name === undefined) {
  console.error(`Name one of ${NAMES.join(', ')}.`);
  process.exit(2);
}
process.argv.splice(2, 1);
// What a command prints is its answer: installing is said beside it only where it has to be.
if (!existsSync(join(root, 'node_modules', 'esbuild'))) await installIfNeeded('setup:');
await runBundled(name, `scripts/${name}.ts`);

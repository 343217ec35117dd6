import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfNeeded, installIfNeeded, root, say } from './run.mjs';

/** Everything the tests need, then lint, types, Jest and Playwright; ends with one line of totals. */
const node = process.execPath;
const bin = (path) => join(root, 'node_modules', path);
const results = join(root, 'test-results');
let failed = 0;
let passed = 0;

function count(ok, label) {
  if (ok) passed += 1;
  else failed += 1;
  say(`${ok ? 'pass' : 'FAIL'}  ${label}`);
}

const run = (command, args, env = {}) =>
  spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0;

installIfNeeded('setup:');
if (!existsSync('/usr/bin/chromium')) {
  say('setup: Installing Chromium from the system packages …');
  if (
    !run('apt-get', ['update', '-qq']) ||
    !run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'])
  ) {
    say('Chromium could not be installed; the interface tests need it at /usr/bin/chromium.');
    process.exit(1);
  }
}

count(run(node, [bin('@biomejs/biome/bin/biome'), 'check', '--error-on-warnings', '.']), 'lint');
buildIfNeeded('setup:');
count(run(node, [bin('typescript/bin/tsc'), '--noEmit']), 'types');

rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const jestFile = join(results, 'jest.json');
run(node, [bin('jest/bin/jest.js'), '--json', `--outputFile=${jestFile}`], {
  NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
});
tally(jestFile, (r) => [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites]);

const e2eFile = join(root, 'test-results', 'e2e.json');
run(node, [bin('@playwright/test/cli.js'), 'test']);
tally(e2eFile, (r) => [r.stats.expected, r.stats.unexpected + r.stats.flaky + r.errors.length]);

/** Adds a runner's own totals; a runner that left none has failed. */
function tally(file, read) {
  try {
    const [good, bad] = read(JSON.parse(readFileSync(file, 'utf8')));
    passed += good;
    failed += bad;
    if (good + bad === 0) failed += 1;
  } catch {
    failed += 1;
    say(`FAIL  ${file} was not written`);
  }
}

say(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

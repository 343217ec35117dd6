import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installPostgres } from '../tests/postgres.mjs';
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

const begun = Date.now();
const minutes = () => `${((Date.now() - begun) / 60_000).toFixed(1)} min`;

await installIfNeeded('setup:', { full: true });
// Debian's Chromium without its window: the same engine for half the work.
const CHROMIUM = '/usr/bin/chromium-headless-shell';
if (!existsSync(CHROMIUM)) {
  say('setup: Installing Chromium from the system packages …');
  if (
    !run('apt-get', ['update', '-qq']) ||
    !run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell'])
  ) {
    say(`Chromium could not be installed; the interface tests need it at ${CHROMIUM}.`);
    process.exit(1);
  }
}

// Store and use-case tests run on both engines; without PostgreSQL half of them would be left out in silence.
const postgres = installPostgres(say);
if (!postgres) count(false, 'PostgreSQL is installed for the store tests (apt-get install postgresql)');

// Data folders of the tests lie in memory where there is room for them: a disk that is synced for each write is most of their time.
const ROOM = 3 * 1024 ** 3;
const inMemory = existsSync('/dev/shm') && statfsSync('/dev/shm').bavail * statfsSync('/dev/shm').bsize > ROOM;
const place = mkdtempSync(join(inMemory ? '/dev/shm' : tmpdir(), 'vectis-tests-'));
// The database server of the tests runs as a user of its own, who passes through.
chmodSync(place, 0o711);
process.env.TMPDIR = place;
process.on('exit', () => rmSync(place, { recursive: true, force: true }));

count(run(node, [bin('@biomejs/biome/bin/biome'), 'check', '--error-on-warnings', '.']), 'lint');
// The build writes down what routes there are, which the types look at.
await buildIfNeeded('setup:');
count(run(node, [bin('typescript/bin/tsc'), '--noEmit']), 'types');
say(`setup done after ${minutes()}`);

rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const jestFile = join(results, 'jest.json');
run(node, [bin('jest/bin/jest.js'), '--json', `--outputFile=${jestFile}`], {
  NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
  ...(postgres ? {} : { VECTIS_TEST_ENGINE: 'folder' }),
});
tally(jestFile, (r) => [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites]);

say(`core, store and house done after ${minutes()}`);
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

say(`everything done after ${minutes()}`);
say(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

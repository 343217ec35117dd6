import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { FAULTS } from '../tests/mutants/faults.mjs';
import { installIfNeeded, root, say } from './run.mjs';

/**
 * Plants one fault after the other in a copy of the core and asks its tests: `npm run mutants [-- part of a file or description]`.
 * Caught is a fault that makes a test fail; survivors are named, and under 95 % caught is a failure.
 */
await installIfNeeded('setup:', { full: true });
const only = process.argv[2];
const wanted = FAULTS.filter(([file, , , what]) => only === undefined || file.includes(only) || what.includes(only));
const bench = mkdtempSync(join(tmpdir(), 'vectis-mutants-'));
const rooms = Array.from({ length: Math.max(1, Math.min(4, cpus().length)) }, (_, i) => room(join(bench, String(i))));
const survivors = [];
let caught = 0;
let at = 0;

/** A copy of what the core's tests need. */
function room(path) {
  mkdirSync(path);
  for (const name of ['src', 'tests', 'docs', 'jest.config.mjs', 'package.json', 'tsconfig.json', 'drizzle', 'scripts'])
    cpSync(join(root, name), join(path, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(path, 'node_modules'));
  return path;
}

/** Runs tests in a copy. @returns whether they passed */
function passes(path, args, laws) {
  return new Promise((done) => {
    const child = spawn(
      process.execPath,
      [join(root, 'node_modules/jest/bin/jest.js'), '--bail', '--silent', '--maxWorkers=1', '--globalSetup=', ...args],
      {
        cwd: path,
        stdio: 'ignore',
        env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings', VECTIS_LAWS: String(laws) },
      },
    );
    child.on('exit', (code) => done(code === 0));
  });
}

const QUICK = ['tests/core', '--testPathIgnorePatterns', 'laws|search'];
const SLOW = [
  [['tests/core/laws'], 4000],
  [['tests/core/search'], 1000],
  [['tests/core/laws'], 20000],
];

async function tried(path, [file, from, to, what]) {
  const target = join(path, 'src/core', file);
  const sound = readFileSync(target, 'utf8');
  if (sound.split(from).length !== 2)
    throw new Error(`“${from}” stands ${sound.split(from).length - 1} times in ${file}.`);
  writeFileSync(
    target,
    sound.replace(from, () => to),
  );
  try {
    if (!(await passes(path, QUICK, 100))) return true;
    for (const [args, laws] of SLOW) if (!(await passes(path, args, laws))) return true;
    return false;
  } finally {
    writeFileSync(target, sound);
    say(`${what}`);
  }
}

async function work(path) {
  while (at < wanted.length) {
    const fault = wanted[at];
    at += 1;
    if (await tried(path, fault)) caught += 1;
    else {
      survivors.push(fault);
      say(`  LIVES: ${fault[3]} (${fault[0]})`);
    }
  }
}

try {
  for (const [file, from] of wanted) {
    const path = join(root, 'src/core', file);
    const times = existsSync(path) ? readFileSync(path, 'utf8').split(from).length - 1 : 0;
    if (times !== 1) throw new Error(`A fault cannot be planted: “${from}” stands ${times} times in ${file}.`);
  }
  if (!(await passes(rooms[0], QUICK, 100))) throw new Error('The tests fail without any fault.');
  await Promise.all(rooms.map(work));
} finally {
  rmSync(bench, { recursive: true, force: true });
}
const share = (100 * caught) / wanted.length;
say(`${caught} of ${wanted.length} planted faults caught (${share.toFixed(1)} %).`);
for (const [file, , , what] of survivors) say(`  lives: ${what} (${file})`);
process.exit(share >= 95 ? 0 : 1);

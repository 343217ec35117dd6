import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { lockFree } from './lock-free.mjs';

/** Shared by the demo, start and test commands: what must be there, made only when it is not. */
export const root = resolve(import.meta.dirname, '..');
export const HOST = '127.0.0.1';

export function say(line) {
  console.log(line);
}

/** Runs a command beside a line that says how long it has been at it; what it printed comes out where it fails. */
async function beside(label, command, args, env = {}) {
  const begun = Date.now();
  const seconds = () => `${Math.round((Date.now() - begun) / 1000)} s`;
  say(`${label} …`);
  const child = spawn(command, args, { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += chunk));
  const tick = process.stdout.isTTY ? setInterval(() => process.stdout.write(`\r  ${seconds()} `), 1000) : null;
  const status = await new Promise((resolve) => {
    child.once('error', () => resolve(1));
    child.once('exit', (code) => resolve(code ?? 1));
  });
  if (tick) {
    clearInterval(tick);
    process.stdout.write('\r        \r');
  }
  if (status !== 0) {
    say(output);
    say(`${command} ${args.join(' ')} did not finish (exit ${status}); what it printed is above.`);
    process.exit(status);
  }
  say(`  done in ${seconds()}`);
}

/**
 * Installs packages when the lock file changed since the last install here. Serving needs about half of them: `full` adds what the tests
 * and the tools need. A full install serves as well.
 */
export async function installIfNeeded(step, { full = false } = {}) {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const mark = join(root, 'node_modules', '.vectis-lock');
  const there = existsSync(mark) ? readFileSync(mark, 'utf8').trim() : '';
  if (there === `${lock} full` || (!full && there === `${lock} production`)) return;
  const what = full ? 'all packages, about a minute' : 'packages, less than a minute';
  await beside(`${step} Installing ${what}`, 'npm', [
    'ci',
    '--no-audit',
    '--no-fund',
    '--loglevel=error',
    ...(full ? [] : ['--omit=dev']),
  ]);
  writeFileSync(mark, `${lock} ${full ? 'full' : 'production'}`);
}

/** Builds when a source file is newer than the last build. */
export async function buildIfNeeded(step) {
  const mark = join(root, '.next', 'BUILD_ID');
  const built = existsSync(mark) ? statSync(mark).mtimeMs : 0;
  const newest = Math.max(
    newestIn(join(root, 'src')),
    ...['next.config.ts', 'package-lock.json', 'postcss.config.mjs'].map((f) => statSync(join(root, f)).mtimeMs),
  );
  if (built > newest) return;
  await beside(
    `${step} Building the pages, less than a minute`,
    process.execPath,
    [join(root, 'node_modules/next/dist/bin/next'), 'build'],
    { NEXT_TELEMETRY_DISABLED: '1' },
  );
}

function newestIn(folder) {
  let newest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    newest = Math.max(newest, entry.isDirectory() ? newestIn(path) : statSync(path).mtimeMs);
  }
  return newest;
}

/** The address to open; from the bays' network with a code that a tablet reads off the screen. */
async function told(host, port, scheme) {
  if (host === HOST) return say(`Open ${scheme}://${HOST}:${port}`);
  const { networkInterfaces } = await import('node:os');
  const outside = Object.values(networkInterfaces())
    .flat()
    .find((a) => a && !a.internal && a.family === 'IPv4')?.address;
  const address = `${scheme}://${host === '0.0.0.0' || host === '::' ? (outside ?? HOST) : host}:${port}`;
  const { default: qrcode } = await import('qrcode');
  say(`Open ${address}, on this machine or on the bays' network. Everybody signs in with a PIN.`);
  say(await qrcode.toString(address, { type: 'terminal', small: true }));
  if (scheme === 'https')
    say(
      `A tablet that does not know this certificate yet is shown how at ${address}/settings/tablets, on this machine.`,
    );
  else say('Over plain http tablets store no page; VECTIS_HTTPS=1 serves https.');
}

/** Whether the port can be listened on; a taken one is said in a sentence. */
async function portFree(port) {
  const probe = createServer();
  const problem = await new Promise((resolve) => {
    probe.once('error', (error) => resolve(error.code));
    probe.listen(port, HOST, () => resolve(null));
  });
  await new Promise((resolve) => probe.close(resolve));
  if (problem === null) return;
  console.error(
    `Port ${port} is ${problem === 'EADDRINUSE' ? 'taken by another program' : `not to be had (${problem})`}; stop that one, or set PORT to another.`,
  );
  process.exit(1);
}

/**
 * Serves the built pages on this machine only, until stopped. The child's exit code becomes ours.
 * @param secure over https, with a certificate of the shop's own
 */
export async function serve({ port, data, demo, host = HOST, secure = false }) {
  // With the database on a server several processes share the folder.
  if (!process.env.DATABASE_URL) lockFree(data);
  await portFree(port);
  if (secure) await portFree(port + 1);
  mkdirSync(data, { recursive: true });
  const env = {
    ...process.env,
    VECTIS_DATA: data,
    // The server closes its folder itself when it is asked to stop.
    NEXT_MANUAL_SIG_HANDLE: 'true',
    NEXT_TELEMETRY_DISABLED: '1',
    ...(demo ? { VECTIS_DEMO: '1' } : {}),
    ...(secure ? { PORT: String(port), VECTIS_BIND: host, NODE_ENV: 'production' } : {}),
  };
  const command = secure
    ? [join(root, 'scripts/https.mjs')]
    : [join(root, 'node_modules/next/dist/bin/next'), 'start', '-H', host, '-p', String(port)];
  const child = spawn(process.execPath, command, { cwd: root, env, stdio: ['ignore', 'pipe', 'inherit'] });
  const ready = secure ? 'Https is open.' : 'Data folder open.';
  child.stdout.on('data', (chunk) => {
    for (const line of String(chunk).split('\n')) {
      if (/^\s*(▲|- |✓)/.test(line) || line.trim() === '') continue;
      say(line);
      if (line.includes(ready)) void told(host, port, secure ? 'https' : 'http');
    }
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
}

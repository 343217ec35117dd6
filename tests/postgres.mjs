import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { chownSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A PostgreSQL server of the tests' own: in a folder of its own, on a free port of this machine, gone after them. */

const ROOT = '/usr/lib/postgresql';

/** Folder of the newest server's programs; null where none is installed. */
function programs() {
  const versions = existsSync(ROOT) ? readdirSync(ROOT).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions.map((v) => join(ROOT, v, 'bin')).find((bin) => existsSync(join(bin, 'initdb')));
  return found ?? null;
}

/** Installs Debian's server without a cluster of its own. @returns whether it is there */
export function installPostgres(say = () => {}) {
  if (programs()) return true;
  say('setup: Installing PostgreSQL from the system packages …');
  mkdirSync('/etc/postgresql-common/createcluster.d', { recursive: true });
  writeFileSync('/etc/postgresql-common/createcluster.d/vectis-tests.conf', 'create_main_cluster = false\n');
  const apt = (...args) => spawnSync('apt-get', args, { stdio: 'inherit' }).status === 0;
  const got =
    apt('install', '-y', '-qq', '--no-install-recommends', 'postgresql') ||
    (apt('update', '-qq') && apt('install', '-y', '-qq', '--no-install-recommends', 'postgresql'));
  return got && programs() !== null;
}

/** The system's own user for the server, which refuses to run as root; null where the tests do not run as root. */
function serverUser() {
  if (process.getuid?.() !== 0) return null;
  const [uid, gid] = ['-u', '-g'].map((what) =>
    Number(spawnSync('id', [what, 'postgres'], { encoding: 'utf8' }).stdout.trim()),
  );
  return { uid, gid };
}

/** What stands before a command that the server's user runs. */
function asServer() {
  const user = serverUser();
  return user === null ? [] : ['setpriv', `--reuid=${user.uid}`, `--regid=${user.gid}`, '--clear-groups'];
}

/** Runs a program as the server's user. */
function run(command, args, options = {}) {
  const [first, ...rest] = [...asServer(), command, ...args];
  return spawnSync(first, rest, { encoding: 'utf8', ...options });
}

/** A port of this machine that nobody listens on. */
export async function freePort() {
  const probe = createServer();
  probe.listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address();
  probe.close();
  return port;
}

/**
 * Starts a server. What it writes is not brought to the disk: no test asks whether PostgreSQL itself survives a power cut.
 * @param more settings that are not as for the tests
 * @param hear is told what the server writes, from its beginning on
 * @returns its address without a database, and how it is stopped
 */
export async function startPostgres(place = tmpdir(), more = {}, hear = () => {}) {
  const bin = programs();
  if (!bin) throw new Error('PostgreSQL is not installed (apt-get install postgresql); the store tests need it.');
  const folder = mkdtempSync(join(place, 'vectis-pg-'));
  const user = serverUser();
  if (user !== null) chownSync(folder, user.uid, user.gid);
  const made = run(
    join(bin, 'initdb'),
    ['-D', join(folder, 'data'), '-U', 'vectis', '-A', 'trust', '-E', 'UTF8', '--no-sync', '--locale=C.UTF-8'],
    { cwd: '/' },
  );
  if (made.status !== 0) throw new Error(`initdb: ${made.stderr}`);
  const port = await freePort();
  const settings = {
    listen_addresses: '127.0.0.1',
    port,
    unix_socket_directories: folder,
    fsync: 'off',
    synchronous_commit: 'off',
    full_page_writes: 'off',
    max_connections: 200,
    shared_buffers: '64MB',
    autovacuum: 'off',
    max_wal_size: '2GB',
    ...more,
  };
  const [first, ...rest] = [
    ...asServer(),
    join(bin, 'postgres'),
    '-D',
    join(folder, 'data'),
    ...Object.entries(settings).flatMap(([k, v]) => ['-c', `${k}=${v}`]),
  ];
  const server = spawn(first, rest, { stdio: ['ignore', 'ignore', 'pipe'], cwd: '/' });
  let said = '';
  server.stderr.on('data', (chunk) => {
    hear(String(chunk));
    if (!said.includes('ready to accept')) said += chunk;
  });
  const begun = Date.now();
  while (!said.includes('ready to accept')) {
    if (server.exitCode !== null || Date.now() - begun > 30_000) throw new Error(`PostgreSQL did not start: ${said}`);
    await new Promise((done) => setTimeout(done, 20));
  }
  server.unref();
  server.stderr.unref?.();
  return {
    url: `postgres://vectis@127.0.0.1:${port}`,
    pid: server.pid,
    stop: async () => {
      // Whoever stops it waits for its end, with nothing else to do.
      server.ref();
      const gone = once(server, 'exit');
      server.kill('SIGINT');
      if (server.exitCode === null) await gone;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

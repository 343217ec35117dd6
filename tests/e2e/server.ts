import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { freePort } from '../postgres.mjs';
import { copyOver, emptyFolder, made } from '../template.mjs';

/** A Vectis of the test's own: own folder, own port, started and killed by the test. */
export class Server {
  private child: ChildProcess | null = null;
  private output = '';

  constructor(
    readonly port: number,
    private readonly demo: boolean,
    readonly folder = mkdtempSync(join(tmpdir(), 'vectis-e2e-')),
  ) {}

  /** A server on a folder of its own that is ready to use. */
  static async start(options: { demo?: boolean; fill?: (folder: string) => Promise<void> } = {}): Promise<Server> {
    const server = new Server(await freePort(), options.demo === true);
    if (options.fill) await options.fill(server.folder);
    else copyOver(options.demo ? await demoFolder() : await emptyFolder(), server.folder);
    await server.up();
    return server;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** The server's process, while it is up. */
  get pid(): number {
    return this.child?.pid ?? 0;
  }

  async up(env: Readonly<Record<string, string>> = {}): Promise<void> {
    this.output = '';
    this.child = launch(this.folder, this.port, this.demo, env);
    for (const stream of [this.child.stdout, this.child.stderr]) {
      stream?.on('data', (chunk) => {
        this.output += chunk;
      });
    }
    const started = Date.now();
    while (!this.output.includes('Data folder open.')) {
      if (this.child.exitCode !== null || Date.now() - started > 90_000)
        throw new Error(`server did not start: ${this.output}`);
      await new Promise((r) => setTimeout(r, 50));
    }
  }

  /** kill -9, as a power cut would. */
  async kill(): Promise<void> {
    // One that a signal ended has no exit code, and is as gone.
    if (!this.child || this.child.exitCode !== null || this.child.signalCode !== null) return;
    const gone = once(this.child, 'exit');
    this.child.kill('SIGKILL');
    await gone;
  }

  /** Asked to stop, as a machine that shuts down asks. @returns its exit code */
  async end(): Promise<number | null> {
    const child = this.child;
    if (!child) return null;
    const gone = once(child, 'exit');
    child.kill('SIGTERM');
    const [code] = await gone;
    return code as number | null;
  }

  async stop(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** The demo workshop on a folder, filled once per build and day, and copied. */
export async function demoFolder(): Promise<string> {
  const build = readFileSync('.next/BUILD_ID', 'utf8').trim();
  return made(`demo-${build}-${new Date().toISOString().slice(0, 10)}`, async (folder) => {
    copyOver(await emptyFolder(), folder);
    const filling = new Server(await freePort(), true, folder);
    await filling.up();
    await filling.kill();
    for (const name of ['vectis.lock', 'vectis.pid']) rmSync(join(folder, name), { recursive: true, force: true });
  });
}

/** Starts the built server on a folder; the process is Next itself, so that killing it kills everything. */
export function launch(
  folder: string,
  port: number,
  demo: boolean,
  env: Readonly<Record<string, string>> = {},
): ChildProcess {
  return spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)], {
    env: {
      ...process.env,
      NEXT_MANUAL_SIG_HANDLE: 'true',
      VECTIS_DATA: folder,
      VECTIS_DEMO: demo ? '1' : '0',
      NEXT_TELEMETRY_DISABLED: '1',
      // The server lives at the same moment as the test and its pages.
      NODE_OPTIONS: `--require ${JSON.stringify(resolve('tests/clock.cjs'))}`,
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
}

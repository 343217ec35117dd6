import { existsSync, mkdirSync, readFileSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import lockfile from 'proper-lockfile';

/** The data folder is held by another running Vectis. The message is the one sentence a person should see. */
export class FolderInUseError extends Error {
  constructor(folder: string, pid: number | null) {
    super(
      `The data folder ${folder} is already open in another Vectis${pid ? ` (process ${pid})` : ''}; stop that one first, or set VECTIS_DATA to another folder.`,
    );
    this.name = 'FolderInUseError';
  }
}

const STALE_MS = 4000;
const UPDATE_MS = 1000;

/**
 * Takes the exclusive lock on a data folder. PGlite itself lets two processes open one folder, and each then
 * silently loses the other's writes. While the holder lives a second process is refused at once; after a crash
 * the lock lapses within a few seconds.
 * @returns a function that gives the folder up
 * @throws FolderInUseError
 */
export async function lockFolder(folder: string, say: (line: string) => void = () => {}): Promise<() => Promise<void>> {
  mkdirSync(folder, { recursive: true });
  const lockfilePath = join(folder, 'vectis.lock');
  const pidPath = join(folder, 'vectis.pid');
  const holder = readHolder(pidPath);
  if (holder && holder.pid !== process.pid && existsSync(lockfilePath) && isSame(holder)) {
    throw new FolderInUseError(folder, holder.pid);
  }
  if (existsSync(lockfilePath)) {
    say('The last run was cut off; waiting for its lock to lapse …');
    // A clock that went back since would keep it locked until it has caught up: from now on it lapses like any other.
    const now = new Date();
    if (statSync(lockfilePath).mtimeMs > now.getTime() + STALE_MS) {
      say('The clock of this machine went back since then. Look at it: times of what is entered come from it.');
      utimesSync(lockfilePath, now, now);
    }
  }
  const take = () =>
    lockfile.lock(folder, {
      lockfilePath,
      realpath: false,
      stale: STALE_MS,
      update: UPDATE_MS,
      retries: { retries: 12, minTimeout: 500, maxTimeout: 500, factor: 1 },
      onCompromised: () => {
        // A machine that slept misses its updates. Others refuse while this process lives, so the folder is
        // still ours unless its pid file says otherwise.
        if (readHolder(pidPath)?.pid !== process.pid) {
          console.error(
            `The data folder ${folder} was taken over by another Vectis; stopping so that nothing is lost.`,
          );
          process.exit(1);
        }
        void take().catch(() => process.exit(1));
      },
    });
  let release: () => Promise<void>;
  try {
    release = await take();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ELOCKED')
      throw new FolderInUseError(folder, readHolder(pidPath)?.pid ?? null);
    throw error;
  }
  writeFileSync(pidPath, `${process.pid} ${startTime(process.pid)}\n`);
  return release;
}

interface Holder {
  readonly pid: number;
  readonly started: string;
}

function readHolder(pidPath: string): Holder | null {
  try {
    const [pid, started] = readFileSync(pidPath, 'utf8').trim().split(' ');
    return Number.isInteger(Number(pid)) ? { pid: Number(pid), started: started ?? '' } : null;
  } catch {
    return null;
  }
}

/** The same process is still there: alive, and not a later one that was given the same number. */
function isSame(holder: Holder): boolean {
  try {
    process.kill(holder.pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  return startTime(holder.pid) === holder.started;
}

/** Start time of a process where the system tells (field 22 of /proc/PID/stat), else an empty string. */
function startTime(pid: number): string {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? '';
  } catch {
    return '';
  }
}

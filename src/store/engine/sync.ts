import { open, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';

/** What brings a file to the disk; tests put one in its place that drops what was never brought. */
export interface Disk {
  /** Contents of a file, or entries of a folder. */
  sync(path: string): Promise<void>;
}

export const DISK: Disk = {
  sync: async (path) => {
    const file = await open(/* turbopackIgnore: true */ path, 'r');
    try {
      await file.datasync();
    } finally {
      await file.close();
    }
  },
};

const SEGMENT = /^[0-9A-F]{24}$/;
/** Segments of 16 MB between two checkpoints of our own. */
const SEGMENTS = 4;

/**
 * Brings the write-ahead log of a database folder to the disk. The engine writes it and never syncs; what was
 * acknowledged is on the disk once `sync` came back. After every 64 MB of it everything is brought to the database's
 * own files, and those are synced too.
 */
export class WalSync {
  private readonly seen = new Map<string, string>();
  private since = 0;
  private busy: Promise<void> = Promise.resolve();
  private queued: Promise<void> | null = null;

  constructor(
    private readonly db: string,
    private readonly checkpoint: () => Promise<void>,
    private readonly disk: Disk = DISK,
  ) {}

  /** What was written before this was called is on the disk when it comes back; calls that wait share one round. */
  sync(): Promise<void> {
    if (this.queued) return this.queued;
    const round = this.busy.then(() => {
      this.queued = null;
      return this.bring();
    });
    this.queued = round;
    this.busy = round.catch(() => {});
    return round;
  }

  private async bring(): Promise<void> {
    const wal = join(this.db, 'pg_wal');
    let fresh = false;
    for (const name of (await readdir(/* turbopackIgnore: true */ wal)).sort()) {
      if (!SEGMENT.test(name)) continue;
      const path = join(wal, name);
      const at = await stat(/* turbopackIgnore: true */ path).catch(() => null);
      if (at === null) continue;
      const mark = `${at.mtimeMs}/${at.size}/${at.ino}`;
      if (this.seen.get(name) === mark) continue;
      if (!this.seen.has(name)) fresh = true;
      await this.disk.sync(path);
      this.seen.set(name, mark);
    }
    if (!fresh) return;
    await this.disk.sync(wal);
    this.since += 1;
    if (this.since > SEGMENTS) {
      this.since = 0;
      await this.settle();
    }
  }

  /** Everything to the database's own files, and those to the disk. */
  async settle(): Promise<void> {
    await this.checkpoint();
    const folders = new Set<string>([this.db]);
    for (const e of await readdir(/* turbopackIgnore: true */ this.db, { withFileTypes: true, recursive: true })) {
      folders.add(e.parentPath);
      if (!e.isFile()) continue;
      const path = join(e.parentPath, e.name);
      const at = await stat(/* turbopackIgnore: true */ path).catch(() => null);
      if (at === null) continue;
      const mark = `${at.mtimeMs}/${at.size}/${at.ino}`;
      if (this.seen.get(path) === mark) continue;
      await this.disk.sync(path);
      this.seen.set(path, mark);
    }
    for (const folder of folders) await this.disk.sync(folder);
  }
}

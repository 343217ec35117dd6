import { ask } from '@/ui/ask';

/** How the bench is kept: stored, on its way, held up (it is tried again by itself), or refused for good. */
export type Saved = 'saved' | 'saving' | { readonly held: string } | { readonly refused: string };

type Send<T> = (
  version: number,
  value: T,
) => Promise<
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly message: string; readonly again?: boolean }
>;

const SAVE_AFTER_MS = 350;
const AGAIN_MS = 2500;

/**
 * Keeps what stands on the bench, a moment after it last changed: one save at a time, always the newest, each with the version
 * that the one before gave back. What could not be sent is sent again until it is; what another screen overtook is refused and
 * stays refused, because sending it would write over the other's.
 */
export class Saver<T> {
  private wanted: T;
  private running: Promise<void> | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private refused = false;

  constructor(
    private readonly send: Send<T>,
    private version: number,
    private stored: T,
    private readonly tell: (saved: Saved) => void,
  ) {
    this.wanted = stored;
  }

  /** What stands on the bench now. */
  change(value: T): void {
    if (value === this.wanted) return;
    this.wanted = value;
    if (this.refused) return;
    clearTimeout(this.timer);
    // Taken back to what is stored: nothing is left to send.
    if (value === this.stored && this.running === null) {
      this.tell('saved');
      return;
    }
    this.tell('saving');
    this.timer = setTimeout(() => void this.run(), SAVE_AFTER_MS);
  }

  /** Sends what is not kept yet, at once. @returns the version under which it is kept; null where it could not be */
  async flush(): Promise<number | null> {
    clearTimeout(this.timer);
    if (!this.refused) await this.run();
    return this.stored === this.wanted ? this.version : null;
  }

  private run(): Promise<void> {
    this.running ??= this.sendAll().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async sendAll(): Promise<void> {
    while (this.wanted !== this.stored && !this.refused) {
      const value = this.wanted;
      const result = await ask(() => this.send(this.version, value));
      if (result.ok) {
        this.version = result.value;
        this.stored = value;
        continue;
      }
      if (result.again) {
        this.tell({ held: result.message });
        clearTimeout(this.timer);
        this.timer = setTimeout(() => void this.run(), AGAIN_MS);
        return;
      }
      this.refused = true;
      this.tell({ refused: result.message });
      return;
    }
    this.tell('saved');
  }
}

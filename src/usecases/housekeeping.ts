import 'server-only';
import { theStore } from '@/store/connection';
import { tidy } from '@/store/folder/tidy';
import { rememberBesides } from './calendar/memory';

const HOUR = 3600_000;
/** Every few minutes somebody looks whether it is time. */
const LOOK_MS = 10 * 60_000;
/** Nobody waits at this hour of the machine's clock. */
const NIGHT = 3;
/** A night that was slept through is made up for at the next start. */
const AFTER_START_MS = 60_000;

/** Whether the database is to be tidied: at night, once; `last` is when it was, ms. */
export const timeToTidy = (now: Date, last: number): boolean =>
  now.getHours() === NIGHT && now.getTime() - last > 2 * HOUR;

/**
 * What is done beside the work: jobs of earlier releases are remembered, and tables are tidied a minute after the
 * start and each night. A folder that is closed or put back meanwhile goes on next time.
 */
export function keepHouse(): void {
  let last = 0;
  const run = async (): Promise<void> => {
    last = Date.now();
    await tidy((await theStore()).db);
  };
  const later = (work: () => Promise<void>): void =>
    void work().catch((error) => console.error('Work beside the work failed; it is tried again.', error));
  later(async () => rememberBesides((await theStore()).db));
  setTimeout(() => later(run), AFTER_START_MS).unref();
  setInterval(() => {
    if (timeToTidy(new Date(), last)) later(run);
  }, LOOK_MS).unref();
}

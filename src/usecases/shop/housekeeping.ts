import 'server-only';
import { theStore } from '@/store/connection';
import { tidy } from '@/store/folder/tidy';
import { shopTimeNow } from '@/store/shopTime';
import { rememberBesides } from '../calendar/memory';
import { keepTimeBy } from '../calendar/zone';

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

/** Another process may have changed the shop's zone, ms. */
const ZONE_MS = 30_000;

/**
 * What is done beside the work: jobs of earlier releases are remembered, and tables are tidied a minute after the
 * start and each night. A folder that is closed or put back meanwhile goes on next time. A database server tidies by
 * itself; of several processes on one, one at a time does what is left.
 */
export function keepHouse(): void {
  let last = 0;
  const run = async (): Promise<void> => {
    last = Date.now();
    const { kind, db } = await theStore();
    if (kind === 'folder') await tidy(db);
  };
  const later = (work: () => Promise<unknown>): void =>
    void work().catch((error) => console.error('Work beside the work failed; it is tried again.', error));
  later(async () => {
    const { db, onlyHere } = await theStore();
    await onlyHere('remember', () => rememberBesides(db));
  });
  setTimeout(() => later(run), AFTER_START_MS).unref();
  setInterval(() => {
    if (timeToTidy(new Date(), last)) later(run);
  }, LOOK_MS).unref();
  setInterval(() => {
    later(async () => {
      const { kind, db } = await theStore();
      if (kind === 'server') keepTimeBy((await shopTimeNow(db)).zone);
    });
  }, ZONE_MS).unref();
}

import 'server-only';
import { theStore } from '@/store/connection';
import { latestEvent } from '@/store/events';
import { shopTimeNow } from '@/store/shopTime';
import { reads } from './zone';

/** So much may two clocks differ, ms: what was noted a moment ago on the same machine. */
const SLACK = 2 * 60_000;

/**
 * Whether the clock of this machine stands before something that was noted already: nobody knows then how long anything
 * has been. Null while it does not.
 */
export async function clockBehind(now = Date.now()): Promise<string | null> {
  const { db } = await theStore();
  const last = await latestEvent(db);
  if (last === null || last.getTime() <= now + SLACK) return null;
  const { zone } = await shopTimeNow(db);
  const at = (x: number): string => reads(zone, x, 'd MMM yyyy HH:mm');
  return `The clock of the machine that keeps the work says ${at(now)}, but something was noted at ${at(last.getTime())}. Set it right: due dates, cures and the order of entries go by it.`;
}

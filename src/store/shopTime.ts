import { eq } from 'drizzle-orm';
import { whoActsNow } from './acting';
import { type DayHours, type ShopTimeRow, shopTime } from './calendarSchema';
import type { Executor } from './connection';
import { recordEvent } from './events';

const WORKDAY: readonly DayHours[] = [{ from: 8 * 60, to: 17 * 60 }];

/** How a shop keeps its time until it says so: the zone of its machine, weekdays from eight to five. */
const usual = (): ShopTimeRow => ({
  id: 'shop',
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
  hours: [WORKDAY, WORKDAY, WORKDAY, WORKDAY, WORKDAY, [], []],
  corrects: true,
  namesShown: false,
  templates: {},
  changedBy: '',
  personId: null,
  changedAt: new Date(0),
});

/** How the shop keeps its time. */
export async function shopTimeNow(db: Executor): Promise<ShopTimeRow> {
  const [row] = await db.select().from(shopTime).where(eq(shopTime.id, 'shop'));
  return row ?? usual();
}

/** Changes how the shop keeps its time. */
export async function setShopTime(
  tx: Executor,
  change: Partial<Pick<ShopTimeRow, 'zone' | 'hours' | 'corrects' | 'namesShown' | 'templates'>>,
  by: string,
  at: Date,
): Promise<void> {
  const now = { ...(await shopTimeNow(tx)), ...change, changedBy: by, personId: whoActsNow(), changedAt: at };
  await tx.insert(shopTime).values(now).onConflictDoUpdate({ target: shopTime.id, set: now });
  await recordEvent(tx, { kind: 'shop-time.changed', detail: { ...change }, by, at });
}

import { eq } from 'drizzle-orm';
import type { Db } from './connection';
import { doneOnce } from './onceSchema';

/**
 * Does something to a folder once and notes that it is done, in one transaction: never again, whatever comes into the
 * folder later.
 * @param what names it for good
 */
export async function once(db: Db, what: string, at: Date, work: (tx: Db) => Promise<unknown>): Promise<void> {
  const done = await db.select({ what: doneOnce.what }).from(doneOnce).where(eq(doneOnce.what, what));
  if (done.length > 0) return;
  await db.transaction(async (tx) => {
    await work(tx as unknown as Db);
    await tx.insert(doneOnce).values({ what, at });
  });
}

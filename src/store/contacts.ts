import { desc, eq, inArray } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { whoActsNow } from './acting';
import { attempt, type ContactRow, contact, reminder } from './calendarSchema';
import type { Executor } from './connection';
import { recordEvent } from './events';

/** Whom a car belongs to; null where nobody said. */
export async function contactOf(db: Executor, vehicleId: string): Promise<ContactRow | null> {
  const [row] = await db.select().from(contact).where(eq(contact.vehicleId, vehicleId));
  return row ?? null;
}

/** Whom each of these cars belongs to, as far as somebody said, by the car. */
export async function contactsOf(
  db: Executor,
  vehicleIds: readonly string[],
): Promise<ReadonlyMap<string, ContactRow>> {
  if (vehicleIds.length === 0) return new Map();
  const rows = await db
    .select()
    .from(contact)
    .where(inArray(contact.vehicleId, [...new Set(vehicleIds)]));
  return new Map(rows.map((c) => [c.vehicleId, c]));
}

/** Keeps whom a car belongs to and how far it goes in a day. */
export async function keepContact(
  tx: Executor,
  vehicleId: string,
  c: Pick<ContactRow, 'name' | 'email' | 'phone' | 'kmADay'>,
  by: string,
  at: Date,
): Promise<void> {
  const set = { ...c, by, personId: whoActsNow(), at };
  await tx
    .insert(contact)
    .values({ vehicleId, ...set })
    .onConflictDoUpdate({ target: contact.vehicleId, set });
  await recordEvent(tx, { vehicleId, kind: 'contact.kept', detail: { kmADay: c.kmADay }, by, at });
}

/** Reminders that were put into the outbox of these visits, the last first. */
export const remindersOf = (db: Executor, visitId: string) =>
  db.select().from(reminder).where(eq(reminder.visitId, visitId)).orderBy(desc(reminder.at)).limit(30);

/** Reminders that were put into the outbox, the last first. */
export const lastReminders = (db: Executor, most: number) =>
  db.select().from(reminder).orderBy(desc(reminder.at)).limit(most);

/** Which of these were written already. */
export async function writtenOf(db: Executor, ofs: readonly string[]): Promise<ReadonlySet<string>> {
  if (ofs.length === 0) return new Set();
  const rows = await db
    .select({ of: reminder.of })
    .from(reminder)
    .where(inArray(reminder.of, [...ofs]));
  return new Set(rows.map((r) => r.of));
}

/** Notes a reminder as written. @returns false where it was written already, so that it is not written twice */
export async function noteReminder(
  tx: Executor,
  r: { visitId: string; kind: string; of: string; to: string; subject: string; file: string },
  by: string,
  at: Date,
): Promise<boolean> {
  const done = await tx
    .insert(reminder)
    .values({ ...r, id: newId(), by, at })
    .onConflictDoNothing({ target: reminder.of })
    .returning({ id: reminder.id });
  return done.length > 0;
}

/** Notes a try at a recheck that came to nothing. */
export async function addAttempt(tx: Executor, recheckId: string, note: string, by: string, at: Date): Promise<void> {
  await tx.insert(attempt).values({ id: newId(), recheckId, note, by, at });
}

/** Tries at these rechecks, the last first. */
export const attemptsOf = (db: Executor, recheckIds: readonly string[]) =>
  recheckIds.length === 0
    ? Promise.resolve([])
    : db
        .select()
        .from(attempt)
        .where(inArray(attempt.recheckId, [...recheckIds]))
        .orderBy(desc(attempt.at));

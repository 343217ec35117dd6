import { and, asc, desc, eq, isNull, like } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Executor } from './connection';
import { NotFoundError, RefusedError, violates } from './errors';
import { recordEvent } from './events';
import { VOID_PIN } from './folder/pinKey';
import { type LoginRow, login, type PersonRow, person, type Role } from './peopleSchema';
import { bookPeople, followPerson } from './resources';

/** Everybody who works here now, in the order they were added. */
export const people = (db: Executor): Promise<PersonRow[]> =>
  db.select().from(person).where(isNull(person.archivedAt)).orderBy(asc(person.createdAt), asc(person.id));

async function named<T>(name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (violates(error, 'person_name'))
      throw new RefusedError(`There is a ${name} already. Two people need two names.`);
    throw error;
  }
}

export interface PersonInput {
  readonly name: string;
  readonly role: Role;
  readonly pinHash: string | null;
}

/** Adds somebody. @returns their id @throws RefusedError where the name is taken */
export async function addPerson(tx: Executor, input: PersonInput, by: string, at: Date): Promise<string> {
  const id = newId();
  await named(input.name, () => tx.insert(person).values({ ...input, id, createdAt: at }));
  await bookPeople(tx, at);
  await recordEvent(tx, { kind: 'person.added', detail: { id, name: input.name, role: input.role }, by, at });
  return id;
}

/** Changes name, role or PIN; a new PIN ends every login of theirs. @throws NotFoundError, RefusedError */
export async function changePerson(
  tx: Executor,
  id: string,
  change: Partial<PersonInput> & { readonly archivedAt?: Date },
  by: string,
  at: Date,
): Promise<void> {
  const changed = await named(change.name ?? '', () =>
    tx
      .update(person)
      .set(change)
      .where(and(eq(person.id, id), isNull(person.archivedAt)))
      .returning({ id: person.id }),
  );
  if (!changed[0]) throw new NotFoundError('This person');
  await followPerson(tx, id, change);
  if (change.pinHash !== undefined || change.archivedAt !== undefined)
    await tx
      .update(login)
      .set({ revokedAt: at })
      .where(and(eq(login.personId, id), isNull(login.revokedAt)));
  const { name, role, archivedAt } = change;
  await recordEvent(tx, {
    kind: archivedAt ? 'person.left' : 'person.changed',
    detail: { id, name, role, pin: change.pinHash === undefined ? 'as it was' : 'set' },
    by,
    at,
  });
}

/** The same PIN hashed anew, with this folder's secret; nobody's login ends. */
export async function rehashPin(db: Executor, id: string, pinHash: string): Promise<void> {
  await db.update(person).set({ pinHash }).where(eq(person.id, id));
}

/** PINs that earlier releases hashed without a secret are void: a backup of them is put in place on another machine. */
export async function voidOldPins(db: Executor): Promise<void> {
  await db.update(person).set({ pinHash: VOID_PIN }).where(like(person.pinHash, '$argon2%'));
}

/** Notes that somebody signed in. @returns the login's id */
export async function addLogin(tx: Executor, personId: string, device: string, at: Date): Promise<string> {
  const id = newId();
  await tx.insert(login).values({ id, personId, device: device.slice(0, 300), at });
  return id;
}

/** Who a login stands for; null where it was ended, or they left. */
export async function personOfLogin(db: Executor, id: string): Promise<PersonRow | null> {
  const [row] = await db
    .select({ person })
    .from(login)
    .innerJoin(person, eq(login.personId, person.id))
    .where(and(eq(login.id, id), isNull(login.revokedAt), isNull(person.archivedAt)));
  return row?.person ?? null;
}

/** Ends a login, or every one of a person. @returns the ids that ended */
export async function endLogins(tx: Executor, of: { id?: string; personId?: string }, at: Date): Promise<string[]> {
  const which = of.id ? eq(login.id, of.id) : eq(login.personId, of.personId ?? '');
  const ended = await tx
    .update(login)
    .set({ revokedAt: at })
    .where(and(which, isNull(login.revokedAt)))
    .returning({ id: login.id });
  return ended.map((l) => l.id);
}

/** Ends every login there is: after a restore everybody signs in again. */
export async function endEveryLogin(tx: Executor, at: Date): Promise<void> {
  await tx.update(login).set({ revokedAt: at }).where(isNull(login.revokedAt));
}

/** Logins that stand, the latest first. */
export const standingLogins = (db: Executor): Promise<LoginRow[]> =>
  db.select().from(login).where(isNull(login.revokedAt)).orderBy(desc(login.at));

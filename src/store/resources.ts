import { randomBytes } from 'node:crypto';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { type ResourceKind, type ResourceRow, resource } from './calendarSchema';
import type { Executor } from './connection';
import { NotFoundError, RefusedError, violates } from './errors';
import { recordEvent } from './events';
import { person } from './peopleSchema';

/** What ends a calendar's address: nobody guesses it. */
const newToken = (): string => randomBytes(24).toString('base64url');

/**
 * Bays, people and things that a visit takes up, in the order they were added; somebody on the list of people by the
 * name there.
 */
export async function resources(db: Executor): Promise<ResourceRow[]> {
  const rows = await db
    .select({ own: resource, name: person.name, left: person.archivedAt })
    .from(resource)
    .leftJoin(person, eq(resource.personId, person.id))
    .where(isNull(resource.archivedAt))
    .orderBy(asc(resource.createdAt), asc(resource.id));
  return rows.filter((r) => r.left === null).map((r) => ({ ...r.own, name: r.name ?? r.own.name }));
}

/** Adds one. @returns its id @throws RefusedError where the name is taken */
export async function addResource(
  tx: Executor,
  r: { readonly kind: ResourceKind; readonly name: string; readonly personId?: string | null },
  by: string,
  at: Date,
): Promise<string> {
  const id = newId();
  try {
    await tx.insert(resource).values({ id, token: newToken(), personId: null, ...r, createdAt: at });
  } catch (error) {
    if (violates(error, 'resource_name'))
      throw new RefusedError(`“${r.name}” is on the calendar already. Two of them need two names.`);
    throw error;
  }
  await recordEvent(tx, { kind: 'resource.added', detail: { id, kind: r.kind, name: r.name }, by, at });
  return id;
}

/** Renames one, takes it off the calendar, or gives it a new address. @throws NotFoundError */
export async function changeResource(
  tx: Executor,
  id: string,
  change: { readonly name?: string; readonly archivedAt?: Date; readonly newAddress?: true },
  by: string,
  at: Date,
): Promise<void> {
  const { newAddress, ...set } = change;
  const done = await tx
    .update(resource)
    .set({ ...set, ...(newAddress ? { token: newToken() } : {}) })
    .where(and(eq(resource.id, id), isNull(resource.archivedAt)))
    .returning({ id: resource.id });
  if (!done[0]) throw new NotFoundError('This place or person');
  await recordEvent(tx, { kind: 'resource.changed', detail: { id, ...set, newAddress: newAddress ?? false }, by, at });
}

/** Whose calendar an address ends with; null where nobody's does. */
export async function resourceOfToken(db: Executor, token: string): Promise<ResourceRow | null> {
  return (await resources(db)).find((r) => r.token === token) ?? null;
}

/** Everybody on the list of people is somebody who can be booked; whoever is not on the calendar yet is put on it. */
export async function bookPeople(db: Executor, at: Date): Promise<void> {
  const missing = await db
    .select({ id: person.id, name: person.name })
    .from(person)
    .leftJoin(resource, eq(resource.personId, person.id))
    .where(and(isNull(person.archivedAt), isNull(resource.id)));
  const taken = new Map((await resources(db)).map((r) => [r.name.toLowerCase(), r]));
  for (const p of missing) {
    const same = taken.get(p.name.toLowerCase());
    // Who was booked by name before they signed in is the same one.
    if (same?.kind === 'person') await db.update(resource).set({ personId: p.id }).where(eq(resource.id, same.id));
    else if (!same) await addResource(db, { kind: 'person', name: p.name, personId: p.id }, p.name, at);
  }
}

/**
 * The calendar follows the list of people: a new name is taken over, and whoever left is off it, so that another may
 * have the name.
 */
export async function followPerson(
  tx: Executor,
  personId: string,
  { name, archivedAt }: { readonly name?: string; readonly archivedAt?: Date },
): Promise<void> {
  const set = { ...(name === undefined ? {} : { name }), ...(archivedAt === undefined ? {} : { archivedAt }) };
  if (Object.keys(set).length === 0) return;
  try {
    await tx
      .update(resource)
      .set(set)
      .where(and(eq(resource.personId, personId), isNull(resource.archivedAt)));
  } catch (error) {
    if (violates(error, 'resource_name'))
      throw new RefusedError(`“${name}” is on the calendar already, as something else. Two of them need two names.`);
    throw error;
  }
}

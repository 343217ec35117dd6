import 'server-only';
import { InputError } from '@/core/errors';
import { pinFrom } from '@/core/pin';
import { theStore } from '@/store/connection';
import { NotFoundError, RefusedError } from '@/store/errors';
import { addLogin, addPerson, changePerson, endLogins, people, standingLogins } from '@/store/people';
import type { PersonRow, Role } from '@/store/peopleSchema';
import { openToNetwork } from './openTo';
import { checkPin } from './pins';
import { loginCookie, readSession } from './session';

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly hasPin: boolean;
}

const asPerson = ({ id, name, role, pinHash }: PersonRow): Person => ({ id, name, role, hasPin: pinHash !== null });

/** Everybody who works here; PINs stay where they are. */
export const everybody = async (): Promise<Person[]> => (await people((await theStore()).db)).map(asPerson);

async function personWith(id: string): Promise<PersonRow> {
  const found = (await people((await theStore()).db)).find((p) => p.id === id);
  if (!found) throw new NotFoundError('This person');
  return found;
}

/** Somebody is at the bench: their PIN is asked where they have one. @throws RefusedError */
export async function signIn(id: string, pin: string, device: string): Promise<void> {
  const who = await personWith(id);
  if (who.pinHash !== null || openToNetwork()) await checkPin(who, pin);
  const { db } = await theStore();
  const cookie = await loginCookie();
  cookie.loginId = await addLogin(db, who.id, device, new Date());
  await cookie.save();
}

/** Nobody is at the bench any more. */
export async function signOut(): Promise<void> {
  const cookie = await loginCookie();
  if (cookie.loginId) await end({ id: cookie.loginId });
  cookie.destroy();
}

async function end(of: { id?: string; personId?: string }): Promise<void> {
  await endLogins((await theStore()).db, of, new Date());
}

/** People are the lead's to change, as soon as a lead has a PIN. @throws RefusedError */
async function requireLead(): Promise<string> {
  const { who, role } = await readSession();
  const guarded = (await everybody()).some((p) => p.role === 'lead' && p.hasPin);
  if (guarded && (who === null || role !== 'lead'))
    throw new RefusedError('People are changed by a lead: sign in as one first.');
  return who ?? 'Settings';
}

function nameFrom(typed: string): string {
  const name = typed.trim().replace(/\s+/g, ' ');
  if (name === '' || name.length > 60)
    throw new InputError(
      'Name',
      name.slice(0, 40),
      name === '' ? 'is empty.' : 'is longer than 60 characters.',
      'First and last name will do.',
    );
  return name;
}

export interface TypedPerson {
  readonly name: string;
  readonly role: Role;
  /** Empty: none is asked of them on this machine. */
  readonly pin: string;
}

/** Adds somebody. @throws InputError, RefusedError */
export async function addSomebody({ name, role, pin }: TypedPerson): Promise<void> {
  const by = await requireLead();
  if (pin.trim() === '' && openToNetwork())
    throw new RefusedError('While Vectis answers the network everybody has a PIN. Type one.');
  const pinHash = pin.trim() === '' ? null : await (await theStore()).pinKey.hash(pinFrom(pin));
  const { db } = await theStore();
  await db.transaction((tx) => addPerson(tx, { name: nameFrom(name), role, pinHash }, by, new Date()));
}

/** Changes a name or role, or sets a PIN; a new PIN ends their logins. @throws InputError, RefusedError, NotFoundError */
export async function changeSomebody(id: string, { name, role, pin }: TypedPerson): Promise<void> {
  const by = await requireLead();
  const was = await personWith(id);
  const others = (await everybody()).filter((p) => p.id !== id);
  if (was.role === 'lead' && role !== 'lead' && others.length > 0 && !others.some((p) => p.role === 'lead'))
    throw new RefusedError(`${was.name} is the only lead. Make somebody else one first.`);
  const change = {
    name: nameFrom(name),
    role,
    ...(pin.trim() === '' ? {} : { pinHash: await (await theStore()).pinKey.hash(pinFrom(pin)) }),
  };
  const { db } = await theStore();
  if (pin.trim() !== '') await end({ personId: id });
  await db.transaction((tx) => changePerson(tx, id, change, by, new Date()));
}

/** Somebody left: their name stays on what they did. @throws RefusedError, NotFoundError */
export async function somebodyLeft(id: string): Promise<void> {
  const by = await requireLead();
  const others = (await everybody()).filter((p) => p.id !== id);
  if (others.length > 0 && !others.some((p) => p.role === 'lead'))
    throw new RefusedError('The last lead stays until somebody else is one.');
  const at = new Date();
  await end({ personId: id });
  const { db } = await theStore();
  await db.transaction((tx) => changePerson(tx, id, { archivedAt: at }, by, at));
}

/** Ends every login of a person, on whatever they signed in. */
export async function endAllOf(personId: string): Promise<void> {
  await requireLead();
  await end({ personId });
}

/** How many browsers each person is signed in on. */
export async function loginCounts(): Promise<ReadonlyMap<string, number>> {
  const counts = new Map<string, number>();
  for (const l of await standingLogins((await theStore()).db))
    counts.set(l.personId, (counts.get(l.personId) ?? 0) + 1);
  return counts;
}

/** Who signs cautions off beside the one at the bench: another person, a lead, by PIN; a shop of one takes the driver. */
export interface TypedSignature {
  readonly reason: string;
  readonly leadId?: string | undefined;
  readonly pin?: string | undefined;
  readonly driver?: string | undefined;
}

/**
 * The name that stands under an acceptance. Between floor and target it is whoever is at the bench; in competition a second, different
 * person: a lead by PIN, or in a shop of one the driver, recorded as such.
 * @throws RefusedError, InputError
 */
export async function signatureOf(
  typed: TypedSignature,
  competition: boolean,
): Promise<{ by: string; reason: string }> {
  const { who, personId, several } = await readSession();
  const reason = typed.reason.trim();
  if (reason === '' || reason.length > 300)
    throw new InputError(
      'Reason',
      reason.slice(0, 40),
      reason === '' ? 'is empty.' : 'is longer than 300 characters.',
      'A sentence will do.',
    );
  if (who === null) throw new RefusedError('Nobody is at the bench. Say who you are at the top of the page.');
  if (!competition) return { by: who, reason };
  if (!several) {
    const driver = nameFrom(typed.driver ?? '');
    if (driver.toLowerCase() === who.toLowerCase())
      throw new RefusedError('The driver signs as a second person; the one at the bench has signed already.');
    return { by: `${driver}, driver`, reason };
  }
  if (!typed.leadId) throw new RefusedError('In competition a lead signs these cautions: pick one.');
  if (typed.leadId === personId) throw new RefusedError('A second person signs: the lead is not the one at the bench.');
  const lead = await personWith(typed.leadId);
  if (lead.role !== 'lead') throw new RefusedError(`${lead.name} is no lead.`);
  await checkPin(lead, typed.pin ?? '');
  return { by: lead.name, reason };
}

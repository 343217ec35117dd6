import 'server-only';
import Bowser from 'bowser';
import { v7 as newId } from 'uuid';
import { InputError } from '@/core/errors';
import { pinFrom } from '@/core/pin';
import { theStore } from '@/store/connection';
import { NotFoundError, RefusedError } from '@/store/errors';
import { addLogin, addPerson, changePerson, endLogins, people, standingLogins } from '@/store/people';
import { type PersonRow, ROLES, type Role } from '@/store/peopleSchema';
import { setShopTime, shopTimeNow } from '@/store/shopTime';
import { isLead, leadOnly } from '../roles';
import { deviceCookie, inNameOf, loginCookie, readSession } from '../session';
import { openToNetwork } from './openTo';
import { checkPin, refuseStranger } from './pins';

export { ROLES };

/** People that a browser remembers. */
const MOST_KNOWN = 30;

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

/**
 * Whose names stand on the sign-in page: everybody's on this machine, for who is signed in, and where a lead wants it
 * so; else those who signed in on this browser before.
 */
export async function namesToPick(signedIn: boolean): Promise<Person[]> {
  const all = await everybody();
  const { namesShown } = await shopTimeNow((await theStore()).db);
  if (!openToNetwork() || signedIn || namesShown) return all;
  const { people: before = [] } = await deviceCookie();
  return all.filter((p) => before.includes(p.id));
}

/** Whether everybody's name stands on the sign-in page. */
export const namesAreShown = async (): Promise<boolean> => (await shopTimeNow((await theStore()).db)).namesShown;

/** Says whether everybody's name stands on the sign-in page. @throws RefusedError */
export function showNames(shown: boolean): Promise<void> {
  return asLead(async (by) => {
    const { db } = await theStore();
    await db.transaction((tx) => setShopTime(tx, { namesShown: shown }, by, new Date()));
  });
}

/** The same for a name that is typed, where none is shown. @throws RefusedError */
export async function signInByName(typed: string, pin: string, device: string): Promise<void> {
  const name = typed.trim().replace(/\s+/g, ' ').toLowerCase();
  const who = (await everybody()).find((p) => p.name.toLowerCase() === name);
  if (!who) return refuseStranger(pin);
  await signIn(who.id, pin, device, true);
}

/** Somebody is at the bench: their PIN is asked where they have one. @throws RefusedError */
export async function signIn(id: string, pin: string, device: string, byName = false): Promise<void> {
  const who = await personWith(id);
  if (who.pinHash !== null || openToNetwork()) await checkPin(who, pin, byName);
  const { db } = await theStore();
  const cookie = await loginCookie();
  cookie.loginId = await addLogin(db, who.id, device, new Date());
  await cookie.save();
  const browser = await deviceCookie();
  browser.id ??= newId();
  browser.people = [who.id, ...(browser.people ?? []).filter((p) => p !== who.id)].slice(0, MOST_KNOWN);
  await browser.save();
}

/** Signs out. */
export async function signOut(): Promise<void> {
  const cookie = await loginCookie();
  if (cookie.loginId) await end({ id: cookie.loginId });
  cookie.destroy();
}

async function end(of: { id?: string; personId?: string }): Promise<void> {
  await endLogins((await theStore()).db, of, new Date());
}

/**
 * People are a lead's to change, as soon as there is one.
 * @param work is told the name that goes beside it @throws RefusedError
 */
async function asLead<T>(work: (by: string) => Promise<T>): Promise<T> {
  const { who, personId } = await readSession();
  await leadOnly('people', personId);
  return inNameOf(personId, () => work(who ?? 'Settings'));
}

function nameFrom(typed: string): string {
  const name = typed.trim().replace(/\s+/g, ' ');
  if (name === '' || name.length > 60)
    throw new InputError(
      'Name',
      name.slice(0, 40),
      name === '' ? 'is empty.' : 'is longer than 60 characters.',
      'Enter first and last name.',
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
export function addSomebody({ name, role, pin }: TypedPerson): Promise<void> {
  return asLead(async (by) => {
    if (pin.trim() === '' && openToNetwork())
      throw new RefusedError('While Vectis answers the network everybody has a PIN. Type one.');
    const pinHash = pin.trim() === '' ? null : await (await theStore()).pinKey.hash(pinFrom(pin));
    const { db } = await theStore();
    await db.transaction((tx) => addPerson(tx, { name: nameFrom(name), role, pinHash }, by, new Date()));
  });
}

/**
 * Changes a name or role, or sets a PIN; a new PIN ends their logins. @throws InputError, RefusedError, NotFoundError
 */
export function changeSomebody(id: string, { name, role, pin }: TypedPerson): Promise<void> {
  return asLead(async (by) => {
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
  });
}

/** Somebody left: their name stays on what they did. @throws RefusedError, NotFoundError */
export function somebodyLeft(id: string): Promise<void> {
  return asLead(async (by) => {
    const others = (await everybody()).filter((p) => p.id !== id);
    if (others.length > 0 && !others.some((p) => p.role === 'lead'))
      throw new RefusedError('The last lead stays until somebody else is one.');
    const at = new Date();
    await end({ personId: id });
    const { db } = await theStore();
    await db.transaction((tx) => changePerson(tx, id, { archivedAt: at }, by, at));
  });
}

/** Ends every login of a person, on whatever they signed in. */
export const endAllOf = (personId: string): Promise<void> => asLead(() => end({ personId }));

/** Ends one login, of a tablet that was lost. */
export const endOne = (loginId: string): Promise<void> => asLead(() => end({ id: loginId }));

/** A browser that somebody is signed in on. */
export interface Standing {
  readonly id: string;
  readonly personId: string;
  /** What it is: "Chrome on Android, a tablet". */
  readonly device: string;
  readonly since: Date;
  /** It is the one that asks. */
  readonly here: boolean;
}

/** Browsers that people are signed in on, the latest first; none for who may not end them. */
export async function standing(): Promise<Standing[]> {
  const { personId } = await readSession();
  if (!(await isLead(personId))) return [];
  const { loginId } = await loginCookie();
  return (await standingLogins((await theStore()).db)).map((l) => ({
    id: l.id,
    personId: l.personId,
    device: deviceText(l.device),
    since: l.at,
    here: l.id === loginId,
  }));
}

function deviceText(agent: string): string {
  if (agent === '') return 'a browser';
  const { browser, os, platform } = Bowser.parse(agent);
  const named = [browser.name, os.name].filter(Boolean).join(' on ') || 'a browser';
  return platform.type ? `${named}, ${platform.type}` : named;
}

/**
 * The lead who gives their word for something at the car, by PIN; one who is at the bench and has none on this machine
 * needs none.
 * @returns their name @throws RefusedError
 */
export async function leadWith(leadId: string, pin: string): Promise<string> {
  const lead = await personWith(leadId);
  if (lead.role !== 'lead') throw new RefusedError(`${lead.name} is no lead.`);
  const { personId } = await readSession();
  if (lead.pinHash !== null || openToNetwork() || personId !== lead.id) await checkPin(lead, pin);
  return lead.name;
}

/** Leads of this shop, for who needs the word of one. */
export const leadsHere = async (): Promise<{ id: string; name: string }[]> =>
  (await everybody()).filter((p) => p.role === 'lead').map(({ id, name }) => ({ id, name }));

/**
 * Who signs cautions off beside the one at the bench: another person, a lead, by PIN; a shop of one takes the driver.
 */
export interface TypedSignature {
  readonly reason: string;
  readonly leadId?: string | undefined;
  readonly pin?: string | undefined;
  readonly driver?: string | undefined;
}

/**
 * The name that stands under an acceptance. Between floor and target it is whoever is at the bench; in competition a
 * second, different person: a lead by PIN, or in a shop of one the driver, recorded as such.
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
      'Write a sentence.',
    );
  if (who === null) throw new RefusedError('Not signed in. Say who you are at the top of the page.');
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

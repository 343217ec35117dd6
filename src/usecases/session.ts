import 'server-only';
import { getIronSession, type IronSession } from 'iron-session';
import { cookies, headers } from 'next/headers';
import { cache } from 'react';
import type { UnitSystem } from '@/core/units/format';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { people, personOfLogin } from '@/store/people';
import type { PersonRow, Role } from '@/store/peopleSchema';
import { openToNetwork, SESSION_COOKIE, sessionKey } from './shop/openTo';

export { inNameOf } from '@/store/acting';

export type Theme = 'auto' | 'light' | 'dark';

export interface Session {
  /** Who is at the bench; stands beside everything that is recorded. Null while nobody said. */
  readonly who: string | null;
  readonly personId: string | null;
  readonly role: Role;
  /** More than one person works here, so that whoever is at the bench says so. */
  readonly several: boolean;
  readonly units: UnitSystem;
  /** Readings one after the other, or all of them in a list. */
  readonly measure: 'walk' | 'list';
  readonly theme: Theme;
}

export const COOKIES = { units: 'vectis-units', theme: 'vectis-theme', measure: 'vectis-measure' } as const;

/** Who works alone and has not said a name. */
export const NOBODY_NAMED = 'Fitter';

const DAYS = 30;

/** Whether the browser came over https; the bays' network may be plain http. */
const overHttps = async (): Promise<boolean> => (await headers()).get('x-forwarded-proto') === 'https';

/** The sealed cookie of this browser. */
export async function loginCookie(): Promise<IronSession<{ loginId?: string }>> {
  return getIronSession(await cookies(), {
    password: sessionKey(),
    cookieName: SESSION_COOKIE,
    ttl: DAYS * 24 * 3600,
    cookieOptions: { httpOnly: true, sameSite: 'strict', secure: await overHttps(), path: '/' },
  });
}

/**
 * What a browser keeps after somebody signed out: who signed in on it before. Their names are shown there, and no
 * stranger locks them out.
 */
export async function deviceCookie(): Promise<IronSession<{ id?: string; people?: string[] }>> {
  return getIronSession(await cookies(), {
    password: sessionKey(),
    cookieName: 'vectis-device',
    ttl: 365 * 24 * 3600,
    cookieOptions: { httpOnly: true, sameSite: 'strict', secure: await overHttps(), path: '/' },
  });
}

/** Where somebody tries a PIN: a browser that this person signed in on before, or an address. */
export async function triesFrom(personId: string): Promise<{ readonly known: boolean; readonly from: string }> {
  const device = await deviceCookie();
  if (device.id && device.people?.includes(personId)) return { known: true, from: `browser ${device.id}` };
  // The last address is the one that the nearest machine wrote down.
  const address = (await headers()).get('x-forwarded-for')?.split(',').at(-1)?.trim();
  return { known: false, from: `address ${address ?? 'unknown'}` };
}

const whoIsThere = cache(async (): Promise<{ person: PersonRow | null; several: boolean; alone: boolean }> => {
  const { db } = await theStore();
  const all = await people(db);
  const several = all.length > 1;
  const { loginId } = await loginCookie();
  const signedIn = loginId ? await personOfLogin(db, loginId) : null;
  if (signedIn) return { person: signedIn, several, alone: false };
  const only = all[0];
  // A shop of one on its own machine is asked for nothing.
  if (!openToNetwork() && !several && (only === undefined || only.pinHash === null))
    return { person: only ?? null, several, alone: true };
  return { person: null, several, alone: false };
});

/** Who is at the bench, and choices of this browser: units, light or dark, how it measures. */
export async function readSession(): Promise<Session> {
  const jar = await cookies();
  const units = jar.get(COOKIES.units)?.value;
  const theme = jar.get(COOKIES.theme)?.value;
  const { person, several, alone } = await whoIsThere();
  return {
    who: person?.name ?? (alone ? NOBODY_NAMED : null),
    personId: person?.id ?? null,
    role: person?.role ?? (alone ? 'lead' : 'fitter'),
    several,
    units: units === 'imperial' ? 'imperial' : 'metric',
    measure: jar.get(COOKIES.measure)?.value === 'list' ? 'list' : 'walk',
    theme: theme === 'light' || theme === 'dark' ? theme : 'auto',
  };
}

/** Who does something now: the name that is recorded beside it, and the person whose rights count. */
export interface Actor {
  readonly name: string;
  /** Null where nobody is on the list of people. */
  readonly personId: string | null;
}

/** @throws RefusedError while nobody said who is at the bench */
export async function actor(): Promise<Actor> {
  const { who, personId } = await readSession();
  if (who === null)
    throw new RefusedError('Not signed in. Say who you are at the top of the page; what you entered is still here.');
  return { name: who, personId };
}

/** The name that goes beside what is done now. @throws RefusedError while nobody said who is at the bench */
export const whoActs = async (): Promise<string> => (await actor()).name;

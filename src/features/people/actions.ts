'use server';

import { revalidatePath } from 'next/cache';
import { headers } from 'next/headers';
import { z } from 'zod';
import { attempt, type Result } from '@/usecases/result';
import {
  addSomebody,
  changeSomebody,
  endAllOf,
  endOne,
  ROLES,
  showNames,
  signIn,
  signInByName,
  signOut,
  somebodyLeft,
} from '@/usecases/shop/people';

const id = z.string().min(1).max(60);
const form = z.object({ name: z.string().max(120), role: z.enum(ROLES), pin: z.string().max(20) });

async function done(work: () => Promise<void>): Promise<Result<null>> {
  return attempt(async () => {
    await work();
    revalidatePath('/', 'layout');
    return null;
  });
}

/** Somebody is at the bench. */
export async function comeIn(person: string, pin: string): Promise<Result<null>> {
  return done(async () =>
    signIn(id.parse(person), z.string().max(40).parse(pin), (await headers()).get('user-agent') ?? ''),
  );
}

/** The same for who types their name, because none is shown. */
export async function comeInByName(name: string, pin: string): Promise<Result<null>> {
  const [typed, code] = [z.string().max(120), z.string().max(40)];
  return done(async () => signInByName(typed.parse(name), code.parse(pin), (await headers()).get('user-agent') ?? ''));
}

/** Says whether everybody's name stands on the sign-in page. */
export async function keepNamesShown(shown: boolean): Promise<Result<null>> {
  return done(async () => showNames(z.boolean().parse(shown)));
}

/** Ends one login of somebody. */
export async function endLogin(login: string): Promise<Result<null>> {
  return done(async () => endOne(id.parse(login)));
}

/** Nobody is any more. */
export async function leave(): Promise<Result<null>> {
  return done(signOut);
}

/** Adds somebody who works here. */
export async function add(typed: z.input<typeof form>): Promise<Result<null>> {
  return done(async () => addSomebody(form.parse(typed)));
}

/** Changes a name, a role, or sets a PIN. */
export async function change(person: string, typed: z.input<typeof form>): Promise<Result<null>> {
  return done(async () => changeSomebody(id.parse(person), form.parse(typed)));
}

/** Somebody left. */
export async function left(person: string): Promise<Result<null>> {
  return done(async () => somebodyLeft(id.parse(person)));
}

/** Ends every login of somebody. */
export async function endLogins(person: string): Promise<Result<null>> {
  return done(async () => endAllOf(id.parse(person)));
}

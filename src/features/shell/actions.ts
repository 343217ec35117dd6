'use server';

import { cookies } from 'next/headers';
import { revalidatePath } from 'next/cache';
import { COOKIES } from '@/usecases/session';

const YEAR = 365 * 24 * 3600;

/** Keeps a choice of this browser: name, units, light or dark. */
export async function keep(what: keyof typeof COOKIES, value: string): Promise<void> {
  const jar = await cookies();
  jar.set(COOKIES[what], encodeURIComponent(value.trim().slice(0, 60)), {
    maxAge: YEAR,
    sameSite: 'lax',
    path: '/',
    httpOnly: true,
  });
  revalidatePath('/', 'layout');
}

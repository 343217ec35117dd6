'use server';

import { revalidatePath } from 'next/cache';
import { cookies } from 'next/headers';
import { z } from 'zod';
import { COOKIES } from '@/usecases/session';

const keptForm = z.object({ what: z.enum(Object.keys(COOKIES) as [keyof typeof COOKIES]), value: z.string().max(400) });
const YEAR = 365 * 24 * 3600;

/** Keeps a choice of this browser: name, units, light or dark. */
export async function keep(what: keyof typeof COOKIES, value: string): Promise<void> {
  const chosen = keptForm.safeParse({ what, value });
  // What no browser of ours sends is nobody's choice.
  if (!chosen.success) return;
  const jar = await cookies();
  jar.set(COOKIES[chosen.data.what], encodeURIComponent(chosen.data.value.trim().slice(0, 60)), {
    maxAge: YEAR,
    sameSite: 'lax',
    path: '/',
    httpOnly: true,
  });
  revalidatePath('/', 'layout');
}

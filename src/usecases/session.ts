import 'server-only';
import { cookies } from 'next/headers';
import type { UnitSystem } from '@/core/units/format';

export type Theme = 'auto' | 'light' | 'dark';

export interface Session {
  /** Who is at the bench; stands beside everything that is recorded. */
  readonly who: string;
  readonly units: UnitSystem;
  readonly theme: Theme;
}

export const COOKIES = { who: 'vectis-who', units: 'vectis-units', theme: 'vectis-theme' } as const;

/** Choices of this browser: name, units, light or dark. */
export async function readSession(): Promise<Session> {
  const jar = await cookies();
  const units = jar.get(COOKIES.units)?.value;
  const theme = jar.get(COOKIES.theme)?.value;
  return {
    who: decodeURIComponent(jar.get(COOKIES.who)?.value ?? '').slice(0, 60) || 'Fitter',
    units: units === 'imperial' ? 'imperial' : 'metric',
    theme: theme === 'light' || theme === 'dark' ? theme : 'auto',
  };
}

import { requirePositive } from '../errors';
import type { Thread } from './designation';

/** Height of the fundamental triangle over pitch: √3/2 (ISO 68-1). */
const H_PER_PITCH = Math.sqrt(3) / 2;

export interface BasicProfile {
  /** Height of the fundamental triangle, mm. */
  readonly H: number;
  /** Major diameter, mm. */
  readonly d: number;
  /** Pitch diameter, mm: d − 2·(3/8)·H. */
  readonly d2: number;
  /** Minor diameter of the internal thread, mm: d − 2·(5/8)·H. */
  readonly d1: number;
  /** Root diameter of the external thread with H/6 rounding, mm: d1 − H/6. */
  readonly d3: number;
}

/**
 * Basic 60° profile, before any tolerance.
 *   H = (√3/2)·P;  d2 = d − (3/4)·H;  d1 = d − (5/4)·H;  d3 = d1 − H/6
 * Source: ISO 68-1 (profile) and ISO 724 (basic dimensions); ASME B1.1 shares the profile.
 * @throws InputError when diameter or pitch is not above zero.
 */
export function basicProfile(thread: Thread): BasicProfile {
  requirePositive('Diameter', thread.d);
  requirePositive('Pitch', thread.pitch);
  const H = H_PER_PITCH * thread.pitch;
  const d1 = thread.d - 1.25 * H;
  return { H, d: thread.d, d2: thread.d - 0.75 * H, d1, d3: d1 - H / 6 };
}

/**
 * Tensile stress area of an external thread, mm².
 *   metric:  As = π/4 · ((d2 + d3)/2)²           (ISO 898-1)
 *   unified: As = π/4 · (D − 0.9743/n)²          (ASME B1.1; D in inches, n threads per inch)
 */
export function stressArea(thread: Thread): number {
  if (thread.system === 'unified') return (Math.PI / 4) * (thread.d - 0.9743 * thread.pitch) ** 2;
  const { d2, d3 } = basicProfile(thread);
  return (Math.PI / 4) * ((d2 + d3) / 2) ** 2;
}

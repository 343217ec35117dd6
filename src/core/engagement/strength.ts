import type { Thread } from '../thread/designation';
import { threadLimits } from '../thread/limits';
import { stressArea } from '../thread/profile';

/** Shear strength over tensile strength, von Mises: 1/√3. */
export const SHEAR_RATIO = 0.577;

const TAN30 = 1 / Math.sqrt(3);

/**
 * Shear area of the internal thread per mm of engagement, mm²/mm, at the external thread's smallest major
 * diameter:  As_int/Le = π/P · d_min · (P/2 + (d_min − D2_max)/√3)
 * Source: FED-STD-H28 and Machinery's Handbook, stripping areas (from memory).
 */
export function internalShearPerMm(thread: Thread): number {
  const l = threadLimits(thread);
  return (Math.PI / thread.pitch) * l.dMin * (thread.pitch / 2 + TAN30 * (l.dMin - l.D2Max));
}

/**
 * Shear area of the external thread per mm of engagement, mm²/mm, at the internal thread's largest minor
 * diameter:  As_ext/Le = π/P · D1_max · (P/2 + (d2_min − D1_max)/√3)
 * Source: FED-STD-H28 and Machinery's Handbook, stripping areas (from memory).
 */
export function externalShearPerMm(thread: Thread): number {
  const l = threadLimits(thread);
  return (Math.PI / thread.pitch) * l.D1Max * (thread.pitch / 2 + TAN30 * (l.d2Min - l.D1Max));
}

/** Load that breaks a stud, N: Rm·As. */
export const breakingLoad = (thread: Thread, tensile: number): number => tensile * stressArea(thread);

/**
 * School 4, strength: the engagement (mm) at which neither thread strips before the stud breaks,
 *   Le = max( Rm·As / (0.577·Rm_int·a_int),  Rm·As / (0.577·Rm·a_ext) )
 * @param tensile Rm of bolt or stud, MPa
 * @param internalTensile Rm of the hub or nut material, MPa
 * Accuracy: uniform load over the engaged threads, smallest metal by tolerance; no dynamic load. Sources as above.
 */
export function strengthMinimum(thread: Thread, tensile: number, internalTensile: number): number {
  return strengthFrom(
    stressArea(thread),
    internalShearPerMm(thread),
    externalShearPerMm(thread),
    tensile,
    internalTensile,
  );
}

/** The same from areas that were worked out before: stress area in mm², shear areas in mm²/mm, strengths in MPa. */
export function strengthFrom(
  area: number,
  internalPerMm: number,
  externalPerMm: number,
  tensile: number,
  internalTensile: number,
): number {
  const load = tensile * area;
  return Math.max(
    load / (SHEAR_RATIO * internalTensile * internalPerMm),
    load / (SHEAR_RATIO * tensile * externalPerMm),
  );
}

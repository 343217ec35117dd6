import type { LengthWindow } from './boltStack';

/**
 * Two-ended conversion stud: short end in the hub, nuts on the long end. mm along the axis, x = 0 at the hub face.
 * Source: the geometry itself.
 */

/** Engagement of the hub end: Eh = min(short end, Dt). */
export const hubEndEngagement = (shortEnd: number, tappedDepth: number): number => Math.min(shortEnd, tappedDepth);

/**
 * What the hub end stands out behind the thread, mm: short end − Dt. A stud that seats by shoulder goes in by its
 * whole short end; one that seats on its thread run-out stops in the thread and stands out no further.
 */
export const hubEndProtrusion = (shortEnd: number, tappedDepth: number): number => Math.max(0, shortEnd - tappedDepth);

/**
 * Position of the outer tip from the hub face, X.
 * A shoulder seats at the hub face with the whole short end inside: X = L − short end. A run-out binds where the
 * thread ends, so only Eh goes in: X = L − Eh.
 */
export function outerTip(
  length: number,
  shortEnd: number,
  tappedDepth: number,
  seatsAt: 'shoulder' | 'run-out',
): number {
  return length - (seatsAt === 'shoulder' ? shortEnd : hubEndEngagement(shortEnd, tappedDepth));
}

/**
 * Window of overall stud lengths:
 *   L_min = Eh + tr + s + q + E_min + n;  L_max (closed nut) = Eh + tr + s + q + Dn − gap
 * Worked example: on one hub and wheel 75 mm carries 12 mm of spacer, so 90 mm carries 27 mm.
 * @param inside length of the stud inside the hub: Eh, or the short end for a shoulder
 * @param nutStart tr + s + q
 * @param closed blind depth and least gap of a closed nut; null for an open one
 */
export function studLengthWindow(
  inside: number,
  nutStart: number,
  minimum: number,
  nose: number,
  nutThread: number,
  closed: { blindDepth: number; gap: number } | null,
): LengthWindow {
  return {
    min: inside + nutStart + minimum + nose,
    keep: inside + nutStart + Math.max(minimum, nutThread) + nose,
    max: closed ? inside + nutStart + closed.blindDepth - closed.gap : null,
  };
}

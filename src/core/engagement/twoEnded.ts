/**
 * Two-ended conversion stud: short end in the hub, nuts on the long end. mm along the axis, x = 0 at the hub face.
 * Source: the geometry itself.
 */

/**
 * Engagement of the hub end: Eh = min(short end − its lead, Dt), never below 0.
 * Worked example: a 15 mm short end of M14 × 1.25 with 2 P of lead holds 12.5 mm in a hub 18 mm deep.
 */
export const hubEndEngagement = (shortEnd: number, lead: number, tappedDepth: number): number =>
  Math.max(0, Math.min(shortEnd - lead, tappedDepth));

/**
 * Tip of the hub end beyond the back of the thread, mm: short end − Dt. Negative: it stays inside. A stud that seats by
 * shoulder goes in by its whole short end; one that seats on its thread run-out stops in the thread and stands out no
 * further.
 */
export const hubEndProtrusion = (shortEnd: number, tappedDepth: number): number => shortEnd - tappedDepth;

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
  return length - (seatsAt === 'shoulder' ? shortEnd : Math.min(shortEnd, tappedDepth));
}

/**
 * Bolt stack along the axis. x = 0 at the hub flange face, positive outward. All mm.
 *   Lb length under the seat · tr rotor hat · s spacer · qb grip of the wheel for that seat · nb tip lead ·
 *   Dt tapped depth of the hub · A allowed protrusion behind the thread
 * `seat` below is tr + s + qb: the position where the seat's start bears.
 * Source: the geometry itself; each relation is a difference of axial positions.
 */

/** E = min(Dt, Lb − (tr + s + qb) − nb), never below 0. Pass Infinity for an unknown tapped depth. */
export function boltEngagement(length: number, seat: number, lead: number, tappedDepth: number): number {
  return Math.max(0, Math.min(tappedDepth, length - seat - lead));
}

/** Tip beyond the back of the tapped hole, Lb − (tr + s + qb) − Dt. Negative: the tip is still in the thread. */
export function boltProtrusion(length: number, seat: number, tappedDepth: number): number {
  return length - seat - tappedDepth;
}

/**
 * Full thread that a bolt needs from its tip, Lb − (tr + s + qb): all that stands inside the hub face. With less, the
 * plain shank meets the hub's first thread and stops there: it clicks the wrench and clamps nothing.
 */
export const boltThreadNeeded = (length: number, seat: number): number => Math.max(0, length - seat);

/**
 * tr + qb from one honest count with the stock bolt and no spacer: L0 − nb − N·P. When the count equals the
 * tapped depth the bolt may stand through, and the true value is at or below the one returned.
 */
export function calibrateSeat(
  length: number,
  lead: number,
  engagement: number,
  tappedDepth: number,
  tolerance: number,
): { seat: number; bounded: boolean } {
  return { seat: length - lead - engagement, bounded: engagement >= tappedDepth - tolerance };
}

export interface LengthWindow {
  /** Shortest length that keeps the minimum engagement. Rounds up for people. */
  readonly min: number;
  /** Length that keeps the engagement the car has now. */
  readonly keep: number;
  /** Longest length that stays clear; null when what limits it is unmeasured. Rounds down for people. */
  readonly max: number | null;
}

/**
 * Window of bolt lengths for a spacer of thickness s.
 *   Lb_min = L0 + s − (E0 − E_min);  keep = L0 + s;  Lb_max = L0 + s + (Dt + A − reach0)
 * Worked example: stock 47 mm with a 15 mm spacer keeps its engagement at 62 mm.
 * @param reach0 present reach behind the hub face, E0 + nb; null when tapped depth or room is unmeasured
 */
export function boltWindow(
  stockLength: number,
  spacer: number,
  presentEngagement: number,
  minimum: number,
  depthAndRoom: number | null,
  reach0: number | null,
): LengthWindow {
  const keep = stockLength + spacer;
  return {
    min: keep - (presentEngagement - minimum),
    keep,
    max: depthAndRoom === null || reach0 === null ? null : keep + (depthAndRoom - reach0),
  };
}

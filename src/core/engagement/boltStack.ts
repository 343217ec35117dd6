/**
 * Bolt stack along the axis. x = 0 at the hub flange face, positive outward. All mm.
 *   Lb length under the seat · tr rotor hat · s spacer · qb grip of the wheel for that seat · nb tip lead ·
 *   Dt tapped depth of the hub · A allowed protrusion behind the thread
 * `seat` below is tr + s + qb: the position where the seat's start bears.
 * Source: the geometry itself; each relation is a difference of axial positions.
 */

/** Reach of a bolt past the hub's first thread, Lb − (tr + s + qb) − nb: what it would hold in a hub without end. */
export const boltReach = (length: number, seat: number, lead: number): number => length - seat - lead;

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
 * tr + qb from one honest count with the counted bolt and no plate: Lc − nc − N·P. A count is travel past the mate's
 * first thread, so this is exact whatever the mate's own thread.
 * @param travel N·P, mm
 */
export const calibrateSeat = (length: number, lead: number, travel: number): number => length - lead - travel;

export interface LengthWindow {
  /** Shortest length that engages what is wanted, errors inside. Rounds up for people. */
  readonly min: number;
  /** Length that engages as the car does now. */
  readonly keep: number;
  /** Longest length that stays clear, errors inside; null when what limits it is unmeasured. Rounds down for people. */
  readonly max: number | null;
  /** The mate's thread is shorter than the target, so the window runs to the floor and is a caution. */
  readonly toFloor: boolean;
}

/** How much is enough: what is aimed at, and what is never gone under. mm. */
export interface Enough {
  readonly target: number;
  readonly floor: number;
  /** Thread of a nut of marked class: fully on, that is enough; null where there is no such nut. */
  readonly own: number | null;
}

/**
 * What a length can be asked to engage in a mate of this much thread: the target, the floor where the mate is shorter,
 * and nothing below that.
 * @param mate thread of nut or hub, mm; Infinity where it is not known
 */
export function wantedOf(
  { target, floor, own }: Enough,
  mate: number,
): { readonly wanted: number; readonly toFloor: boolean } | null {
  if (own !== null && own < target) return { wanted: own, toFloor: false };
  if (mate >= target - 1e-9) return { wanted: target, toFloor: false };
  return mate >= floor - 1e-9 ? { wanted: floor, toFloor: true } : null;
}

export interface WindowParts {
  /** Length at which the engagement would be nothing: bearing point and lead. */
  readonly zero: number;
  readonly keep: number;
  readonly mate: number;
  readonly enough: Enough;
  /** Longest length that stays clear; Infinity where nothing limits it, null where that is unmeasured. */
  readonly clear: number | null;
  /** Worst error of the lengths, and of what limits them. */
  readonly pm: number;
  readonly clearPm: number;
}

/**
 * Window of lengths, errors inside, so that no length is offered that is then refused:
 *   min = zero + wanted + pm · max = clear − pm. Null where the mate is too short for any length, or nothing is left.
 * Worked example: present 47 mm with a 15 mm spacer keeps its engagement at 62 mm.
 */
export function lengthWindow({ zero, keep, mate, enough, clear, pm, clearPm }: WindowParts): LengthWindow | null {
  const found = wantedOf(enough, mate);
  if (found === null) return null;
  const min = zero + found.wanted + pm;
  const max = clear === null || clear === Number.POSITIVE_INFINITY ? null : clear - pm - clearPm;
  return max !== null && max < min ? null : { min, keep, max, toFloor: found.toFloor };
}

/**
 * Stud-and-nut stack along the axis. x = 0 at the hub flange face, positive outward. All mm.
 *   tr rotor hat · s spacer · X stud tip · n unthreaded nose and lead · q grip (wheel pad face to the
 *   nut's first full thread, seated) · Ln nut thread length · Dn blind depth of a closed nut
 * Source: the geometry itself; each relation is a difference of axial positions.
 */

export interface NutStack {
  /** tr + s + q: position of the nut's first full thread when seated. */
  readonly nutStart: number;
  /** X: position of the stud's tip. */
  readonly studTip: number;
  /** n: unthreaded nose and incomplete lead of the stud. */
  readonly nose: number;
}

/** Reach of a stud past the nut's first thread, (X − n) − (tr + s + q): what it would hold in a nut without end. */
export const nutReach = ({ nutStart, studTip, nose }: NutStack): number => studTip - nose - nutStart;

/** Closed nut: room left between the stud's tip and the cap, (tr + s + q + Dn) − X. Below zero it has bottomed. */
export function bottomGap(nutStart: number, blindDepth: number, studTip: number): number {
  return nutStart + blindDepth - studTip;
}

/** Room a closed nut must keep: the larger of a fixed gap and one pitch. */
export const minBottomGap = (fixedGap: number, pitch: number): number => Math.max(fixedGap, pitch);

/** Open nut: stud beyond the nut's outer end, X − (nutStart + nut length). Negative when the stud ends inside. */
export const overhang = (nutStart: number, nutLength: number, studTip: number): number =>
  studTip - (nutStart + nutLength);

/**
 * Grip from one honest count of turns with any stud and plate already there: q = X − n − tr − s0 − N·P. A count is
 * travel past the mate's first thread, so this is exact whatever the nut's own thread.
 * @param studFromPad stud tip beyond the wheel's pad face: X − tr − s0
 * @param travel N·P, mm
 */
export const calibrateGrip = (studFromPad: number, nose: number, travel: number): number => studFromPad - nose - travel;

/**
 * Full thread that a stud needs from its tip, X − (tr + s + q): all that stands past the nut's first full thread. With
 * less, the nut runs onto the plain shank and clamps nothing.
 */
export const studThreadNeeded = (studTip: number, nutStart: number): number => Math.max(0, studTip - nutStart);

/** Largest slip-on spacer on the present studs or bolts: s_max = E0 − E_min. Negative when already short. */
export const slipOnLimit = (presentEngagement: number, minimum: number): number => presentEngagement - minimum;

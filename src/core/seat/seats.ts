import type { Seat } from '../document/vocabulary';
import type { Bearing } from '../joint/clamp';

/** Fastener seat against wheel seat: equal, different, or somebody has to look. */
export function matchSeats(fastener: Seat, wheel: Seat): 'match' | 'mismatch' | 'unknown' {
  if (fastener === 'unknown' || wheel === 'unknown') return 'unknown';
  return fastener === wheel ? 'match' : 'mismatch';
}

/** Whether a seat can centre a wheel: cones and balls do, flat ones do not. Common practice, no source. */
export const seatCentres = (seat: Seat): boolean => seat.startsWith('cone') || seat.startsWith('ball');

const BALL_RADIUS: Readonly<Partial<Record<Seat, number>>> = { ball12: 12, ball13: 13, ball14: 14 };

/**
 * Bearing geometry of a seat on a contact diameter (mm); null for an unknown seat. @throws RangeError for a ball
 * smaller than its circle
 */
export function bearingOf(seat: Seat, contactDiameter: number): Bearing | null {
  if (seat === 'unknown') return null;
  if (seat === 'cone60' || seat === 'cone90')
    return { kind: 'cone', includedAngle: seat === 'cone60' ? 60 : 90, meanDiameter: contactDiameter };
  const radius = BALL_RADIUS[seat];
  return radius === undefined
    ? { kind: 'flat', meanDiameter: contactDiameter }
    : { kind: 'ball', radius, contactDiameter };
}

/**
 * Room for the socket in the lug hole, mm: hole diameter − outside diameter. At least 1 mm is wanted all over. A
 * spline-drive fastener uses its key's diameter. Common practice, no source.
 */
export const socketRoom = (lugHole: number, socketOutside: number): number => lugHole - socketOutside;

import type { Seat, WheelSeat } from '../document/vocabulary';
import type { Bearing } from '../joint/clamp';

/** The seat in the wheel that a fastener goes into: a cone of two pieces into the seat of a plain cone. */
export const seatInWheel = (fastener: Seat): WheelSeat => (fastener === 'cone60-turning' ? 'cone60' : fastener);

/** Fastener seat against wheel seat: equal, different, or somebody has to look. */
export function matchSeats(fastener: Seat, wheel: Seat): 'match' | 'mismatch' | 'unknown' {
  if (fastener === 'unknown' || wheel === 'unknown') return 'unknown';
  return seatInWheel(fastener) === wheel ? 'match' : 'mismatch';
}

/** Whether a seat can centre a wheel: cones and balls do, flat ones do not. Common practice, no source. */
export const seatCentres = (seat: Seat): boolean => seat.startsWith('cone') || seat.startsWith('ball');

const BALL_RADIUS: Readonly<Partial<Record<Seat, number>>> = { ball12: 12, ball13: 13, ball14: 14 };

/**
 * Bearing geometry of a seat on a contact diameter (mm); null for an unknown seat. Of a cone that turns by itself the
 * nut slides on the cone and not in the wheel: flat, which clamps the most that it can; where it binds it
 * slides in the wheel as a plain cone does (`seatInWheel`). @throws RangeError for a ball
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

import { type Axle, CORNERS, type Corner, type End } from './vocabulary';

/** Whether it is one side of an axle. */
const isSide = (axle: Axle): axle is Corner => (CORNERS as readonly string[]).includes(axle);

/** The corners of an axle, left first; of one side that corner alone. */
export const cornersOf = (axle: Axle): readonly [Corner, ...Corner[]] =>
  isSide(axle) ? [axle] : [`${axle}-left`, `${axle}-right`];

/** The end of the car that an axle, a side of it or a corner is at. */
export const endOf = (axle: Axle): End => (axle.startsWith('front') ? 'front' : 'rear');

/** What one end of a car is planned as: its axle, or its two sides where these are held differently. */
export const sidesOf = (end: End): readonly [Corner, Corner] => [`${end}-left`, `${end}-right`];

/** The other corner of the same axle. */
export const acrossFrom = (corner: Corner): Corner =>
  (corner.endsWith('left') ? corner.replace('left', 'right') : corner.replace('right', 'left')) as Corner;

/** Whether two axles, or sides of one, have a corner in common. */
export const shareCorner = (a: Axle, b: Axle): boolean => cornersOf(a).some((c) => cornersOf(b).includes(c));

/** Whether an axle, or a side of one, is among what somebody means: itself, its whole end, or the car. */
export const isMeant = (axle: Axle, meant: Axle | 'both'): boolean =>
  meant === 'both' || axle === meant || endOf(axle) === meant;

/**
 * What a spacer of thickness s (mm) does to the wheel's position. Source: definitions of offset and track.
 */

/** Effective offset, mm: ET − s. A thicker spacer makes the offset smaller and the wheel sit further out. */
export const effectiveOffset = (offset: number, spacer: number): number => offset - spacer;

/** Track change of an axle with the same spacer on both sides, mm: +2·s. */
export const trackChange = (spacer: number): number => 2 * spacer;

/** Gap from arch edge to tyre with the spacer fitted, mm: g − s. Negative is poke: the tyre stands outside. */
export const gapAfter = (gap: number, spacer: number): number => gap - spacer;

/** Largest spacer the loaded clearance allows, mm: min(c_i) − r, with a reserve r. */
export const clearanceLimit = (loadedClearance: number, reserve: number): number => loadedClearance - reserve;

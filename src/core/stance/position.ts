/**
 * Where the tyre sits across the car, mm from the hub face, positive outward. ET offset, s spacer, B section width.
 * Source: definition of offset; geometry.
 */

/** Scrub radius with the spacer: it moves outboard by s. */
export const scrubRadius = (scrub: number, spacer: number): number => scrub + spacer;

/** Clearance to strut or caliper with the spacer: it grows by s. */
export const innerClearanceAfter = (clearance: number, spacer: number): number => clearance + spacer;

/**
 * How far the tyre moves at a height h above the hub (mm, positive outward) when camber becomes more negative by
 * some degrees: −h·sin(Δγ). At −2…−3° the tyre's top tucks in.
 */
export const camberShift = (height: number, moreNegative: number): number =>
  -height * Math.sin((moreNegative * Math.PI) / 180);

/** Spacer that brings the tyre flush with the arch edge: the gap there, after the camber change. */
export const flushSpacer = (gap: number, height: number, moreNegative: number): number =>
  gap - camberShift(height, moreNegative);

/**
 * Radius on which the tyre's outer shoulder sweeps about the steering axis, mm: √((scrub + s + B/2)² + R²).
 * @param radius R, the tyre's radius at the height looked at
 */
export const sweepRadius = (scrub: number, spacer: number, sectionWidth: number, radius: number): number =>
  Math.hypot(scrubRadius(scrub, spacer) + sectionWidth / 2, radius);

/**
 * How much further a plate brings the outer shoulder at full lock, mm: forward s·sin δ, outward s·cos δ. The shoulder
 * stands at (c·cos δ + b·sin δ, b·cos δ + c·sin δ), and only b grows by s. Source: rotation about the steering axis.
 * @param lock δ, degrees
 */
export const shoulderAtLock = (spacer: number, lock: number): { readonly forward: number; readonly out: number } => {
  const delta = (lock * Math.PI) / 180;
  return { forward: spacer * Math.sin(delta), out: spacer * Math.cos(delta) };
};

import type { Measured, Plan, PlanCorner, WheelEach } from './document';

/** A figure of one wheel, or, with an empty name, of the whole set. */
export interface OfWheel {
  readonly name: string;
  readonly measured: Measured;
}

/**
 * Bore, bore depth or pad of every wheel that can go on. As soon as one wheel was measured by itself all of them have
 * to be: castings of one part number differ and no mark tells them apart. Else as the set says. Common practice, no
 * source.
 */
export function ofWheels(wheel: Plan['wheel'], field: 'bore' | 'boreRecess' | 'padThickness'): OfWheel[] {
  return wheel.each.some((w) => w[field] !== null) ? eachWheel(wheel, field) : [{ name: '', measured: wheel[field] }];
}

/** A figure that only single wheels have, of every wheel that can go on. */
export const eachWheel = (wheel: Plan['wheel'], field: Exclude<keyof WheelEach, 'name' | 'corner'>): OfWheel[] =>
  wheel.each.map((w) => ({ name: w.name, measured: w[field] }));

/** The case of a finding that one wheel decides; the messages module reads it back. */
export const ofOneWheel = (name: string): string => `wheel/${name}`;

/** Whether chamfers were taken wheel by wheel; then the corners' own are not asked. */
export function chamferByWheel(wheel: Plan['wheel']): boolean {
  for (const w of wheel.each) if (w.chamferDepth !== null) return true;
  return false;
}

/**
 * The deepest chamfer that can come to a corner, which leaves the least of the spigot; null as soon as one is
 * unmeasured.
 */
export function deepestChamfer(plan: Plan, c: PlanCorner): Measured {
  if (!chamferByWheel(plan.wheel)) return c.chamferDepth;
  let deepest: Measured = null;
  for (const { chamferDepth } of plan.wheel.each) {
    if (chamferDepth === null) return null;
    if (deepest === null || chamferDepth.value + chamferDepth.pm > deepest.value + deepest.pm) deepest = chamferDepth;
  }
  return deepest;
}

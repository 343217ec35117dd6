/**
 * Bolt-on adapter: two joints, adapter to hub on the factory studs, wheel to adapter on the adapter's own. mm.
 *   Z factory stud protrusion from the disc · w web under the adapter nut · hn nut height · s thickness
 * Source: the geometry itself.
 */

/** Reach of the factory stud past the first thread of the adapter's nut, Z − w − n. */
export const adapterReach = (protrusion: number, web: number, nose: number): number => protrusion - web - nose;

/** Nut top below the adapter's face: s − (w + hn). Negative: the nut stands proud and the wheel sits on it. */
export const nutBelowFace = (thickness: number, web: number, nutHeight: number): number => thickness - web - nutHeight;

/**
 * Factory stud beyond the adapter's face, Z − s, never below 0. Above 0 it needs a pocket in the wheel.
 * Worked example: a 31 mm stud and a 15 mm adapter leave 16 mm.
 */
export const studBeyondFace = (protrusion: number, thickness: number): number => Math.max(0, protrusion - thickness);

/** Least thickness that needs no pockets: s ≥ Z. */
export const thicknessWithoutPockets = (protrusion: number): number => protrusion;

/**
 * Recess for the hub spigot: recess depth − spigot height. Negative: the adapter stands off. Not asked for when its
 * bore goes through.
 */
export const recessRoom = (recessDepth: number, spigotHeight: number): number => recessDepth - spigotHeight;

/** Fits between spigots and bores, mm. Thresholds are policy values; common practice, no source. */

/** Diametral clearance of a bore on a spigot. Negative: it will not go on. */
export const diametralClearance = (bore: number, spigot: number): number => bore - spigot;

export type Fit = 'too-tight' | 'good' | 'loose' | 'not-centred';

/** 0–0.15 mm good, to 0.4 mm loose, more does not centre, below 0 does not go on. What is no number does not centre. */
export function judgeFit(clearance: number, good: number, most: number): Fit {
  if (clearance < 0) return 'too-tight';
  if (clearance <= good) return 'good';
  return clearance <= most ? 'loose' : 'not-centred';
}

/** Hub spigot left to centre the wheel through a plain plate: H − s − wheel chamfer. */
export const remainingSpigot = (spigotHeight: number, thickness: number, chamfer: number): number =>
  spigotHeight - thickness - chamfer;

/** How far a lipped spacer's root stands the wheel off: root − chamfer depth, never below 0. */
export const standsProud = (lipRoot: number, chamfer: number): number => Math.max(0, lipRoot - chamfer);

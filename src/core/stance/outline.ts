/** A point of the transverse section, mm: y outward from the hub face, z up from the hub's axis at ride height. */
export interface SectionPoint {
  readonly y: number;
  readonly z: number;
}

export interface TyreShape {
  readonly sectionWidth: number;
  readonly sectionHeight: number;
  readonly overallDiameter: number;
  /** Position of the tyre's middle plane from the hub face, spacer included: s − ET. */
  readonly middle: number;
}

/**
 * Outer upper outline of the tyre from the rim's edge up over the shoulder to the tread's middle. A simplified
 * tyre: sidewall upright at full section width, shoulder cut off over a tenth of the width. z rises along it.
 * Source: none; a stand-in for the real contour, on its large side.
 */
export function tyreOutline(t: TyreShape): SectionPoint[] {
  const R = t.overallDiameter / 2;
  const half = t.sectionWidth / 2;
  const cut = t.sectionWidth / 10;
  return [
    { y: t.middle + half, z: R - t.sectionHeight },
    { y: t.middle + half, z: R - cut },
    { y: t.middle + half - cut, z: R },
    { y: t.middle, z: R + 1e-6 },
  ];
}

export interface Pose {
  /** Bump travel upward, mm. */
  readonly bump: number;
  /** Steering angle, degrees; either way sweeps one of the shoulders outward. */
  readonly steer: number;
  /** Camber, degrees; negative leans the top inward. */
  readonly camber: number;
  /** Steering axis from the hub face, mm; outward positive. */
  readonly axis: number;
}

/**
 * A point of the outline after camber about the hub, steering about an upright axis and bump. Steering turns the
 * tyre's front or rear shoulder out: at height z the tyre reaches √(R² − z²) fore and aft of the hub, and that
 * half chord leans outward by its sine. Source: geometry.
 */
export function posed(p: SectionPoint, radius: number, pose: Pose): SectionPoint {
  const g = (pose.camber * Math.PI) / 180;
  const y = p.y * Math.cos(g) + p.z * Math.sin(g);
  const z = p.z * Math.cos(g) - p.y * Math.sin(g);
  const d = (Math.abs(pose.steer) * Math.PI) / 180;
  const chord = Math.sqrt(Math.max(0, radius * radius - p.z * p.z));
  return { y: pose.axis + (y - pose.axis) * Math.cos(d) + chord * Math.sin(d), z: z + pose.bump };
}

/** y of a polyline with rising z at a height; null above or below it. */
export function yAt(line: readonly SectionPoint[], z: number): number | null {
  for (let i = 0; i + 1 < line.length; i += 1) {
    const a = line[i] as SectionPoint;
    const b = line[i + 1] as SectionPoint;
    if (z >= a.z && z <= b.z) return a.z === b.z ? Math.max(a.y, b.y) : a.y + ((b.y - a.y) * (z - a.z)) / (b.z - a.z);
  }
  return null;
}

/**
 * Sideways room between tyre and arch, mm: the least of y_arch − y_tyre over the heights both have. Both lines are
 * straight between their points, so the least stands at a point of one of them. Infinity when they share no height.
 */
export function sidewaysRoom(tyre: readonly SectionPoint[], arch: readonly SectionPoint[]): number {
  let least = Number.POSITIVE_INFINITY;
  for (const p of tyre) {
    const y = yAt(arch, p.z);
    if (y !== null) least = Math.min(least, y - p.y);
  }
  for (const p of arch) {
    const y = yAt(tyre, p.z);
    if (y !== null) least = Math.min(least, p.y - y);
  }
  return least;
}

/** Shortest distance between two polylines, mm; 0 where they cross. */
export function lineDistance(a: readonly SectionPoint[], b: readonly SectionPoint[]): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < a.length; i += 1) {
    for (let k = 0; k + 1 < b.length; k += 1) {
      least = Math.min(
        least,
        segmentDistance(a[i] as SectionPoint, a[i + 1] as SectionPoint, b[k] as SectionPoint, b[k + 1] as SectionPoint),
      );
    }
  }
  return least;
}

function segmentDistance(p: SectionPoint, q: SectionPoint, r: SectionPoint, s: SectionPoint): number {
  if (cross(p, q, r) * cross(p, q, s) < 0 && cross(r, s, p) * cross(r, s, q) < 0) return 0;
  return Math.min(pointToSegment(p, r, s), pointToSegment(q, r, s), pointToSegment(r, p, q), pointToSegment(s, p, q));
}

const cross = (a: SectionPoint, b: SectionPoint, c: SectionPoint): number =>
  (b.y - a.y) * (c.z - a.z) - (b.z - a.z) * (c.y - a.y);

function pointToSegment(p: SectionPoint, a: SectionPoint, b: SectionPoint): number {
  const dy = b.y - a.y;
  const dz = b.z - a.z;
  const length2 = dy * dy + dz * dz;
  const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((p.y - a.y) * dy + (p.z - a.z) * dz) / length2));
  return Math.hypot(p.y - a.y - t * dy, p.z - a.z - t * dz);
}

import { randomLcg, randomNormal } from 'd3-random';
import { lineDistance, posed, type SectionPoint, sidewaysRoom, type TyreShape, tyreOutline } from './outline';

export interface RubMapInput {
  readonly tyre: TyreShape;
  /** Static camber, degrees, and its gain per mm of bump (negative: leans in as it rises). */
  readonly camber: number;
  readonly camberGain: number;
  /** Steering axis from the hub face, mm. */
  readonly axis: number;
  /** Arch from its edge upward, z rising. */
  readonly arch: readonly SectionPoint[];
  /** Bump from and to, mm; steering from and to, degrees; number of grid lines of each. */
  readonly bump: readonly [number, number];
  readonly steer: readonly [number, number];
  readonly rows: number;
  readonly columns: number;
  /** Two standard deviations of: sideways position, height, camber. mm, mm, degrees. */
  readonly pm: { readonly sideways: number; readonly height: number; readonly camber: number };
  readonly samples: number;
  readonly seed: number;
}

export interface RubCell {
  readonly bump: number;
  readonly steer: number;
  /** Shortest distance tyre to arch at the measured position, mm; 0 in contact. */
  readonly distance: number;
  /** Sideways room at the measured position, mm; below 0 in contact. */
  readonly room: number;
  /** Share of the samples that touch, 0…1. */
  readonly probability: number;
}

/**
 * Rub map: over bump × steering, the distance between tyre and arch and the probability that they touch given the
 * errors of measurement. Monte Carlo with the same seeded samples in every cell, so that it is reproducible and
 * neighbouring cells can be compared; a ± is taken as two standard deviations of a normal error (GUM, coverage
 * factor 2, from memory).
 * @param onRow called after each row with the share done; return false to stop early
 * @throws RangeError for an arch whose height does not rise, or an empty grid
 */
export function rubMap(input: RubMapInput, onRow: (done: number) => boolean = () => true): RubCell[][] {
  const { arch, rows, columns, samples } = input;
  if (rows < 1 || columns < 1 || arch.length < 2)
    throw new RangeError('A rub map needs a grid and an arch of two points or more.');
  arch.forEach((p, i) => {
    if (i > 0 && p.z <= (arch[i - 1] as SectionPoint).z)
      throw new RangeError('The arch must be given from its edge upward.');
  });
  const errors = drawErrors(input);
  const outline = tyreOutline(input.tyre);
  const radius = input.tyre.overallDiameter / 2;
  const grid: RubCell[][] = [];
  for (let r = 0; r < rows; r += 1) {
    const bump = at(input.bump, r, rows);
    const row: RubCell[] = [];
    for (let c = 0; c < columns; c += 1) {
      const steer = at(input.steer, c, columns);
      const camber = input.camber + input.camberGain * bump;
      const tyre = outline.map((p) => posed(p, radius, { bump, steer, camber, axis: input.axis }));
      const room = sidewaysRoom(tyre, arch);
      const touching =
        samples > 0 ? countTouching(outline, radius, input, bump, steer, camber, errors) : Number(room <= 0);
      row.push({
        bump,
        steer,
        room,
        distance: room <= 0 ? 0 : lineDistance(tyre, arch),
        probability: touching / Math.max(1, samples),
      });
    }
    grid.push(row);
    if (!onRow((r + 1) / rows)) break;
  }
  return grid;
}

const at = ([from, to]: readonly [number, number], i: number, n: number): number =>
  n === 1 ? from : from + ((to - from) * i) / (n - 1);

/** Sideways, height and camber error of each sample, three to a sample. */
function drawErrors(input: RubMapInput): Float64Array {
  const normal = randomNormal.source(randomLcg(input.seed))(0, 1);
  const e = new Float64Array(3 * input.samples);
  for (let i = 0; i < input.samples; i += 1) {
    e[3 * i] = (normal() * input.pm.sideways) / 2;
    e[3 * i + 1] = (normal() * input.pm.height) / 2;
    e[3 * i + 2] = (((normal() * input.pm.camber) / 2) * Math.PI) / 180;
  }
  return e;
}

/**
 * Samples of a cell that touch. The camber error is small, so its turn is taken to first order (y + z·ε, z − y·ε);
 * sideways and height errors are shifts. Works on flat arrays: this is the inner loop.
 */
function countTouching(
  outline: readonly SectionPoint[],
  radius: number,
  input: RubMapInput,
  bump: number,
  steer: number,
  camber: number,
  errors: Float64Array,
): number {
  const n = outline.length;
  const ys = new Float64Array(n);
  const zs = new Float64Array(n);
  outline.forEach((p, i) => {
    const q = posed(p, radius, { bump: 0, steer, camber, axis: input.axis });
    ys[i] = q.y;
    zs[i] = q.z;
  });
  const m = input.arch.length;
  const ay = Float64Array.from(input.arch, (p) => p.y);
  const az = Float64Array.from(input.arch, (p) => p.z);
  const ty = new Float64Array(n);
  const tz = new Float64Array(n);
  let touching = 0;
  for (let s = 0; s < errors.length; s += 3) {
    const e = errors[s + 2] as number;
    for (let i = 0; i < n; i += 1) {
      ty[i] = (ys[i] as number) + (zs[i] as number) * e + (errors[s] as number);
      tz[i] = (zs[i] as number) - (ys[i] as number) * e + (errors[s + 1] as number) + bump;
    }
    if (crosses(ty, tz, n, ay, az, m) || crosses(ay, az, m, ty, tz, n, -1)) touching += 1;
  }
  return touching;
}

/** Whether a point of one line stands on or beyond the other at its height; `side` −1 swaps which is outside. */
function crosses(
  py: Float64Array,
  pz: Float64Array,
  n: number,
  ly: Float64Array,
  lz: Float64Array,
  m: number,
  side = 1,
): boolean {
  for (let i = 0; i < n; i += 1) {
    const z = pz[i] as number;
    for (let k = 0; k + 1 < m; k += 1) {
      const z0 = lz[k] as number;
      const z1 = lz[k + 1] as number;
      if (z < z0 || z > z1) continue;
      const y0 = ly[k] as number;
      const y = y0 + (((ly[k + 1] as number) - y0) * (z - z0)) / (z1 - z0 || 1);
      if (side * ((py[i] as number) - y) >= 0) return true;
      break;
    }
  }
  return false;
}

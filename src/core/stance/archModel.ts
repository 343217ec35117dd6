import { bare } from '../document/bare';
import type { Plan, PlanCorner } from '../document/document';
import type { End } from '../document/vocabulary';
import { tryInput } from '../errors';
import { tightestOf } from './clock';
import { type Pose, posed, type SectionPoint, sidewaysRoom, type TyreShape, tyreOutline } from './outline';
import type { RubMapInput } from './rubMap';
import { parseTyre } from './tyre';

/** What the rub map takes for granted about the suspension: nobody measured it, so it is said and can be set. */
export interface RubAssumptions {
  /** Travel up to the bump stop and down from ride height, mm. */
  readonly bump: number;
  readonly droop: number;
  /** Steering angle at full lock, degrees; 0 for an axle that does not steer. */
  readonly lock: number;
  /** Camber change over 100 mm of bump, degrees; negative leans in as the wheel rises. */
  readonly gain: number;
  /** Steering axis from the hub face at hub height, mm; negative is inboard. */
  readonly axis: number;
}

export const USUAL: Readonly<Record<End, RubAssumptions>> = {
  front: { bump: 60, droop: 40, lock: 33, gain: -1, axis: -90 },
  rear: { bump: 70, droop: 40, lock: 0, gain: -1, axis: -90 },
};

export type ArchNeed = 'tyre' | 'offset' | 'gap' | 'archHeight' | 'loadedClearance';

export interface ArchModel {
  readonly drawable: true;
  readonly corner: PlanCorner['corner'];
  readonly tyre: TyreShape;
  readonly radius: number;
  /** Camber after the change, degrees; `assumed` where nobody measured it and it is drawn upright. */
  readonly camber: number;
  readonly camberAssumed: boolean;
  /** Outer edge of the arch and the inner end of its lip. mm, y from the hub face at ride height, z from the axis. */
  readonly edge: SectionPoint;
  readonly lip: SectionPoint;
  /** How deep the steel lip was measured, mm; null where it was not. */
  readonly lipDepth: number | null;
  /** Outer upper outline of the tyre as it stood when it was measured, and as it will stand. */
  readonly before: readonly SectionPoint[];
  readonly after: readonly SectionPoint[];
}

/**
 * The arch and the tyre of one corner in section, from what was measured there. The edge stands the gap outside the
 * tyre as it was; the lip's end stands the loaded clearance outside the tyre at full bump, where that clearance was
 * taken, and never further out than the edge. Above the lip no room is counted, which is on the safe side.
 * mm. Source: geometry; definition of offset.
 */
export function archModel(
  plan: Plan,
  asRead: PlanCorner,
  take: RubAssumptions,
): ArchModel | { readonly drawable: false; readonly needs: readonly ArchNeed[] } {
  // What was on while it was read is taken off first, as everywhere.
  const c = bare(plan).corners.find((k) => k.corner === asRead.corner) ?? asRead;
  const needs: ArchNeed[] = [];
  const tyre = tryInput(() => parseTyre('Tyre', plan.wheel.tyre)).value ?? null;
  const clearance = tightestOf(c);
  const { gap, archHeight } = c;
  const { offset } = plan.wheel;
  if (tyre === null) needs.push('tyre');
  if (offset === null) needs.push('offset');
  if (gap === null) needs.push('gap');
  if (archHeight === null) needs.push('archHeight');
  if (clearance === null) needs.push('loadedClearance');
  if (tyre === null || offset === null || gap === null || archHeight === null || clearance === null)
    return { drawable: false, needs };
  const radius = tyre.overallDiameter / 2;
  const was = c.camber?.value ?? 0;
  const camber = was - plan.camberChange;
  const shape = (s: number): TyreShape => ({
    sectionWidth: tyre.sectionWidth,
    sectionHeight: tyre.sectionHeight,
    overallDiameter: tyre.overallDiameter,
    middle: s - offset,
  });
  const stand = (s: number, lean: number, bump: number) =>
    poseOutline(shape(s), radius, { bump, steer: 0, camber: lean, axis: take.axis });
  const before = stand(0, was, 0);
  const edge = { y: widest(before) + gap.value, z: archHeight.value };
  const lip = {
    y: Math.min(edge.y, widest(stand(0, was + (take.gain * take.bump) / 100, take.bump)) + clearance.value),
    z: edge.z,
  };
  return {
    drawable: true,
    corner: c.corner,
    tyre: shape(plan.spacer.thickness),
    radius,
    camber,
    camberAssumed: c.camber === null,
    edge,
    lip,
    lipDepth: c.lipDepth?.value ?? null,
    before,
    after: stand(plan.spacer.thickness, camber, 0),
  };
}

/** Outer outline of a tyre in a pose. mm. */
export const poseOutline = (tyre: TyreShape, radius: number, pose: Pose): SectionPoint[] =>
  tyreOutline(tyre).map((p) => posed(p, radius, pose));

/** Where a tyre stands with the wheel at a bump and a steering angle. mm. */
export const standsAt = (m: ArchModel, take: RubAssumptions, bump: number, steer: number): SectionPoint[] =>
  poseOutline(m.tyre, m.radius, { bump, steer, camber: m.camber + (take.gain * bump) / 100, axis: take.axis });

const widest = (line: readonly SectionPoint[]): number => Math.max(...line.map((p) => p.y));

/** How far up the conservative wall above the lip is carried, mm: further than any wheel travels. */
const WALL = 400;
/** What stops a tyre: the lip's end, and upright above it, which counts no room there. */
const wallOf = (m: ArchModel): SectionPoint[] => [m.lip, { y: m.lip.y, z: m.lip.z + WALL }];

/** Whether a tyre in a pose touches the lip or stands beyond it. */
export const touches = (m: ArchModel, outline: readonly SectionPoint[]): boolean =>
  sidewaysRoom(outline, wallOf(m)) <= 0;

/** ± of a camber that nobody measured, degrees. */
const CAMBER_UNKNOWN = 1;

/**
 * The rub map's question for one corner. Errors are those of gap, clearance and spacer sideways, of the arch's
 * height, and of the camber.
 */
export function rubInput(
  plan: Plan,
  c: PlanCorner,
  m: ArchModel,
  take: RubAssumptions,
  size: { readonly rows: number; readonly columns: number; readonly samples: number },
): RubMapInput {
  const sideways = Math.hypot(Math.max(c.gap?.pm ?? 0, tightestOf(c)?.pm ?? 0), plan.policy.spacerPm);
  return {
    tyre: m.tyre,
    camber: m.camber,
    camberGain: take.gain / 100,
    axis: take.axis,
    arch: wallOf(m),
    bump: [-take.droop, take.bump],
    steer: [-take.lock, take.lock],
    rows: size.rows,
    columns: take.lock === 0 ? 1 : size.columns,
    pm: { sideways, height: c.archHeight?.pm ?? 0, camber: c.camber?.pm ?? CAMBER_UNKNOWN },
    samples: size.samples,
    seed: 1,
  };
}

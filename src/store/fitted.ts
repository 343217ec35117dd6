import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Plan } from '@/core/document/document';
import { fastenerText } from '@/core/document/fastenerText';
import { wheelTorque } from '@/core/document/hardware';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { fastenerSeat } from '@/core/figures/counts';
import { type FittedRow, fitted } from './carStateSchema';
import type { Executor } from './connection';

export type FittedInput = Omit<FittedRow, 'id' | 'vehicleId' | 'personId' | 'endedAt'>;

/** What hangs on each corner of a car now; a corner that nobody spoke of is left out. */
export const fittedNow = (db: Executor, vehicleId: string): Promise<FittedRow[]> =>
  db
    .select()
    .from(fitted)
    .where(and(eq(fitted.vehicleId, vehicleId), isNull(fitted.endedAt)))
    .orderBy(asc(fitted.corner));

/** Everything that ever hung on a car, the latest first. */
export const fittedEver = (db: Executor, vehicleId: string): Promise<FittedRow[]> =>
  db
    .select()
    .from(fitted)
    .where(eq(fitted.vehicleId, vehicleId))
    .orderBy(desc(fitted.since), asc(fitted.corner))
    .limit(80);

/** Says what hangs on some corners from now on; what hung there before ends. */
export async function putOn(tx: Executor, vehicleId: string, rows: readonly FittedInput[], at: Date): Promise<void> {
  const corners = rows.map((r) => r.corner);
  if (corners.length === 0) return;
  await tx
    .update(fitted)
    .set({ endedAt: at })
    .where(and(eq(fitted.vehicleId, vehicleId), inArray(fitted.corner, corners), isNull(fitted.endedAt)));
  await tx.insert(fitted).values(rows.map((r) => ({ ...r, id: newId(), vehicleId })));
}

export interface Found {
  readonly corners: readonly Corner[];
  readonly wheelSetId: string | null;
  readonly plateMm: number | null;
  readonly hardware: FittedRow['hardware'];
  readonly fastening: 'bolt' | 'stud';
  readonly seat: string;
  readonly torque: { readonly value: number; readonly source: string } | null;
}

const WHOSE = { original: 'original', other: 'not original', unknown: 'not known whose' } as const;

/** Rows of what was found on a car. */
export const foundOn = (f: Found, by: string, since: Date): FittedInput[] =>
  f.corners.map((corner) => ({
    corner,
    wheelSetId: f.wheelSetId,
    plateMm: f.plateMm,
    plate: null,
    hardware: f.hardware,
    fastener: null,
    locking: null,
    fastenerText: `${f.fastening === 'bolt' ? 'bolts' : 'studs and nuts'}, ${WHOSE[f.hardware]}`,
    seat: f.seat,
    torqueNm: f.torque?.value ?? null,
    torqueSource: f.torque?.source ?? '',
    source: f.hardware === 'original' && f.plateMm === 0 ? 'maker' : 'found',
    jobId: null,
    by,
    since,
  }));

/** Whose fasteners are on a car once a plan is signed. */
function hardwareAfter({ fastener, hub }: Plan): FittedRow['hardware'] {
  if (fastener.kind === 'original') return 'original';
  return fastener.kind === 'present' ? hub.hardware : 'other';
}

/** Rows of what a signed plan put on its axle. */
export function fittedBy(
  plan: Plan,
  job: { readonly id: string; readonly wheelSetId: string },
  before: readonly FittedRow[],
  by: string,
  since: Date,
): FittedInput[] {
  const torque = wheelTorque(plan);
  return CORNERS.filter((c) => c.startsWith(plan.axle)).map((corner) => {
    const { spacer, fastener } = plan;
    const plateMm = corner.endsWith('right') ? (plan.rightSpacer ?? spacer.thickness) : spacer.thickness;
    // What stays on the car keeps its own words.
    const kept = fastener.kind === 'present' ? before.find((f) => f.corner === corner) : undefined;
    return {
      corner,
      wheelSetId: job.wheelSetId,
      plateMm,
      plate: plateMm > 0 ? { ...spacer, thickness: plateMm } : null,
      hardware: hardwareAfter(plan),
      fastener: kept?.fastener ?? fastener,
      locking: kept ? kept.locking : plan.locking,
      fastenerText: kept?.fastenerText ?? fastenerText(plan, 'metric'),
      seat: fastenerSeat(plan),
      torqueNm: torque?.value ?? null,
      torqueSource: torque?.source ?? '',
      source: 'signed',
      jobId: job.id,
      by,
      since,
    };
  });
}

import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, type SQL, sql } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/pg-core';
import type { Executor } from './connection';
import { like } from './find';
import { JOB_BRIEF, type JobLine } from './jobBrief';
import { job, STAGES, type Stage, vehicle } from './schema';

/** Jobs that nothing is signed of yet, the one that changed last first: a hundred at most. */
export const unsignedJobs = (db: Executor): Promise<JobLine[]> =>
  db
    .select({ job: JOB_BRIEF, vehicleName: vehicle.name, plate: vehicle.plate })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(isNull(job.signedAt))
    .orderBy(desc(job.updatedAt))
    .limit(100);

/** Visits that somebody works on, from the first reading to the last verify, the one that was worked on last first. */
export async function visitsAtWork(db: Executor, since: Date, most: number): Promise<string[]> {
  const rows = await db
    .select({ visitId: job.visitId })
    .from(job)
    .where(
      and(
        isNull(job.signedAt),
        isNull(job.held),
        inArray(job.stage, ['measure', 'choose', 'stage', 'fit', 'torque']),
        gte(job.updatedAt, since),
      ),
    )
    .groupBy(job.visitId)
    .orderBy(desc(sql`max(${job.updatedAt})`))
    .limit(most);
  return rows.map((r) => r.visitId);
}

const named = (find: string) =>
  find.trim() === '' ? undefined : sql`${vehicle.name} || ' ' || ${vehicle.plate} ilike ${like(find)}`;

/**
 * Jobs that rest or were declined, what is not for the road first and then those laid aside last, and how many there
 * are in all.
 */
export async function restingJobs(db: Executor, find = ''): Promise<Omit<BoardStage, 'stage'>> {
  const rows = await db
    .select({
      job: JOB_BRIEF,
      vehicleName: vehicle.name,
      plate: vehicle.plate,
      count: sql<number>`count(*) over ()::int`,
    })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(and(isNotNull(job.held), named(find)))
    .orderBy(sql`${job.held} = 'left' desc`, desc(job.heldAt))
    .limit(6);
  return { count: rows[0]?.count ?? 0, lines: rows.map(({ count: _, ...line }) => line) };
}

export interface BoardStage {
  readonly stage: Stage;
  readonly count: number;
  readonly lines: readonly JobLine[];
}

/** As many of a stage as stand on the board at once. */
const ON_BOARD = 10;

/**
 * Jobs by stage as the board shows them: of each the ones that changed last, of rechecks the ones that are due first,
 * and how many there are in all. One query for the lines of all stages, each of them cut by its own index. @param find
 * words that stand in the vehicle's name or plate
 */
export async function boardOf(db: Executor, find = ''): Promise<BoardStage[]> {
  const cars = named(find);
  const standing = isNull(job.held);
  const counted = db.select({ stage: job.stage, count: sql<number>`count(*)::int` }).from(job);
  const counts = await (cars === undefined
    ? counted.where(standing)
    : counted.innerJoin(vehicle, eq(job.vehicleId, vehicle.id)).where(and(standing, cars))
  ).groupBy(job.stage);
  const count = (stage: Stage): number => counts.find((c) => c.stage === stage)?.count ?? 0;
  const lines = await linesOf(db, count, and(standing, cars));
  return STAGES.map((stage) => ({
    stage,
    count: count(stage),
    lines: lines.filter((l) => l.job.stage === stage).slice(0, shownOf(stage)),
  }));
}

const shownOf = (stage: Stage): number => (stage === 'closed' ? 6 : ON_BOARD);

/** As many of a stage are read whole rather than cut by an index of their own. */
const FEW = 3 * ON_BOARD;

/** The lines of all stages, in the order in which each shows them: stages with few jobs are read together. */
async function linesOf(db: Executor, count: (stage: Stage) => number, where: SQL | undefined): Promise<JobLine[]> {
  const lines = () =>
    db
      .select({ job: JOB_BRIEF, vehicleName: vehicle.name, plate: vehicle.plate })
      .from(job)
      .innerJoin(vehicle, eq(job.vehicleId, vehicle.id));
  const few = STAGES.filter((stage) => count(stage) > 0 && count(stage) <= FEW);
  const parts = STAGES.filter((stage) => count(stage) > FEW).map((stage) =>
    lines()
      .where(and(eq(job.stage, stage), where))
      .orderBy(stage === 'recheck' ? asc(job.recheckDueAt) : desc(job.updatedAt))
      .limit(shownOf(stage)),
  );
  const [first, second, ...rest] = [
    ...(few.length > 0 ? [lines().where(and(inArray(job.stage, few), where))] : []),
    ...parts,
  ];
  if (!first) return [];
  const found: JobLine[] = second ? await unionAll(first, second, ...rest) : await first;
  // A union promises no order.
  const due = (l: JobLine): number => l.job.recheckDueAt?.getTime() ?? Number.POSITIVE_INFINITY;
  return found.sort((a, b) =>
    a.job.stage === 'recheck' && b.job.stage === 'recheck'
      ? due(a) - due(b)
      : b.job.updatedAt.getTime() - a.job.updatedAt.getTime(),
  );
}

import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Executor } from './connection';
import { like } from './find';
import type { JobLine } from './jobs';
import { job, STAGES, type Stage, vehicle } from './schema';

/** Jobs that nothing is signed of yet, the one that changed last first: a hundred at most. */
export const unsignedJobs = (db: Executor): Promise<JobLine[]> =>
  db
    .select({ job, vehicleName: vehicle.name, plate: vehicle.plate })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(isNull(job.signedAt))
    .orderBy(desc(job.updatedAt))
    .limit(100);

const named = (find: string) =>
  find.trim() === '' ? undefined : sql`${vehicle.name} || ' ' || ${vehicle.plate} ilike ${like(find)}`;

/** Jobs that rest or were declined, what is not for the road first and then those laid aside last, and how many there are in all. */
export async function restingJobs(db: Executor, find = ''): Promise<Omit<BoardStage, 'stage'>> {
  const where = and(isNotNull(job.held), named(find));
  const [all] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(where);
  const lines = await db
    .select({ job, vehicleName: vehicle.name, plate: vehicle.plate })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(where)
    .orderBy(sql`${job.held} = 'left' desc`, desc(job.heldAt))
    .limit(6);
  return { count: all?.count ?? 0, lines };
}

export interface BoardStage {
  readonly stage: Stage;
  readonly count: number;
  readonly lines: readonly JobLine[];
}

/** As many of a stage as stand on the board at once. */
const ON_BOARD = 10;

/**
 * Jobs by stage as the board shows them: of each the ones that changed last, of rechecks the ones that are due first, and how many there
 * are in all. @param find words that stand in the vehicle's name or plate
 */
export async function boardOf(db: Executor, find = ''): Promise<BoardStage[]> {
  const where = and(isNull(job.held), named(find));
  const counts = await db
    .select({ stage: job.stage, count: sql<number>`count(*)::int` })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(where)
    .groupBy(job.stage);
  const board: BoardStage[] = [];
  for (const stage of STAGES) {
    const count = counts.find((c) => c.stage === stage)?.count ?? 0;
    const lines =
      count === 0
        ? []
        : await db
            .select({ job, vehicleName: vehicle.name, plate: vehicle.plate })
            .from(job)
            .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
            .where(and(eq(job.stage, stage), where))
            .orderBy(stage === 'recheck' ? asc(job.recheckDueAt) : desc(job.updatedAt))
            .limit(stage === 'closed' ? 6 : ON_BOARD);
    board.push({ stage, count, lines });
  }
  return board;
}

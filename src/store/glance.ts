import { and, asc, eq, isNull, ne, sql } from 'drizzle-orm';
import { fitted } from './carStateSchema';
import type { Executor } from './connection';
import { among } from './find';
import { recheck } from './recordSchema';
import { job } from './schema';

/** Spacers between hub and wheel of some cars now, corner by corner; null where nobody looked. */
export const spacersOn = (db: Executor, vehicleIds: readonly string[]) =>
  db
    .select({ vehicleId: fitted.vehicleId, corner: fitted.corner, plateMm: fitted.plateMm })
    .from(fitted)
    .where(and(among(fitted.vehicleId, vehicleIds), isNull(fitted.endedAt)));

/** Jobs of some cars that are open, axle by axle. */
export const openJobsOf = (db: Executor, vehicleIds: readonly string[]) =>
  db
    .select({ vehicleId: job.vehicleId, axle: job.axle, stage: job.stage, held: job.held })
    .from(job)
    .where(
      and(
        among(job.vehicleId, vehicleIds),
        isNull(job.signedAt),
        ne(job.stage, 'closed'),
        sql`${job.held} is distinct from 'declined'`,
      ),
    )
    .orderBy(asc(job.axle));

/** Rechecks of some cars that are still to be done, due first at the top. */
export const rechecksDueOf = (db: Executor, vehicleIds: readonly string[]) =>
  db
    .select({ vehicleId: job.vehicleId, axle: job.axle, dueFrom: recheck.dueFrom, dueTo: recheck.dueTo })
    .from(recheck)
    .innerJoin(job, and(eq(recheck.jobId, job.id), eq(recheck.revision, job.revision)))
    .where(and(among(job.vehicleId, vehicleIds), isNull(recheck.doneAt), eq(job.stage, 'recheck')))
    .orderBy(asc(recheck.dueTo), asc(recheck.id));

import { desc, eq } from 'drizzle-orm';
import type { Executor } from './connection';
import { type JobRow, job, vehicle } from './schema';

/** What the calendar says of a job: a week shows two hundred of them. */
export const BOOKED_JOB = {
  id: job.id,
  vehicleId: job.vehicleId,
  visitId: job.visitId,
  axle: job.axle,
  wish: job.wish,
  stage: job.stage,
  held: job.held,
  signedAt: job.signedAt,
} as const;

export type BookedJob = Pick<JobRow, keyof typeof BOOKED_JOB>;

/** What a list says of a job: its columns without the choice on its bench, which is most of its row. */
export const JOB_BRIEF = {
  ...BOOKED_JOB,
  wheelSetId: job.wheelSetId,
  use: job.use,
  heldWhy: job.heldWhy,
  heldBy: job.heldBy,
  heldAt: job.heldAt,
  signedBy: job.signedBy,
  recheckDueAt: job.recheckDueAt,
  createdAt: job.createdAt,
  updatedAt: job.updatedAt,
} as const;

export type JobBrief = Pick<JobRow, keyof typeof JOB_BRIEF>;

export interface JobLine {
  readonly job: JobBrief;
  readonly vehicleName: string;
  readonly plate: string;
}

/** The latest thirty jobs of a vehicle with its name, newest change first. */
export const jobsOfVehicle = (db: Executor, vehicleId: string): Promise<JobLine[]> =>
  db
    .select({ job: JOB_BRIEF, vehicleName: vehicle.name, plate: vehicle.plate })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(eq(job.vehicleId, vehicleId))
    .orderBy(desc(job.updatedAt))
    .limit(30);

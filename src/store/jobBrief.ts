import { type JobRow, job } from './schema';

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

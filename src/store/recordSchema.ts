import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import { RECHECK_KINDS } from '@/core/procedure/rechecks';
import { at, id } from './columns';

/** A record as it was signed: everything that it shows, sealed. Rows are only added. */
export const record = pgTable(
  'record',
  {
    id: id(),
    jobId: text('job_id').notNull(),
    revision: integer('revision').notNull(),
    /** The job with all that belongs to it, as JSON. */
    snapshot: jsonb('snapshot').$type<Record<string, unknown>>().notNull(),
    /** Why there is a revision after the first; null for that one. */
    reason: text('reason'),
    signedAt: at('signed_at').notNull(),
    signedBy: text('signed_by').notNull(),
    /** SHA-256 over the snapshot, who signed, when and why, and the revision before. */
    seal: text('seal').notNull(),
  },
  (t) => [uniqueIndex('record_revision').on(t.jobId, t.revision), check('record_from_1', sql`${t.revision} >= 1`)],
);

/** One link of a job's chain of rechecks, set at its sign-off. */
export const recheck = pgTable(
  'recheck',
  {
    id: id(),
    jobId: text('job_id').notNull(),
    revision: integer('revision').notNull(),
    seq: integer('seq').notNull(),
    kind: text('kind', { enum: RECHECK_KINDS }).notNull(),
    dueFrom: at('due_from').notNull(),
    dueTo: at('due_to').notNull(),
    doneAt: at('done_at'),
    doneBy: text('done_by'),
    outcome: text('outcome', { enum: ['held', 'declined', 'moved'] }),
    /** Why it was done before its time, or declined. */
    reason: text('reason'),
    /** What a season change or a track session is about: its wheels, its day. */
    note: text('note'),
  },
  (t) => [
    index('recheck_job').on(t.jobId),
    index('recheck_due').on(t.dueTo, t.id).where(sql`${t.doneAt} is null`),
    uniqueIndex('recheck_link').on(t.jobId, t.revision, t.seq),
    check('recheck_outcome', sql`${t.outcome} is null or ${t.outcome} in ('held', 'declined', 'moved')`),
  ],
);

export type RecordRow = typeof record.$inferSelect;
export type RecheckRow = typeof recheck.$inferSelect;

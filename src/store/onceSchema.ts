import { integer, pgTable, text } from 'drizzle-orm/pg-core';
import { at } from './columns';

/** What is done once to a folder, when a release that knows it first opens it. */
export const doneOnce = pgTable('done_once', {
  what: text('what').primaryKey(),
  at: at('at').notNull(),
});

/**
 * Which bench kept a job's choice last, and the version that made: it may keep its next one though the answer to the
 * last was lost. The job is named by its id.
 */
export const benchSave = pgTable('bench_save', {
  jobId: text('job_id').primaryKey(),
  bench: text('bench').notNull(),
  version: integer('version').notNull(),
});

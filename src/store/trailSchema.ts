import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import type { School } from '@/core/document/policy';
import { acted } from './acted';
import { at, id } from './columns';

/** A set of thresholds and schools as a shop chose them, with who, when and why; rows are only added. */
export const policyVersion = pgTable(
  'policy_version',
  {
    id: id(),
    seq: integer('seq').notNull(),
    governing: jsonb('governing').$type<School[]>().notNull(),
    figures: jsonb('figures').$type<Readonly<Record<string, number>>>().notNull(),
    why: text('why').notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
  },
  (t) => [uniqueIndex('policy_version_seq').on(t.seq), check('policy_version_why', sql`length(trim(${t.why})) > 0`)],
);

/** What was done, by whom and when: rows are only added. */
export const event = pgTable(
  'event',
  {
    id: id(),
    jobId: text('job_id'),
    vehicleId: text('vehicle_id'),
    kind: text('kind').notNull(),
    detail: jsonb('detail').$type<Record<string, unknown>>().notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
  },
  (t) => [index('event_job').on(t.jobId), index('event_vehicle').on(t.vehicleId)],
);

export type PolicyRow = typeof policyVersion.$inferSelect;

import { sql } from 'drizzle-orm';
import { check, index, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { CORNERS } from '@/core/document/vocabulary';
import type { BayDetail, BayKind } from '@/core/procedure/bay';
import { acted } from './acted';
import { at, id } from './columns';

/**
 * What happened at the car beside ticks and torque: clocks, trouble, another way, a hand-over. Rows are only added. Job
 * and plan are named by their ids; the plan is the one under which ticks and torque are kept.
 */
export const bayEntry = pgTable(
  'bay_entry',
  {
    id: id(),
    jobId: text('job_id').notNull(),
    planId: text('plan_id').notNull(),
    corner: text('corner', { enum: CORNERS }),
    kind: text('kind').$type<BayKind>().notNull(),
    detail: jsonb('detail').$type<BayDetail>().notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
  },
  (t) => [
    index('bay_entry_plan').on(t.planId),
    index('bay_entry_job').on(t.jobId),
    check(
      'bay_entry_corner',
      sql`${t.corner} is null or ${t.corner} in ('front-left', 'front-right', 'rear-left', 'rear-right')`,
    ),
  ],
);

export type BayRow = typeof bayEntry.$inferSelect;

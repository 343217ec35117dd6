import { sql } from 'drizzle-orm';
import { check, doublePrecision, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import { WRENCH_KINDS } from '@/core/torque/wrench';
import { at, id } from './columns';

/** Torque wrenches of the shop. Nobody deletes one: entries that were made with it keep its name. */
export const wrench = pgTable(
  'wrench',
  {
    id: id(),
    name: text('name').notNull(),
    kind: text('kind', { enum: WRENCH_KINDS }).notNull(),
    fromNm: doublePrecision('from_nm').notNull(),
    toNm: doublePrecision('to_nm').notNull(),
    /** Day on which its calibration runs out; null where nobody knows. */
    dueOn: text('due_on'),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    uniqueIndex('wrench_name').on(sql`lower(${t.name})`).where(sql`${t.archivedAt} is null`),
    check('wrench_kind', sql`${t.kind} in ('click', 'beam', 'electronic')`),
    check('wrench_range', sql`${t.fromNm} > 0 and ${t.toNm} > ${t.fromNm}`),
  ],
);

export type WrenchRow = typeof wrench.$inferSelect;

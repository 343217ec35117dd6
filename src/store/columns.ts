import { doublePrecision, text, timestamp } from 'drizzle-orm/pg-core';

export const id = () => text('id').primaryKey();
export const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
/** What was read: as understood and as typed, how, by whom, when; withdrawn instead of deleted. */
export const figure = () => ({
  quantity: text('quantity').notNull(),
  value: doublePrecision('value').notNull(),
  unit: text('unit').notNull(),
  typed: text('typed').notNull(),
  pm: doublePrecision('pm').notNull(),
  method: text('method').notNull(),
  by: text('by').notNull(),
  at: at('at').notNull(),
  withdrawnAt: at('withdrawn_at'),
});

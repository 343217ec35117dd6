import { pgTable, text } from 'drizzle-orm/pg-core';
import { at } from './columns';

/** What is done once to a folder, when a release that knows it first opens it. */
export const doneOnce = pgTable('done_once', {
  what: text('what').primaryKey(),
  at: at('at').notNull(),
});

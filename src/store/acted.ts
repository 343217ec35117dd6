import { sql } from 'drizzle-orm';
import { text } from 'drizzle-orm/pg-core';
import { whoActsNow } from './acting';
import { person } from './peopleSchema';

/**
 * The person who did it, beside the name as it was then: names change, and two people may bear one after the other.
 * Null where nobody was on the list, for what an earlier release stored, and for what was done in another workshop.
 */
export const acted = () =>
  text('person_id')
    .references(() => person.id)
    .$defaultFn(() => whoActsNow() ?? sql`null`);

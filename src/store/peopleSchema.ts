import { sql } from 'drizzle-orm';
import { check, index, integer, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import { at, id } from './columns';

export const ROLES = ['fitter', 'lead'] as const;
export type Role = (typeof ROLES)[number];

/** Who works here. Nobody is deleted: what they signed keeps their name. */
export const person = pgTable(
  'person',
  {
    id: id(),
    name: text('name').notNull(),
    role: text('role', { enum: ROLES }).notNull(),
    /** Argon2id; null where no PIN is asked of them on this machine. */
    pinHash: text('pin_hash'),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    uniqueIndex('person_name').on(sql`lower(${t.name})`).where(sql`${t.archivedAt} is null`),
    check('person_role', sql`${t.role} in ('fitter', 'lead')`),
  ],
);

/** A browser that somebody signed in on. */
export const login = pgTable(
  'login',
  {
    id: id(),
    personId: text('person_id')
      .notNull()
      .references(() => person.id),
    at: at('at').notNull(),
    /** What it was, in words: a phone, a tablet, this machine. */
    device: text('device').notNull().default(''),
    revokedAt: at('revoked_at'),
  },
  (t) => [index('login_person').on(t.personId)],
);

/**
 * Wrong PINs that were tried lately, by who and where: five of them make whoever tries wait, whichever process they
 * come to.
 */
export const pinTry = pgTable('pin_try', {
  key: text('key').primaryKey(),
  points: integer('points').notNull().default(0),
  expire: at('expire'),
});

export type PersonRow = typeof person.$inferSelect;
export type LoginRow = typeof login.$inferSelect;

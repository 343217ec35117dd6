import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import { RECHECK_KINDS } from '@/core/procedure/rechecks';
import { acted } from './acted';
import { at, id } from './columns';
import { person } from './peopleSchema';

/**
 * Keys that records are signed with: those of this workshop, and those that came with imported visits. Rows are only
 * added.
 */
export const installationKey = pgTable('installation_key', {
  /** First half of the SHA-256 of the public key, hex. */
  id: id(),
  /** Ed25519, 32 bytes, base64url. */
  publicKey: text('public_key').notNull(),
  /** Made in this workshop: also by an earlier machine of it, whose backup was restored here. */
  own: boolean('own').notNull(),
  addedAt: at('added_at').notNull(),
});

/** A record as it was signed: everything that it shows, sealed. Rows are only added. */
export const record = pgTable(
  'record',
  {
    id: id(),
    jobId: text('job_id').notNull(),
    revision: integer('revision').notNull(),
    /** The record document, `vectis-record/1`; of earlier releases the rows of then. Read it with `readRecord`. */
    snapshot: jsonb('snapshot').$type<Record<string, unknown>>().notNull(),
    /** Why there is a revision after the first; null for that one. */
    reason: text('reason'),
    signedAt: at('signed_at').notNull(),
    signedBy: text('signed_by').notNull(),
    personId: acted(),
    /** SHA-256 over the snapshot, who signed, when and why, and the revision before. */
    seal: text('seal').notNull(),
    /** Ed25519 over the seal, base64url, and by which key; null for what was signed before there were keys. */
    signature: text('signature'),
    keyId: text('key_id').references(() => installationKey.id),
    /** When it came in with a visit of another workshop; null for what was signed here. */
    importedAt: at('imported_at'),
  },
  (t) => [
    uniqueIndex('record_revision').on(t.jobId, t.revision),
    index('record_key').on(t.keyId),
    check('record_from_1', sql`${t.revision} >= 1`),
    check('record_signature', sql`(${t.signature} is null) = (${t.keyId} is null)`),
  ],
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
    /** The person beside that name. */
    donePersonId: text('done_person_id').references(() => person.id),
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

export type InstallationKeyRow = typeof installationKey.$inferSelect;
export type RecordRow = typeof record.$inferSelect;
export type RecheckRow = typeof recheck.$inferSelect;

import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core';
import { type CatalogueItem, PART_KINDS } from '@/core/parts/catalogue';
import { acted } from './acted';
import { at, id } from './columns';
import { job } from './jobSchema';

export const part = pgTable(
  'part',
  {
    id: id(),
    kind: text('kind', { enum: PART_KINDS }).notNull(),
    name: text('name').notNull(),
    count: integer('count').notNull(),
    bin: text('bin').notNull().default(''),
    item: jsonb('item').$type<CatalogueItem>().notNull(),
    /** The shop’s own code; null where it gives none. */
    code: text('code'),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    check('part_kind_known', sql`${t.kind} in ('spacer', 'bolt', 'stud', 'conversion', 'nut', 'other')`),
    check('part_count', sql`${t.count} between 0 and 100000`),
    // A file that is read again knows a part by its code.
    uniqueIndex('part_code').on(t.code).where(sql`${t.archivedAt} is null`),
    index('part_kind').on(t.kind, t.name),
  ],
);

/** What moves pieces on and off the shelf. */
export const MOVES = ['receive', 'use', 'return', 'scrap', 'count'] as const;
export type Move = (typeof MOVES)[number];

/** A movement of pieces, with who and when; rows are only added. */
export const stockMovement = pgTable(
  'stock_movement',
  {
    id: id(),
    partId: text('part_id')
      .notNull()
      .references(() => part.id),
    move: text('move', { enum: MOVES }).notNull(),
    /** Pieces that came on (above zero) or went off (below). */
    pieces: integer('pieces').notNull(),
    /** What was there afterwards. */
    left: integer('left').notNull(),
    jobId: text('job_id').references(() => job.id),
    note: text('note').notNull().default(''),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
  },
  (t) => [
    index('stock_movement_part').on(t.partId, t.at),
    check('stock_movement_move', sql`${t.move} in ('receive', 'use', 'return', 'scrap', 'count')`),
    check('stock_movement_left', sql`${t.left} between 0 and 100000`),
  ],
);

/** Pieces that are kept for a job; a row ends when they are used or given back. */
export const reservation = pgTable(
  'reservation',
  {
    id: id(),
    partId: text('part_id')
      .notNull()
      .references(() => part.id),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    pieces: integer('pieces').notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    endedAt: at('ended_at'),
  },
  (t) => [
    index('reservation_job').on(t.jobId),
    uniqueIndex('reservation_once').on(t.partId, t.jobId).where(sql`${t.endedAt} is null`),
    check('reservation_pieces', sql`${t.pieces} between 1 and 1000`),
  ],
);

export type PartRow = typeof part.$inferSelect;

/** A catalogue file on its way to the shelf. Its row goes once every line of it is there. */
export const partImport = pgTable('part_import', {
  id: id(),
  by: text('by').notNull(),
  personId: acted(),
  at: at('at').notNull(),
  /** When the file was read to its end; null before that, when it can still be dropped. */
  readAt: at('read_at'),
  added: integer('added').notNull().default(0),
  updated: integer('updated').notNull().default(0),
});

/** A line of such a file that is read and not on the shelf yet. */
export const stagedPart = pgTable(
  'staged_part',
  {
    importId: text('import_id')
      .notNull()
      .references(() => partImport.id, { onDelete: 'cascade' }),
    line: integer('line').notNull(),
    code: text('code'),
    item: jsonb('item').$type<CatalogueItem>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.importId, t.line] }),
    uniqueIndex('staged_part_code').on(t.importId, t.code).where(sql`${t.code} is not null`),
  ],
);

export type PartImportRow = typeof partImport.$inferSelect;

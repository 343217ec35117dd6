import { sql } from 'drizzle-orm';
import { check, doublePrecision, index, integer, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import type { Fastener, Locking, Spacer } from '@/core/document/document';
import { CORNERS, HARDWARE_ON } from '@/core/document/vocabulary';
import { acted } from './acted';
import { vehicle, wheelSet } from './carSchema';
import { at, id } from './columns';

export const FITTED_FROM = ['found', 'signed', 'maker'] as const;
export const PHOTO_STATES = ['before', 'after', 'other'] as const;

/**
 * What hangs on a corner of a car, since when and by which job. Rows end and never change; one is open at each corner.
 */
export const fitted = pgTable(
  'fitted',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    corner: text('corner', { enum: CORNERS }).notNull(),
    wheelSetId: text('wheel_set_id').references(() => wheelSet.id),
    /** Thickness of what is between hub and wheel, mm; 0 where nothing is, null where nobody looked. */
    plateMm: doublePrecision('plate_mm'),
    /** The plate as it was chosen; null where none is, or where it was found and never taken apart. */
    plate: jsonb('plate').$type<Spacer>(),
    hardware: text('hardware', { enum: HARDWARE_ON }).notNull(),
    /** Fasteners as they were chosen; null where they were found. */
    fastener: jsonb('fastener').$type<Fastener>(),
    locking: jsonb('locking').$type<Locking>(),
    /** Fasteners in words, as they were then. */
    fastenerText: text('fastener_text').notNull(),
    seat: text('seat').notNull(),
    torqueNm: doublePrecision('torque_nm'),
    torqueSource: text('torque_source').notNull().default(''),
    source: text('source', { enum: FITTED_FROM }).notNull(),
    jobId: text('job_id'),
    by: text('by').notNull(),
    personId: acted(),
    since: at('since').notNull(),
    endedAt: at('ended_at'),
  },
  (t) => [
    index('fitted_vehicle').on(t.vehicleId),
    uniqueIndex('fitted_now').on(t.vehicleId, t.corner).where(sql`${t.endedAt} is null`),
    check('fitted_plate', sql`${t.plateMm} is null or ${t.plateMm} between 0 and 100`),
    check('fitted_source', sql`${t.source} in ('found', 'signed', 'maker')`),
    check('fitted_hardware', sql`${t.hardware} in ('original', 'other', 'unknown')`),
  ],
);

/** A picture of a car, a corner or a job. The file lies under its hash; the row says what it shows. */
export const photo = pgTable(
  'photo',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    jobId: text('job_id'),
    corner: text('corner', { enum: CORNERS }),
    state: text('state', { enum: PHOTO_STATES }).notNull(),
    caption: text('caption').notNull().default(''),
    /** SHA-256 of the file as it was re-encoded. */
    hash: text('hash').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    index('photo_vehicle').on(t.vehicleId),
    index('photo_job').on(t.jobId),
    check('photo_state', sql`${t.state} in ('before', 'after', 'other')`),
    check('photo_hash', sql`${t.hash} ~ '^[0-9a-f]{64}$'`),
  ],
);

/** Something said about a car, a corner or a job. */
export const note = pgTable(
  'note',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    jobId: text('job_id'),
    corner: text('corner', { enum: CORNERS }),
    text: text('text').notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    index('note_vehicle').on(t.vehicleId),
    index('note_job').on(t.jobId),
    check('note_text', sql`length(trim(${t.text})) between 1 and 1000`),
  ],
);

/** The key of a locking set: its pattern, where it lies, who has it. */
export const lockingKey = pgTable(
  'locking_key',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    pattern: text('pattern').notNull(),
    place: text('place').notNull().default(''),
    holder: text('holder').notNull().default(''),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    endedAt: at('ended_at'),
  },
  (t) => [index('locking_key_vehicle').on(t.vehicleId)],
);

export type FittedRow = typeof fitted.$inferSelect;
export type PhotoRow = typeof photo.$inferSelect;
export type NoteRow = typeof note.$inferSelect;
export type LockingKeyRow = typeof lockingKey.$inferSelect;

import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { Hub } from '@/core/document/document';
import type { OwnFasteners } from '@/core/document/ownFasteners';
import { AXLES, CORNERS, ENDS, HARDWARE_ON } from '@/core/document/vocabulary';
import { NUT_CLASSES_SAID } from '@/core/thread/classes';
import { acted } from './acted';
import { at, figure, id } from './columns';

/** Rear wheels of a set that differ from its front ones. */
export interface RearWheels {
  readonly tyre: string;
  readonly offsetMm: number | null;
  readonly seat: string;
  readonly lugs: number | null;
  readonly boltCircleMm: number | null;
}

/** The car: its hubs, its wheel sets, their wheels and what was read of them. */
export const vehicle = pgTable(
  'vehicle',
  {
    id: id(),
    name: text('name').notNull(),
    plate: text('plate').notNull(),
    notes: text('notes').notNull().default(''),
    version: integer('version').notNull().default(1),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull(),
    archivedAt: at('archived_at'),
  },
  // A model is known by its name.
  (t) => [index('vehicle_model').on(sql`lower(trim(${t.name}))`, t.createdAt)],
);

export const axleHub = pgTable(
  'axle_hub',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    axle: text('axle', { enum: AXLES }).notNull(),
    /** Lugs and bolt circle; null where nobody counted. */
    lugs: integer('lugs'),
    boltCircleMm: doublePrecision('bolt_circle_mm'),
    thread: text('thread').notNull(),
    fastening: text('fastening', { enum: ['bolt', 'stud'] }).notNull(),
    seat: text('seat').notNull(),
    threadMaterial: text('thread_material').notNull(),
    nutStyle: text('nut_style').notNull(),
    /** The vehicle's figure with its source; null and empty where nobody gave one. */
    torqueNm: doublePrecision('torque_nm'),
    torqueSource: text('torque_source').notNull(),
    lockingFastener: boolean('locking_fastener').notNull(),
    fastenerClass: text('fastener_class').notNull().default('unknown'),
    internalTensileMpa: doublePrecision('internal_tensile_mpa'),
    /** Class marked on the nuts that are on it. */
    nutClass: text('nut_class', { enum: NUT_CLASSES_SAID }).notNull().default('unknown'),
    /** Whose bolts or studs are on it now. */
    hardware: text('hardware', { enum: HARDWARE_ON }).notNull().default('unknown'),
    /** The original bolt or stud as it was measured while it was on; null where it was never recorded. */
    original: jsonb('original').$type<Hub['original']>(),
    /** The conversion, or its taking off again, that made it what it is; null as it was taken in. */
    fromJobId: text('from_job_id'),
    /** A conversion ends the hub that took bolts; jobs that were done on it keep it. */
    endedAt: at('ended_at'),
  },
  (t) => [
    index('axle_hub_vehicle').on(t.vehicleId, t.axle),
    uniqueIndex('axle_hub_now').on(t.vehicleId, t.axle).where(sql`${t.endedAt} is null`),
    check('axle_hub_lugs', sql`${t.lugs} is null or ${t.lugs} between 3 and 12`),
    check('axle_hub_bolt_circle', sql`${t.boltCircleMm} is null or ${t.boltCircleMm} between 60 and 300`),
    check('axle_hub_torque', sql`${t.torqueNm} is null or ${t.torqueNm} between 20 and 800`),
    check('axle_hub_tensile', sql`${t.internalTensileMpa} is null or ${t.internalTensileMpa} between 100 and 1500`),
    check('axle_hub_nut_class', sql`${t.nutClass} in ('8', '10', '12', 'unknown')`),
    check('axle_hub_hardware', sql`${t.hardware} in ('original', 'other', 'unknown')`),
    check('axle_hub_torque_source', sql`${t.torqueNm} is null or length(trim(${t.torqueSource})) > 0`),
  ],
);

export const wheelSet = pgTable(
  'wheel_set',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    name: text('name').notNull(),
    tyre: text('tyre').notNull(),
    offsetMm: doublePrecision('offset_mm'),
    seat: text('seat').notNull(),
    /** Lug holes and bolt circle of the wheels; null where nobody looked. */
    lugs: integer('lugs'),
    boltCircleMm: doublePrecision('bolt_circle_mm'),
    /** Wheels may be moved between the axles, so every one of them counts for either. */
    rotates: boolean('rotates').notNull().default(true),
    /** Not here yet: looked at, and never on the car. */
    planned: boolean('planned').notNull().default(false),
    /** What is otherwise about the rear wheels; null where all four are alike. */
    rear: jsonb('rear').$type<RearWheels>(),
    /** Bolts or nuts that go on with these wheels and no others; null where they have none of their own. */
    own: jsonb('own').$type<OwnFasteners>(),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    index('wheel_set_vehicle').on(t.vehicleId),
    index('wheel_set_name').on(sql`lower(trim(${t.name}))`),
    check('wheel_set_lugs', sql`${t.lugs} is null or ${t.lugs} between 3 and 12`),
    check('wheel_set_bolt_circle', sql`${t.boltCircleMm} is null or ${t.boltCircleMm} between 60 and 300`),
    check('wheel_set_offset', sql`${t.offsetMm} is null or ${t.offsetMm} between -150 and 150`),
  ],
);

/** One wheel of a set: its mark, and the corner where it hangs or belongs now. */
export const wheel = pgTable(
  'wheel',
  {
    id: id(),
    wheelSetId: text('wheel_set_id')
      .notNull()
      .references(() => wheelSet.id),
    mark: text('mark').notNull(),
    corner: text('corner', { enum: CORNERS }).notNull(),
  },
  (t) => [
    uniqueIndex('wheel_mark_once').on(t.wheelSetId, t.mark),
    check('wheel_mark', sql`length(trim(${t.mark})) between 1 and 20`),
  ],
);

/** A reading of one wheel; it goes where the wheel goes. */
export const wheelReading = pgTable(
  'wheel_reading',
  {
    id: id(),
    wheelId: text('wheel_id')
      .notNull()
      .references(() => wheel.id),
    ...figure(),
    personId: acted(),
  },
  (t) => [index('wheel_reading_wheel').on(t.wheelId), check('wheel_reading_pm', sql`${t.pm} >= 0`)],
);

/**
 * What cars of a model had in another shop, read from its file. A newer file takes the place of what an older one said
 * of the same thing.
 */
export const modelFact = pgTable(
  'model_fact',
  {
    id: id(),
    /** As it was written; found again whatever its case. */
    model: text('model').notNull(),
    axle: text('axle', { enum: ENDS }).notNull(),
    /** A fact of the hub, or a reading. */
    what: text('what').notNull(),
    value: text('value').notNull(),
    /** ± of a reading, mm; null for a fact. */
    pm: doublePrecision('pm'),
    cars: integer('cars').notNull(),
    /** Name of the file, and the installation that it came out of, where it says. */
    source: text('source').notNull(),
    shop: text('shop').notNull().default(''),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    index('model_fact_model').on(sql`lower(${t.model})`).where(sql`${t.withdrawnAt} is null`),
    check('model_fact_axle', sql`${t.axle} in ('front', 'rear')`),
    check('model_fact_pm', sql`${t.pm} is null or ${t.pm} > 0`),
    check('model_fact_cars', sql`${t.cars} > 0`),
  ],
);
export type ModelFactRow = typeof modelFact.$inferSelect;

export type VehicleRow = typeof vehicle.$inferSelect;
export type AxleHubRow = typeof axleHub.$inferSelect;
export type WheelSetRow = typeof wheelSet.$inferSelect;
export type WheelRow = typeof wheel.$inferSelect;
export type WheelReadingRow = typeof wheelReading.$inferSelect;

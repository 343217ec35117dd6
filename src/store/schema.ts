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
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import { CHALK_LOADS, CORNERS } from '@/core/document/vocabulary';
import type { Fastener, Plan, Spacer } from '@/core/document/document';
import type { RubAssumptions } from '@/core/stance/archModel';
import { JOINTS } from '@/core/torque/log';
import type { CatalogueItem } from '@/core/parts/catalogue';
import type { KeptEvaluation } from '@/core/evaluate/kept';
import type { KeptSteps } from '@/core/procedure/steps';

/**
 * The tables. Units stand in the column names; named CHECKs mirror the core's limits; nothing is deleted, only
 * archived or withdrawn. Torque entries are append-only and hash-chained.
 */
const id = () => text('id').primaryKey();
const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
/** What was read: as understood and as typed, how, by whom, when; withdrawn instead of deleted. */
const figure = () => ({
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

export interface ChoiceDraft {
  readonly spacer: Spacer;
  readonly fastener: Fastener;
  /** Degrees of camber that will be set more negative than measured. */
  readonly camberChange?: number | undefined;
  /** What the rub map takes for granted, once somebody set it; else the usual assumptions. */
  readonly rub?: RubAssumptions | undefined;
  /** An adapter's figures as far as they were typed, while they are not complete. */
  readonly adapterTyped?: Readonly<Record<string, string>> | undefined;
  /** Choices set aside to be compared, four at most. */
  readonly candidates?: readonly { readonly spacer: Spacer; readonly fastener: Fastener }[];
}

export const vehicle = pgTable('vehicle', {
  id: id(),
  name: text('name').notNull(),
  plate: text('plate').notNull(),
  notes: text('notes').notNull().default(''),
  version: integer('version').notNull().default(1),
  createdAt: at('created_at').notNull(),
  updatedAt: at('updated_at').notNull(),
  archivedAt: at('archived_at'),
});

export const axleHub = pgTable(
  'axle_hub',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    axle: text('axle', { enum: ['front', 'rear'] }).notNull(),
    lugs: integer('lugs').notNull(),
    boltCircleMm: doublePrecision('bolt_circle_mm').notNull(),
    thread: text('thread').notNull(),
    fastening: text('fastening', { enum: ['bolt', 'stud'] }).notNull(),
    seat: text('seat').notNull(),
    threadMaterial: text('thread_material').notNull(),
    nutStyle: text('nut_style').notNull(),
    torqueNm: doublePrecision('torque_nm').notNull(),
    torqueSource: text('torque_source').notNull(),
    lockingFastener: boolean('locking_fastener').notNull(),
    fastenerClass: text('fastener_class').notNull().default('unknown'),
    internalTensileMpa: doublePrecision('internal_tensile_mpa'),
  },
  (t) => [
    uniqueIndex('axle_hub_once').on(t.vehicleId, t.axle),
    check('axle_hub_lugs', sql`${t.lugs} between 3 and 12`),
    check('axle_hub_bolt_circle', sql`${t.boltCircleMm} between 60 and 300`),
    check('axle_hub_torque', sql`${t.torqueNm} between 20 and 800`),
    check('axle_hub_tensile', sql`${t.internalTensileMpa} is null or ${t.internalTensileMpa} between 100 and 1500`),
    check('axle_hub_torque_source', sql`length(trim(${t.torqueSource})) > 0`),
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
    /** Wheels may be moved between the axles, so every one of them counts for either. */
    rotates: boolean('rotates').notNull().default(true),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    index('wheel_set_vehicle').on(t.vehicleId),
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
  },
  (t) => [index('wheel_reading_wheel').on(t.wheelId), check('wheel_reading_pm', sql`${t.pm} >= 0`)],
);

export const STAGES = ['take-in', 'measure', 'choose', 'stage', 'fit', 'torque', 'recheck', 'closed'] as const;
export type Stage = (typeof STAGES)[number];

export const job = pgTable(
  'job',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    wheelSetId: text('wheel_set_id')
      .notNull()
      .references(() => wheelSet.id),
    /** Jobs of one visit to the workshop share it: front and rear axle, each with its own choice. */
    visitId: text('visit_id').notNull(),
    axle: text('axle', { enum: ['front', 'rear'] }).notNull(),
    wish: text('wish').notNull(),
    use: text('use').notNull(),
    stage: text('stage', { enum: STAGES }).notNull(),
    draft: jsonb('draft').$type<ChoiceDraft>(),
    version: integer('version').notNull().default(1),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull(),
    signedAt: at('signed_at'),
    signedBy: text('signed_by'),
    recheckDueAt: at('recheck_due_at'),
  },
  (t) => [index('job_visit').on(t.visitId), index('job_vehicle').on(t.vehicleId)],
);

export const reading = pgTable(
  'reading',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    corner: text('corner'),
    /** Clock position of a loaded clearance. */
    hour: integer('hour'),
    /** Plate that was on the hub while it was taken; null where nothing was. */
    onPlateMm: doublePrecision('on_plate_mm'),
    ...figure(),
  },
  (t) => [
    index('reading_job').on(t.jobId),
    check('reading_pm', sql`${t.pm} >= 0`),
    check('reading_on_plate', sql`${t.onPlateMm} is null or ${t.onPlateMm} between 0 and 100`),
    check('reading_hour', sql`${t.hour} is null or ${t.hour} between 1 and 12`),
  ],
);

/** A chalk test at a corner: trial spacer, how it was loaded, hours where chalk came off. */
export const chalkTest = pgTable(
  'chalk_test',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    corner: text('corner', { enum: CORNERS }).notNull(),
    trialMm: doublePrecision('trial_mm').notNull(),
    load: text('load', { enum: CHALK_LOADS }).notNull(),
    hours: jsonb('hours').$type<number[]>().notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [index('chalk_test_job').on(t.jobId), check('chalk_test_trial', sql`${t.trialMm} between 0 and 100`)],
);

/** A frozen plan: its document never changes, and its digest is over that document as it is stored. */
export const plan = pgTable(
  'plan',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    document: jsonb('document').$type<Plan>().notNull(),
    policyVersion: text('policy_version').notNull(),
    digest: text('digest').notNull(),
    /** What the rules found when it was frozen, and again when it was signed: a later release judges otherwise, a record does not change. */
    evaluation: jsonb('evaluation').$type<KeptEvaluation>(),
    /** Kit list and job card as they read then. */
    steps: jsonb('steps').$type<KeptSteps>(),
    judgedAt: at('judged_at'),
    /** The plan under which ticks and torque are kept, where this one only took new readings in; itself where null. */
    logOf: text('log_of'),
    frozenAt: at('frozen_at').notNull(),
    frozenBy: text('frozen_by').notNull(),
    supersededAt: at('superseded_at'),
  },
  (t) => [
    index('plan_job').on(t.jobId),
    uniqueIndex('plan_in_force').on(t.jobId).where(sql`${t.supersededAt} is null`),
  ],
);

export const jobStep = pgTable(
  'job_step',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    planId: text('plan_id')
      .notNull()
      .references(() => plan.id),
    key: text('key').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    index('job_step_job').on(t.jobId),
    index('job_step_plan').on(t.planId),
    uniqueIndex('job_step_live').on(t.planId, t.key).where(sql`${t.withdrawnAt} is null`),
  ],
);

export const torqueEntry = pgTable(
  'torque_entry',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    planId: text('plan_id')
      .notNull()
      .references(() => plan.id),
    corner: text('corner').notNull(),
    seq: integer('seq').notNull(),
    /** An adapter's own nuts, or the wheel's fasteners; one chain per corner holds both. */
    joint: text('joint', { enum: JOINTS }).notNull().default('wheel'),
    pass: text('pass').notNull(),
    lug: integer('lug').notNull(),
    targetNm: doublePrecision('target_nm').notNull(),
    readingNm: doublePrecision('reading_nm'),
    angleDeg: doublePrecision('angle_deg'),
    tool: text('tool').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [
    uniqueIndex('torque_entry_seq').on(t.jobId, t.planId, t.corner, t.seq),
    index('torque_entry_plan').on(t.planId),
    check('torque_entry_reading', sql`${t.readingNm} is null or ${t.readingNm} > 0`),
    check('torque_entry_angle', sql`${t.angleDeg} is null or ${t.angleDeg} between 0 and 360`),
  ],
);

export const part = pgTable(
  'part',
  {
    id: id(),
    kind: text('kind', { enum: ['spacer', 'bolt', 'stud', 'conversion', 'nut'] }).notNull(),
    name: text('name').notNull(),
    count: integer('count').notNull(),
    bin: text('bin').notNull().default(''),
    item: jsonb('item').$type<CatalogueItem>().notNull(),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [check('part_count', sql`${t.count} between 0 and 100000`)],
);

export const event = pgTable(
  'event',
  {
    id: id(),
    jobId: text('job_id'),
    vehicleId: text('vehicle_id'),
    kind: text('kind').notNull(),
    detail: jsonb('detail').$type<Record<string, unknown>>().notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
  },
  (t) => [index('event_job').on(t.jobId), index('event_vehicle').on(t.vehicleId)],
);

export type VehicleRow = typeof vehicle.$inferSelect;
export type AxleHubRow = typeof axleHub.$inferSelect;
export type WheelSetRow = typeof wheelSet.$inferSelect;
export type WheelRow = typeof wheel.$inferSelect;
export type WheelReadingRow = typeof wheelReading.$inferSelect;
export type ChalkTestRow = typeof chalkTest.$inferSelect;
export type JobRow = typeof job.$inferSelect;
export type PartRow = typeof part.$inferSelect;
export type ReadingRow = typeof reading.$inferSelect;
export type PlanRow = typeof plan.$inferSelect;
export type TorqueEntryRow = typeof torqueEntry.$inferSelect;

import { sql } from 'drizzle-orm';
import { check, doublePrecision, index, integer, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import type { Fastener, Hub, Locking, Plan, Spacer, TrialPart } from '@/core/document/document';
import { AXLES, CHALK_LOADS, CHALK_PLACES, CORNERS } from '@/core/document/vocabulary';
import type { KeptEvaluation } from '@/core/evaluate/kept';
import { WORK_KINDS } from '@/core/procedure/estimate';
import type { KeptSteps } from '@/core/procedure/step';
import type { RubAssumptions } from '@/core/stance/archModel';
import type { ArchCuts } from '@/core/stance/archWork';
import { FELT, JOINTS } from '@/core/torque/log';
import { TRACE_CLASSES, type TraceSample } from '@/core/torque/trace';
import { acted } from './acted';
import { axleHub, vehicle, wheelSet } from './carSchema';
import { at, figure, id } from './columns';

export interface ChoiceDraft {
  readonly spacer: Spacer;
  readonly fastener: Fastener;
  /** Degrees of camber that will be set more negative than measured. */
  readonly camberChange?: number | undefined;
  /** mm that the car will sit lower. */
  readonly lowerBy?: number | undefined;
  readonly planned?: Plan['planned'] | undefined;
  /** mm of lip that comes off before. */
  readonly trim?: number | undefined;
  readonly trimRight?: number | null | undefined;
  /** Thickness of the right-hand plate where it differs, mm. */
  readonly rightSpacer?: number | null | undefined;
  /** Locking piece of what goes in; left out, nobody said. */
  readonly locking?: Locking | undefined;
  readonly finish?: string | undefined;
  /** How threads and seats go together; left out, clean and dry as the job card asks. */
  readonly condition?: Hub['condition'] | undefined;
  /** Other wheel sets that are prepared in the same job, by their id. */
  readonly alsoSets?: readonly string[] | undefined;
  /** What the rub map takes for granted, once somebody set it; else the usual assumptions. */
  readonly rub?: RubAssumptions | undefined;
  /** An adapter's figures as far as they were typed, while they are not complete. */
  readonly adapterTyped?: Readonly<Record<string, string>> | undefined;
  /** Choices set aside to be compared, four at most. */
  readonly candidates?: readonly { readonly spacer: Spacer; readonly fastener: Fastener }[];
}

/** A choice that was judged and set ready beside the one in force. */
export interface PlanB {
  readonly choice: ChoiceDraft;
  /** Of the plan that it makes; on other readings it has to be judged again. */
  readonly digest: string;
  /** Who accepted its cautions by name, and why; left out or null where nothing asked for one. */
  readonly leadSignOff?: Plan['leadSignOff'];
  readonly by: string;
  readonly at: string;
}

export const STAGES = ['take-in', 'measure', 'choose', 'stage', 'fit', 'torque', 'recheck', 'closed'] as const;
export type Stage = (typeof STAGES)[number];

/** Why a job rests: it came to nothing, or waits for something. */
export const HELD = ['declined', 'parts', 'arch-work', 'owner', 'later', 'left'] as const;
export type HeldFor = (typeof HELD)[number];

/** A car in the workshop once: one axle of it, or both, each a job of its own. */
export const visit = pgTable(
  'visit',
  {
    id: id(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    openedAt: at('opened_at').notNull(),
    /** What the odometer showed as the car came; null where nobody read it. */
    mileageKm: integer('mileage_km'),
  },
  (t) => [
    index('visit_vehicle').on(t.vehicleId),
    check('visit_mileage', sql`${t.mileageKm} is null or ${t.mileageKm} between 0 and 3000000`),
  ],
);
export type VisitRow = typeof visit.$inferSelect;

/**
 * Somebody who called before their car was here. A booking of theirs names the caller in the place of a visit, until
 * the car is taken in.
 */
export const caller = pgTable(
  'caller',
  {
    id: id(),
    name: text('name').notNull(),
    phone: text('phone').notNull().default(''),
    plate: text('plate').notNull().default(''),
    work: text('work', { enum: WORK_KINDS }).notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    /** What it became. */
    visitId: text('visit_id').references(() => visit.id),
    endedAt: at('ended_at'),
    endedWhy: text('ended_why'),
  },
  (t) => [
    index('caller_visit').on(t.visitId),
    check('caller_reached', sql`length(trim(${t.name})) > 0 and (${t.phone} <> '' or ${t.plate} <> '')`),
    check('caller_work', sql`${t.work} in ('wheel-change', 'plate', 'nuts', 'conversion', 'adapter', 'open')`),
  ],
);
export type CallerRow = typeof caller.$inferSelect;

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
    visitId: text('visit_id')
      .notNull()
      .references(() => visit.id),
    axle: text('axle', { enum: AXLES }).notNull(),
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
    /** Revision of the record that is being worked on, or was signed last. */
    revision: integer('revision').notNull().default(1),
    revisionReason: text('revision_reason'),
    /** Arch work by corner: what was read of that arch before is the old state. */
    archCuts: jsonb('arch_cuts').$type<ArchCuts>().notNull().default({}),
    /** The hub as this job found it; null for the one that is on the car. */
    axleHubId: text('axle_hub_id').references(() => axleHub.id),
    /** A choice set ready beside the one in force, to change to at the car. */
    planB: jsonb('plan_b').$type<PlanB>(),
    /** Why nothing is fitted for now, or at all; null while the work goes on. */
    held: text('held', { enum: HELD }),
    heldWhy: text('held_why'),
    heldBy: text('held_by'),
    heldAt: at('held_at'),
  },
  (t) => [
    index('job_visit').on(t.visitId),
    index('job_vehicle').on(t.vehicleId),
    index('job_board').on(t.stage, t.updatedAt).where(sql`${t.held} is null`),
    index('job_unsigned').on(t.updatedAt).where(sql`${t.signedAt} is null`),
    index('job_held').on(t.heldAt).where(sql`${t.held} is not null`),
    check(
      'job_held',
      sql`${t.held} is null or ${t.held} in ('declined', 'parts', 'arch-work', 'owner', 'later', 'left')`,
    ),
  ],
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
    /** Spacer that was on the hub while it was taken; null where nothing was. */
    onPlateMm: doublePrecision('on_plate_mm'),
    /** Wheel set that was on while it was taken; null where it was the set of the job. */
    onWheelSetId: text('on_wheel_set_id').references(() => wheelSet.id),
    /** Part that was turned in by hand for a count; null where it was what is on the car. */
    trialPart: jsonb('trial_part').$type<TrialPart>(),
    /** The reading of an earlier visit that somebody looked at again and found so still. */
    confirms: text('confirms'),
    ...figure(),
    personId: acted(),
  },
  (t) => [
    index('reading_job').on(t.jobId),
    index('reading_wheel_set').on(t.onWheelSetId),
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
    /** Where across the tyre it came off; null where nobody said, or nothing did. */
    across: text('across', { enum: CHALK_PLACES }),
    hours: jsonb('hours').$type<number[]>().notNull(),
    /** What held the wheel over the trial plate; null where nobody said. */
    heldBy: jsonb('held_by').$type<Fastener>(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    index('chalk_test_job').on(t.jobId),
    check('chalk_test_trial', sql`${t.trialMm} between 0 and 100`),
    check('chalk_test_across', sql`${t.across} is null or ${t.across} in ('outer wall', 'shoulder', 'tread')`),
  ],
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
    /**
     * What the rules found when it was frozen, and again when it was signed: a later release judges otherwise, a record
     * does not change.
     */
    evaluation: jsonb('evaluation').$type<KeptEvaluation>(),
    /** Kit list and job card as they read then. */
    steps: jsonb('steps').$type<KeptSteps>(),
    judgedAt: at('judged_at'),
    /** The plan under which ticks and torque are kept, where this one only took new readings in; itself where null. */
    logOf: text('log_of'),
    frozenAt: at('frozen_at').notNull(),
    frozenBy: text('frozen_by').notNull(),
    personId: acted(),
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
    personId: acted(),
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
    /** What a click wrench told; null where figures were read. */
    felt: text('felt', { enum: FELT }),
    tool: text('tool').notNull(),
    /** What somebody had to say: why an over-torqued fastener stays. */
    note: text('note'),
    /** Degrees and N·m as the wrench sent them, and what they show; null where it sent none. */
    trace: jsonb('trace').$type<readonly TraceSample[]>(),
    shows: text('shows', { enum: TRACE_CLASSES }),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [
    uniqueIndex('torque_entry_seq').on(t.jobId, t.planId, t.corner, t.seq),
    index('torque_entry_plan').on(t.planId),
    check('torque_entry_reading', sql`${t.readingNm} is null or ${t.readingNm} > 0`),
    check('torque_entry_felt', sql`${t.felt} is null or ${t.felt} in ('click', 'held', 'little', 'lot')`),
    check('torque_entry_angle', sql`${t.angleDeg} is null or ${t.angleDeg} between 0 and 360`),
  ],
);

export type ChalkTestRow = typeof chalkTest.$inferSelect;
export type JobRow = typeof job.$inferSelect;
export type ReadingRow = typeof reading.$inferSelect;
export type PlanRow = typeof plan.$inferSelect;
export type TorqueEntryRow = typeof torqueEntry.$inferSelect;

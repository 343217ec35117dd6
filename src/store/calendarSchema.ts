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
import { ENDS } from '@/core/document/vocabulary';
import { WORK_KINDS } from '@/core/procedure/estimate';
import { acted } from './acted';
import { at, id } from './columns';
import { person } from './peopleSchema';

/** What a visit takes up: where it is done, who does it, what hands hold. */
export const RESOURCE_KINDS = ['bay', 'mobile', 'person', 'helper', 'light', 'heat'] as const;
export type ResourceKind = (typeof RESOURCE_KINDS)[number];

export const resource = pgTable(
  'resource',
  {
    id: id(),
    kind: text('kind', { enum: RESOURCE_KINDS }).notNull(),
    name: text('name').notNull(),
    /** Somebody of the list of people, whose name it then follows; null for everything else. */
    personId: text('person_id').references(() => person.id),
    /** What its calendar’s address ends with; a new one ends the old address. */
    token: text('token').notNull(),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    uniqueIndex('resource_name').on(sql`lower(${t.name})`).where(sql`${t.archivedAt} is null`),
    uniqueIndex('resource_token').on(t.token),
    check('resource_kind', sql`${t.kind} in ('bay', 'mobile', 'person', 'helper', 'light', 'heat')`),
    check('resource_named', sql`length(trim(${t.name})) > 0`),
  ],
);

/** Open hours of a weekday, minutes after midnight in the shop’s zone; a night shift ends after 1440. */
export interface DayHours {
  readonly from: number;
  readonly to: number;
}

/** How the shop keeps its time: one row. */
export const shopTime = pgTable(
  'shop_time',
  {
    id: id(),
    /** IANA name of the shop’s zone. */
    zone: text('zone').notNull(),
    /** Monday first; empty where it is closed. */
    hours: jsonb('hours').$type<readonly (readonly DayHours[])[]>().notNull(),
    /** Whether predictions are shown with the shop’s own correction beside them. */
    corrects: boolean('corrects').notNull().default(true),
    /** Names of everybody stand on the sign-in page, for whoever reaches it from the network. */
    namesShown: boolean('names_shown').notNull().default(false),
    /** Text of reminders, by their kind; a kind without one has the usual text. */
    templates: jsonb('templates').$type<Readonly<Record<string, string>>>().notNull().default({}),
    changedBy: text('changed_by').notNull(),
    personId: acted(),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [check('shop_time_one', sql`${t.id} = 'shop'`)],
);

/** A time when nothing is done: of the whole shop, or of one place or person. */
export const closure = pgTable(
  'closure',
  {
    id: id(),
    resourceId: text('resource_id').references(() => resource.id),
    title: text('title').notNull(),
    from: at('from_at').notNull(),
    to: at('to_at').notNull(),
    /** What a calendar file calls it, so that one that is read twice is there once. */
    uid: text('uid'),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    index('closure_time').on(t.to),
    uniqueIndex('closure_uid').on(t.uid).where(sql`${t.withdrawnAt} is null`),
    check('closure_order', sql`${t.to} > ${t.from}`),
  ],
);

export const BOOKING_KINDS = ['visit', 'recheck'] as const;

/** A visit, or a recheck, at its place and time. Calling one off is a date, never a deletion. */
export const booking = pgTable(
  'booking',
  {
    id: id(),
    kind: text('kind', { enum: BOOKING_KINDS }).notNull(),
    visitId: text('visit_id').notNull(),
    recheckId: text('recheck_id'),
    placeId: text('place_id')
      .notNull()
      .references(() => resource.id),
    whoId: text('who_id').references(() => resource.id),
    /** Helper, light, heat. */
    things: jsonb('things').$type<readonly string[]>().notNull(),
    startAt: at('start_at').notNull(),
    endAt: at('end_at').notNull(),
    /** Minutes of work, of waiting for the cure, and of work after it. */
    beforeMin: doublePrecision('before_min').notNull(),
    waitMin: doublePrecision('wait_min').notNull(),
    afterMin: doublePrecision('after_min').notNull(),
    /** What it was estimated at when it was booked, minutes. */
    estimatedMin: doublePrecision('estimated_min').notNull(),
    /** Hours of cure as they were said, and why it is cut short, by whom. */
    cureHours: doublePrecision('cure_hours'),
    cureWhy: text('cure_why'),
    cureBy: text('cure_by'),
    /** Why it lies outside open hours, in the past, or before its time. */
    why: text('why'),
    version: integer('version').notNull().default(1),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    endedAt: at('ended_at'),
    endedWhy: text('ended_why'),
  },
  (t) => [
    index('booking_time').on(t.endAt),
    index('booking_visit').on(t.visitId),
    uniqueIndex('booking_recheck').on(t.recheckId).where(sql`${t.endedAt} is null`),
    check('booking_order', sql`${t.endAt} > ${t.startAt}`),
    check('booking_minutes', sql`${t.beforeMin} >= 0 and ${t.waitMin} >= 0 and ${t.afterMin} >= 0`),
    check('booking_cure_why', sql`${t.cureWhy} is null or ${t.cureBy} is not null`),
  ],
);

/** What is known of a visit beside its jobs: by when it is needed. */
export const visitNeed = pgTable('visit_need', {
  visitId: text('visit_id').primaryKey(),
  neededBy: at('needed_by'),
  why: text('why').notNull().default(''),
  by: text('by').notNull(),
  personId: acted(),
  at: at('at').notNull(),
});

/** What was ordered for a job and has not come: by when it is promised. */
export const ordered = pgTable(
  'ordered',
  {
    id: id(),
    jobId: text('job_id').notNull(),
    /** The line of the kit it is for. */
    line: text('line').notNull(),
    what: text('what').notNull(),
    pieces: integer('pieces').notNull(),
    /** Day on which it is promised, yyyy-MM-dd; null where nobody said. */
    dueOn: text('due_on'),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
    cameAt: at('came_at'),
  },
  (t) => [
    uniqueIndex('ordered_open').on(t.jobId, t.line).where(sql`${t.cameAt} is null`),
    check('ordered_pieces', sql`${t.pieces} between 1 and 1000`),
  ],
);

/** Whom a car belongs to, for reminders, and how far it goes in a day. */
export const contact = pgTable(
  'contact',
  {
    vehicleId: text('vehicle_id').primaryKey(),
    name: text('name').notNull().default(''),
    email: text('email').notNull().default(''),
    phone: text('phone').notNull().default(''),
    kmADay: doublePrecision('km_a_day'),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
  },
  (t) => [check('contact_km', sql`${t.kmADay} is null or ${t.kmADay} between 1 and 1500`)],
);

/** A reminder as it was put into the outbox; of one thing at one time there is one. */
export const reminder = pgTable(
  'reminder',
  {
    id: id(),
    visitId: text('visit_id').notNull(),
    kind: text('kind').notNull(),
    /** The booking or the recheck it speaks of, with its time: a new time is a new reminder. */
    of: text('of').notNull(),
    to: text('to').notNull(),
    subject: text('subject').notNull(),
    file: text('file').notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
  },
  (t) => [uniqueIndex('reminder_once').on(t.of), index('reminder_visit').on(t.visitId)],
);

/** A try at a recheck that came to nothing: nobody answered. Rows are only added. */
export const attempt = pgTable(
  'attempt',
  {
    id: id(),
    recheckId: text('recheck_id').notNull(),
    note: text('note').notNull(),
    by: text('by').notNull(),
    personId: acted(),
    at: at('at').notNull(),
  },
  (t) => [index('attempt_recheck').on(t.recheckId)],
);

/** Work that was done, as the shop remembers it: from its own jobs, or from before it kept them here. */
export const pastWork = pgTable(
  'past_work',
  {
    id: id(),
    /** Null for what was done before. */
    jobId: text('job_id'),
    at: at('at').notNull(),
    car: text('car').notNull(),
    wheels: text('wheels').notNull().default(''),
    kind: text('kind', { enum: WORK_KINDS }).notNull(),
    axle: text('axle', { enum: ENDS }).notNull(),
    lugs: integer('lugs'),
    plateMm: doublePrecision('plate_mm').notNull(),
    what: text('what').notNull(),
    predictedGapMm: doublePrecision('predicted_gap_mm'),
    achievedGapMm: doublePrecision('achieved_gap_mm'),
    /** Whether it rubbed; null where nobody said. */
    rubbed: boolean('rubbed'),
    estimatedMin: doublePrecision('estimated_min'),
    actualMin: doublePrecision('actual_min'),
    /** Lugs that moved at rechecks, and how many rechecks there were. */
    movedLugs: integer('moved_lugs').notNull().default(0),
    rechecks: integer('rechecks').notNull().default(0),
  },
  (t) => [
    uniqueIndex('past_work_job').on(t.jobId),
    index('past_work_kind').on(t.kind, t.at),
    index('past_work_at').on(t.at),
    check('past_work_minutes', sql`${t.actualMin} is null or ${t.actualMin} > 0`),
  ],
);

export type ResourceRow = typeof resource.$inferSelect;
export type BookingRow = typeof booking.$inferSelect;
export type ClosureRow = typeof closure.$inferSelect;
export type ShopTimeRow = typeof shopTime.$inferSelect;
export type PastWorkRow = typeof pastWork.$inferSelect;
export type OrderedRow = typeof ordered.$inferSelect;
export type ContactRow = typeof contact.$inferSelect;

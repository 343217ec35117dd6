import { z } from 'zod';
import { LEVELS } from '@/core/rules/kit/finding';
import {
  axle,
  bayEntrySchema,
  chalkSchema,
  corner,
  hubSchema,
  noteSchema,
  personSchema,
  photoSchema,
  readingSchema,
  recheckSchema,
  setupSchema,
  stepsSchema,
  tickSchema,
  time,
  torqueSchema,
  vehicleSchema,
  wheelSetSchema,
} from './parts';

export const RECORD_FORMAT = 'vectis-record/1';

const result = z.strictObject({ value: z.number(), pm: z.number(), rss: z.number() }).nullable();
const span = z.strictObject({ x0: z.number(), x1: z.number() });

/** The joint cut along the axis as it was drawn, mm; or which readings it lacks. */
const sectionSchema = z.discriminatedUnion('drawable', [
  z.strictObject({ drawable: z.literal(false), needs: z.array(z.string()) }),
  z.strictObject({
    drawable: z.literal(true),
    corner,
    fastening: z.enum(['bolt', 'stud']),
    blocks: z.array(
      z.strictObject({
        part: z.enum(['hub', 'disc', 'spacer', 'wheel', 'fastener-shank', 'fastener-thread', 'fastener-head', 'nut']),
        x0: z.number(),
        x1: z.number(),
        y0: z.number(),
        y1: z.number(),
        assumed: z.boolean().optional(),
      }),
    ),
    dimensions: z.array(span.extend({ id: z.enum(['thickness', 'engagement', 'length']) })),
    engaged: span.nullable(),
    clash: span.nullable(),
    targetAt: z.number(),
    pitch: z.number(),
    extent: span.extend({ y: z.number() }),
    hubOpen: z.boolean(),
  }),
]);

/** What a rule found, with its sentence of then in both unit systems. */
const findingSchema = z.strictObject({
  rule: z.string(),
  level: z.enum(LEVELS),
  value: z.number().nullable(),
  limit: z.number().nullable(),
  margin: z.number().nullable(),
  pm: z.number().nullable(),
  rss: z.number().nullable(),
  unit: z.string(),
  corner: corner.nullable(),
  school: z.string().nullable(),
  uncertain: z.boolean(),
  pitch: z.number().nullable(),
  /** What the sentence was made from. */
  case: z.json(),
  metric: z.string(),
  imperial: z.string(),
});

/** What the rules made of the plan. Lengths in mm. */
const evaluationSchema = z.strictObject({
  rulesVersion: z.number(),
  at: time.nullable(),
  verdict: z.enum(LEVELS),
  effectiveOffset: z.number().nullable(),
  trackChange: z.number(),
  target: z.number(),
  engagement: z.array(z.strictObject({ corner, result })),
  section: sectionSchema,
  findings: z.array(findingSchema),
});

/** The plan that was signed. */
const planSchema = z.strictObject({
  id: z.string(),
  /** Plan under which ticks and torque were logged. */
  logId: z.string(),
  /** The plan document in a format of its own. */
  document: z.json(),
  /** SHA-256 of the document as it was approved. */
  digest: z.string(),
  /** The stored document still had that digest when the record was written. */
  intact: z.boolean(),
  policyVersion: z.string(),
  approved: z.strictObject({ person: personSchema, at: time }),
  evaluation: evaluationSchema.nullable(),
  steps: stepsSchema.nullable(),
});

/**
 * A record: all that was signed, under names of its own that no later release changes. Times are ISO 8601 in UTC,
 * lengths mm, torque N·m, angles degrees. What holds it together (revision, seal, signature) lies beside it.
 */
export const recordSchema = z.strictObject({
  format: z.literal(RECORD_FORMAT),
  signed: z.strictObject({ person: personSchema, at: time }),
  /** Installation whose key signs it; null for a record that was signed before there were keys. */
  installation: z.strictObject({ keyId: z.string(), publicKey: z.string() }).nullable(),
  /** The visit that the axle belongs to, with the car’s mileage at arrival where it was read. */
  visit: z.strictObject({ id: z.string(), mileageKm: z.number().nullable() }).nullable(),
  jobId: z.string(),
  axle,
  jobType: z.string(),
  use: z.string(),
  vehicle: vehicleSchema,
  hub: hubSchema,
  wheelSet: wheelSetSchema.nullable(),
  /** What was on each corner of the axle afterwards; null where the release that signed did not say. */
  setups: z.array(setupSchema).nullable(),
  archWork: z.strictObject({ person: personSchema, at: time, note: z.string() }).nullable(),
  plan: planSchema.nullable(),
  readings: z.array(readingSchema),
  chalkTests: z.array(chalkSchema),
  ticks: z.array(tickSchema),
  bay: z.array(bayEntrySchema),
  torque: z.array(torqueSchema),
  rechecks: z.array(recheckSchema),
  photos: z.array(photoSchema),
  notes: z.array(noteSchema),
});
export type VectisRecord = z.infer<typeof recordSchema>;
export type RecordedEvaluation = z.infer<typeof evaluationSchema>;

/** JSON Schema (draft 2020-12) of a record. */
export const recordJsonSchema = (): Record<string, unknown> => ({
  ...z.toJSONSchema(recordSchema, { target: 'draft-2020-12' }),
  $id: RECORD_FORMAT.replace('/', '-'),
  title: 'Vectis record',
  description:
    'Everything that was signed with one axle of a visit: the car, its readings, the plan, the work and its torque log.',
});

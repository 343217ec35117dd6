import { z } from 'zod';
import { CHALK_LOADS, CHALK_PLACES, CORNERS } from '@/core/document/vocabulary';
import { baySchema } from '@/core/procedure/bay';
import { CLOCK_KINDS } from '@/core/procedure/clocks';
import { RECHECK_KINDS } from '@/core/procedure/rechecks';
import { PHASES } from '@/core/procedure/step';
import { NUT_CLASSES_SAID } from '@/core/thread/classes';
import { FELT, JOINTS } from '@/core/torque/log';
import { TRACE_CLASSES } from '@/core/torque/trace';
import { HARDWARE_IN_RECORD } from './names';

/**
 * Parts of a record. Names are those of the format; what the store or the code calls a thing may change without them.
 */
const text = z.string();
const figure = z.number().nullable();
export const time = z.iso.datetime();
export const corner = z.enum(CORNERS);
export const axle = z.enum(['front', 'rear']);

/** Who did something: the person where the list of people knew one, and the name as it was then. */
export const personSchema = z.strictObject({ id: text.nullable(), name: text });
const done = { person: personSchema, at: time };

export const vehicleSchema = z.strictObject({ id: text, name: text, plate: text, notes: text });

/** The hub of the axle as the job found it. Lengths in mm, torque in N·m, strength in MPa. */
export const hubSchema = z.strictObject({
  id: text,
  lugs: figure,
  boltCircle: figure,
  thread: text,
  fastening: z.enum(['bolt', 'stud']),
  seat: text,
  threadMaterial: text,
  nutStyle: text,
  torque: z.strictObject({ value: z.number(), source: text }).nullable(),
  torqueSource: text,
  lockingFastener: z.boolean(),
  fastenerClass: text,
  internalTensile: figure,
  nutClass: z.enum(NUT_CLASSES_SAID),
  hardware: z.enum(HARDWARE_IN_RECORD),
});

const axleWheels = { tyre: text, offset: figure, seat: text, lugs: figure, boltCircle: figure };

const readingFields = {
  id: text,
  quantity: text,
  value: z.number(),
  pm: z.number(),
  unit: text,
  /** As it was typed. */
  typed: text,
  method: text,
  ...done,
};

/** The set of wheels that the job is about, with what was measured at each of them. */
export const wheelSetSchema = z.strictObject({
  id: text,
  name: text,
  ...axleWheels,
  rotates: z.boolean(),
  planned: z.boolean(),
  /** What is different about the rear wheels; null where all four are alike. */
  rear: z.strictObject(axleWheels).nullable(),
  wheels: z.array(z.strictObject({ id: text, mark: text, corner, readings: z.array(z.strictObject(readingFields)) })),
});

/** What was on a corner once the record was signed. Every part is null where the release that signed did not say. */
export const setupSchema = z.strictObject({
  corner,
  /** Thickness in mm, 0 where there is none. */
  spacer: z.strictObject({ thickness: z.number(), kind: text }).nullable(),
  fasteners: z.strictObject({ origin: z.enum(['original', 'present', 'new']).nullable(), text }).nullable(),
  lockingPiece: text.nullable(),
  wheel: z.strictObject({ setId: text, name: text, seat: text }).nullable(),
  torque: z.strictObject({ value: z.number(), source: text }).nullable(),
});

export const readingSchema = z.strictObject({
  ...readingFields,
  corner: corner.nullable(),
  /** Clock position of a loaded clearance. */
  hour: z.number().nullable(),
  /** Spacer that was on the hub while it was taken, mm; null where nothing was. */
  onSpacer: figure,
  /** Reading of an earlier visit that was looked at again and found unchanged. */
  confirms: text.nullable(),
});

export const chalkSchema = z.strictObject({
  id: text,
  corner,
  trialSpacer: z.number(),
  load: z.enum(CHALK_LOADS),
  across: z.enum(CHALK_PLACES).nullable(),
  hours: z.array(z.number()),
  /** What held the wheel over the trial spacer, as the plan names it; null where it was not said. */
  heldBy: z.json().nullable(),
  ...done,
});

export const tickSchema = z.strictObject({ key: text, ...done });

export const bayEntrySchema = z.strictObject({ id: text, corner: corner.nullable(), detail: baySchema, ...done });

export const torqueSchema = z.strictObject({
  id: text,
  planId: text,
  corner,
  seq: z.number(),
  joint: z.enum(JOINTS),
  pass: text,
  lug: z.number(),
  /** N·m and degrees. */
  target: z.number(),
  reading: figure,
  angle: figure,
  felt: z.enum(FELT).nullable(),
  tool: text,
  note: text.nullable(),
  /** Degrees and N·m as the wrench sent them. */
  trace: z.array(z.strictObject({ angle: z.number(), torque: z.number() })).nullable(),
  shows: z.enum(TRACE_CLASSES).nullable(),
  /** Hash of the entry, which holds the one before it. */
  hash: text,
  ...done,
});

export const recheckSchema = z.strictObject({
  id: text,
  seq: z.number(),
  kind: z.enum(RECHECK_KINDS),
  dueFrom: time,
  dueTo: time,
  done: z.strictObject({ ...done, outcome: z.enum(['held', 'declined', 'moved']).nullable() }).nullable(),
  reason: text.nullable(),
  note: text.nullable(),
});

export const photoSchema = z.strictObject({
  id: text,
  corner: corner.nullable(),
  state: z.enum(['before', 'after', 'other']),
  caption: text,
  /** SHA-256 of the file. */
  hash: text,
  width: z.number(),
  height: z.number(),
  ...done,
});

export const noteSchema = z.strictObject({ id: text, corner: corner.nullable(), text, ...done });

const stepSchema = z.strictObject({
  key: text,
  text,
  hold: z.boolean(),
  caution: text.nullable(),
  card: z
    .strictObject({
      corner,
      phase: z.enum(PHASES),
      title: text,
      tool: text.nullable(),
      shows: z.enum(['section', 'face', 'car', 'arch']),
      minutes: z.number(),
      round: z.enum(['hub', 'adapter']).optional(),
      starts: z.enum(CLOCK_KINDS).optional(),
      waits: z.enum(CLOCK_KINDS).optional(),
      photo: z.enum(['before', 'after']).optional(),
    })
    .optional(),
});
export const stepsSchema = z.strictObject({ stage: z.array(stepSchema), fit: z.array(stepSchema) });

import { z } from 'zod';
import { fastenerSchema, hubSchema, lockingSchema, planSchema, spacerSchema } from '@/core/document/document';

const pair = { spacer: spacerSchema, fastener: fastenerSchema };
const rubSchema = z.strictObject({
  bump: z.number().min(0).max(200),
  droop: z.number().min(0).max(200),
  lock: z.number().min(0).max(50),
  gain: z.number().min(-5).max(5),
  axis: z.number().min(-300).max(100),
});
/** What stands on a bench, as a browser sends it. */
export const choiceSchema = z.strictObject({
  ...pair,
  rub: rubSchema.optional(),
  adapterTyped: z.record(z.string().max(20), z.string().max(120)).optional(),
  camberChange: planSchema.shape.camberChange.optional(),
  lowerBy: planSchema.shape.lowerBy.optional(),
  planned: planSchema.shape.planned.optional(),
  trim: planSchema.shape.trim.optional(),
  trimRight: planSchema.shape.trimRight.optional(),
  rightSpacer: planSchema.shape.rightSpacer.optional(),
  locking: lockingSchema.optional(),
  finish: z.string().max(40).optional(),
  condition: hubSchema.shape.condition.optional(),
  alsoSets: z.array(z.string().max(60)).max(4).optional(),
  candidates: z.array(z.strictObject(pair)).max(4).optional(),
});

/** Where a bench stands: the version of the job that it was opened with, and its own name. */
export const lineSchema = z.object({ version: z.int(), bench: z.uuid() });
export type BenchLine = z.infer<typeof lineSchema>;

/** A choice out of a browser’s outbox. */
export const choiceSent = lineSchema.extend({ jobId: z.string(), choice: choiceSchema });

import { z } from 'zod';
import { fastenerSchema } from '@/core/document/document';
import { QUANTITY_IDS } from '@/core/document/quantities';
import { CHALK_LOADS, CHALK_PLACES, CORNERS, SEATS } from '@/core/document/vocabulary';

const typed = { quantity: z.enum(QUANTITY_IDS), typed: z.string().max(40), method: z.string().max(40) };

/** A reading of a corner or an axle as it is typed, with what was on the car. */
export const typedReading = z.object({
  ...typed,
  corner: z.enum(CORNERS).nullable(),
  hour: z.int().min(1).max(12).nullable().optional(),
  plate: z.string().max(20).optional(),
  wheelSet: z.string().max(60).optional(),
  trial: z.object({ seat: z.enum(SEATS), length: z.string().max(20), nose: z.string().max(20) }).optional(),
});

/** A reading of one wheel as it is typed. */
export const typedWheelReading = z.object(typed);

/** A chalk test of a corner as it is typed. No hours: it stayed clean. */
export const typedChalk = z.object({
  corner: z.enum(CORNERS),
  trial: z.string().max(40),
  load: z.enum(CHALK_LOADS),
  across: z.enum(CHALK_PLACES).nullable(),
  hours: z.array(z.number().min(0).max(12)).max(24),
  heldBy: fastenerSchema.nullable(),
});

/** What a browser sends: a reading with an id of its own, of a job or of a wheel, or a chalk test. */
export const readingSent = z.discriminatedUnion('is', [
  typedReading.extend({ is: z.literal('job'), id: z.uuid(), jobId: z.string() }),
  typedWheelReading.extend({ is: z.literal('wheel'), id: z.uuid(), vehicleId: z.string(), wheelId: z.string() }),
  typedChalk.extend({ is: z.literal('chalk'), id: z.uuid(), jobId: z.string() }),
]);

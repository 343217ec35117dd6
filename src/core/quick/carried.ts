import { z } from 'zod';
import { QUANTITY_IDS } from '../document/quantities';
import { THREAD_MATERIALS } from '../document/vocabulary';

/** What a quick answer was given, so that a job can begin with it: nothing is typed twice. */
export const carriedSchema = z.strictObject({
  /** The question in a word, for the line that says where the figures came from. */
  from: z.string().min(1).max(60),
  hub: z.strictObject({
    thread: z.string().max(40).optional(),
    fastening: z.enum(['bolt', 'stud']).optional(),
    threadMaterial: z.enum(THREAD_MATERIALS).optional(),
    torque: z.string().max(40).optional(),
  }),
  offset: z.string().max(40).optional(),
  /** As typed, with how it was measured and what was on. */
  readings: z
    .array(
      z.strictObject({
        quantity: z.enum(QUANTITY_IDS),
        typed: z.string().min(1).max(60),
        method: z.string().max(40),
        plate: z.string().max(40).optional(),
      }),
    )
    .max(20),
  /** Plate that the bench begins with, mm; null where none was asked about. */
  plate: z.number().min(0).max(100).nullable(),
  /** A two-ended stud that was asked about. */
  stud: z
    .strictObject({
      overall: z.number().min(0).max(200),
      shortEnd: z.number().min(0).max(60),
      outerThread: z.string().max(40),
      seatsAt: z.enum(['shoulder', 'run-out']),
      nose: z.number().min(0).max(30).nullable(),
      nutThread: z.number().min(0).max(80).nullable(),
    })
    .optional(),
  camberChange: z.number().min(-5).max(5).optional(),
});

export type Carried = z.infer<typeof carriedSchema>;

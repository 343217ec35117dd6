import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { ENTRIES, FELT, JOINTS } from '@/core/torque/log';
import { parseAngle, parseTorque } from '@/core/units/parse';
import { enterTorque } from '../job/jobs';
import type { Actor } from '../session';

/** An entry of the torque log as it is typed at the wheel. */
export const torqueTyped = z.object({
  corner: z.enum(CORNERS),
  joint: z.enum(JOINTS),
  pass: z.enum(ENTRIES),
  lug: z.int().min(-1).max(11),
  /** As typed; empty where the pass has no figure. */
  reading: z.string().max(20),
  angle: z.string().max(20),
  /** What a click wrench told; null where figures were read. */
  felt: z.enum(FELT).nullable(),
  tool: z.string().trim().min(1).max(60),
  /** Why an over-torqued fastener stays. */
  note: z.string().max(300).optional(),
  /** What an electronic wrench sent: degrees and N·m. */
  trace: z
    .array(z.object({ angle: z.number().min(0).max(10000), torque: z.number().min(0).max(2000) }))
    .max(500)
    .optional(),
  /** Place in the joint's own log, so that an entry sent again counts once. */
  seq: z.int().min(0).max(5000),
  /** A slip of the recheck is struck out, not one of the first torque. */
  recheck: z.boolean().optional(),
});
export type EntryTyped = z.input<typeof torqueTyped>;

const WITHOUT_FIGURES: readonly string[] = ['snug', 'lower', 'strike', 'replaced', 'stays', 'swapped'];

/** Appends one typed entry to a joint's torque log. @throws InputError, RefusedError */
export async function enterTyped(jobId: string, typed: z.output<typeof torqueTyped>, by: Actor): Promise<void> {
  const { reading, angle, felt, pass, ...rest } = typed;
  const figures = felt === null && !WITHOUT_FIGURES.includes(pass);
  const turned = figures && (pass === 'verify' || pass === 'recheck');
  await enterTorque(
    jobId,
    {
      ...rest,
      pass,
      felt,
      reading: figures ? parseTorque('Reading', reading, { min: 1, max: 1000 }).value : null,
      angle: turned ? parseAngle('Movement', angle, { min: 0, max: 360 }).value : null,
    },
    by.name,
    by.personId,
  );
}

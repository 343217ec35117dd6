'use server';

import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { JOINTS, PASSES } from '@/core/torque/log';
import { parseAngle, parseTorque } from '@/core/units/parse';
import { actOn } from '@/usecases/act';
import { enterTorque, signOff } from '@/usecases/jobs';
import { takeBackReading, takeReading } from '@/usecases/readings';
import type { Result } from '@/usecases/result';

const entryForm = z.object({
  corner: z.enum(CORNERS),
  joint: z.enum(JOINTS),
  pass: z.enum(PASSES),
  lug: z.int().min(-1).max(11),
  /** As typed; empty where the pass has no figure. */
  reading: z.string().max(20),
  angle: z.string().max(20),
  tool: z.string().trim().min(1).max(60),
  /** Place in the joint's own log, so that an entry sent again counts once. */
  seq: z.int().min(0).max(5000),
});
export type EntryTyped = z.input<typeof entryForm>;

/** Appends one entry to a joint's torque log. */
export async function enter(jobId: string, typed: EntryTyped): Promise<Result<null>> {
  return actOn((who) => {
    const { corner, joint, pass, lug, tool, reading, angle, seq } = entryForm.parse(typed);
    const figures = pass !== 'snug' && pass !== 'lower';
    return enterTorque(
      jobId,
      {
        corner,
        joint,
        pass,
        lug,
        tool,
        seq,
        reading: figures ? parseTorque('Reading', reading, { min: 1, max: 1000 }).value : null,
        angle:
          figures && (pass === 'verify' || pass === 'recheck')
            ? parseAngle('Movement', angle, { min: 0, max: 360 }).value
            : null,
      },
      who,
    );
  });
}

/** Signs the job off. */
export async function sign(jobId: string): Promise<Result<null>> {
  return actOn((who) => signOff(jobId, who));
}

/** Keeps the gap of a corner as it came out, to be held against the prediction. */
export async function keepGapFitted(jobId: string, corner: string, typed: string): Promise<Result<null>> {
  return actOn((who) =>
    takeReading(
      jobId,
      {
        quantity: 'gapFitted',
        corner: z.enum(CORNERS).parse(corner),
        typed: z.string().max(40).parse(typed),
        method: 'tape',
      },
      who,
    ),
  );
}

/** Takes it back; the one before it counts again. */
export async function takeBackGapFitted(jobId: string, readingId: string): Promise<Result<null>> {
  return actOn((who) => takeBackReading(jobId, readingId, who));
}

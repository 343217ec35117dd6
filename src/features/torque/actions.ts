'use server';

import { revalidatePath } from 'next/cache';
import { z } from 'zod';
import { CORNERS } from '@/core/plan/vocabulary';
import { PASSES } from '@/core/torque/log';
import { parseAngle, parseTorque } from '@/core/units/parse';
import { enterTorque, signOff } from '@/usecases/jobs';
import { attempt, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';

const entryForm = z.object({
  corner: z.enum(CORNERS),
  pass: z.enum(PASSES),
  lug: z.int().min(-1).max(11),
  /** As typed; empty where the pass has no figure. */
  reading: z.string().max(20),
  angle: z.string().max(20),
  tool: z.string().trim().min(1).max(60),
});
export type EntryTyped = z.input<typeof entryForm>;

/** Appends one entry to a wheel's torque log. */
export async function enter(jobId: string, typed: EntryTyped): Promise<Result<null>> {
  return attempt(async () => {
    const { who } = await readSession();
    const form = entryForm.parse(typed);
    const figures = form.pass !== 'snug' && form.pass !== 'lower';
    await enterTorque(
      jobId,
      {
        corner: form.corner,
        pass: form.pass,
        lug: form.lug,
        tool: form.tool,
        reading: figures ? parseTorque('Reading', form.reading, { min: 1, max: 1000 }).value : null,
        angle: figures && (form.pass === 'verify' || form.pass === 'recheck') ? parseAngle('Movement', form.angle, { min: 0, max: 360 }).value : null,
      },
      who,
    );
    revalidatePath('/', 'layout');
    return null;
  });
}

/** Signs the job off. */
export async function sign(jobId: string): Promise<Result<null>> {
  return attempt(async () => {
    const { who } = await readSession();
    await signOff(jobId, who);
    revalidatePath('/', 'layout');
    return null;
  });
}

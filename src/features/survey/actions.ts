'use server';

import { revalidatePath } from 'next/cache';
import { z } from 'zod';
import { InputError } from '@/core/errors';
import { cornersOf } from '@/core/plan/assemble';
import { QUANTITY_IDS, quantity } from '@/core/plan/quantities';
import { CORNERS } from '@/core/plan/vocabulary';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { addReading, loadJob, moveJob, withdrawReading } from '@/store/jobs';
import { attempt, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';
import { parseReading } from './parse';

const readingForm = z.object({
  quantity: z.enum(QUANTITY_IDS),
  corner: z.enum(CORNERS).nullable(),
  hour: z.int().min(1).max(12).nullable().optional(),
  typed: z.string().max(40),
  method: z.string(),
});

/** Keeps a reading as typed and as understood, with its ±, method, corner and time. */
export async function keepReading(jobId: string, input: z.input<typeof readingForm>): Promise<Result<null>> {
  return attempt(async () => {
    const { who } = await readSession();
    const form = readingForm.parse(input);
    const q = quantity(form.quantity);
    const { db } = await theStore();
    const { job } = await loadJob(db, jobId);
    const corner = q.scope === 'axle' ? null : form.corner;
    if (q.scope === 'corner' && !(corner && cornersOf(job.axle).includes(corner))) {
      throw new RefusedError(`${q.label} belongs to a corner of the ${job.axle} axle. Pick the corner first.`);
    }
    const method = q.methods.find((m) => m.id === form.method);
    if (!method) throw new InputError(q.label, form.method, 'is not a way to measure this.', `${q.methods.map((m) => m.label).join(' or ')} will do.`);
    const value = parseReading(q, form.typed);
    await addReading(db, jobId, { quantity: q.id, corner, hour: q.id === 'loadedClearance' ? (form.hour ?? null) : null, value: value.value, unit: value.unit, typed: form.typed.trim(), pm: method.pm, method: method.id }, who, new Date());
    revalidatePath(`/jobs/${jobId}`, 'layout');
    return null;
  });
}

/** Takes the latest reading back; the one before it counts again. */
export async function takeBack(jobId: string, readingId: string): Promise<Result<null>> {
  return attempt(async () => {
    const { who } = await readSession();
    await withdrawReading((await theStore()).db, jobId, readingId, who, new Date());
    revalidatePath(`/jobs/${jobId}`, 'layout');
    return null;
  });
}

/** Measuring is over for now: the bench is next. */
export async function goChoose(jobId: string): Promise<Result<null>> {
  return attempt(async () => {
    const { who } = await readSession();
    const { db } = await theStore();
    const { job } = await loadJob(db, jobId);
    if (job.stage === 'take-in' || job.stage === 'measure') await moveJob(db, jobId, 'choose', who, new Date());
    revalidatePath('/', 'layout');
    return null;
  });
}

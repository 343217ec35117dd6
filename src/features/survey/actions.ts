'use server';

import { z } from 'zod';
import { InputError } from '@/core/errors';
import { cornersOf } from '@/core/plan/assemble';
import { QUANTITY_IDS } from '@/core/plan/quantities';
import { CHALK_LOADS, CORNERS } from '@/core/plan/vocabulary';
import { parseLength } from '@/core/units/parse';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { addChalkTest, loadJob, moveJob, withdrawChalkTest, withdrawReading } from '@/store/jobs';
import { markWheel, moveWheel, setRotates, withdrawWheelReading } from '@/store/wheels';
import { actOn } from '@/usecases/act';
import { takeReading, takeWheelReading } from '@/usecases/readings';
import type { Result } from '@/usecases/result';

const typedForm = z.object({ quantity: z.enum(QUANTITY_IDS), typed: z.string().max(40), method: z.string() });
const readingForm = typedForm.extend({ corner: z.enum(CORNERS).nullable(), hour: z.int().min(1).max(12).nullable().optional() });
const chalkForm = z.object({ corner: z.enum(CORNERS), trial: z.string().max(40), load: z.enum(CHALK_LOADS), hours: z.array(z.number().min(0).max(12)).max(24) });

const db = async () => (await theStore()).db;

/** Keeps a reading as typed and as understood, with its ±, method, corner and time. */
export async function keepReading(jobId: string, input: z.input<typeof readingForm>): Promise<Result<null>> {
  return actOn((who) => takeReading(jobId, readingForm.parse(input), who));
}

/** Takes the latest reading back; the one before it counts again. */
export async function takeBack(jobId: string, readingId: string): Promise<Result<null>> {
  return actOn(async (who) => withdrawReading(await db(), jobId, readingId, who, new Date()));
}

/** Keeps a reading of one wheel; it goes where the wheel goes. */
export async function keepWheelReading(vehicleId: string, wheelId: string, input: z.input<typeof typedForm>): Promise<Result<null>> {
  return actOn((who) => takeWheelReading(vehicleId, wheelId, typedForm.parse(input), who));
}

/** Takes a reading of a wheel back. */
export async function takeBackWheel(vehicleId: string, wheelId: string, readingId: string): Promise<Result<null>> {
  return actOn(async (who) => withdrawWheelReading(await db(), vehicleId, wheelId, readingId, who, new Date()));
}

/** Marks a wheel, so that it is known again. */
export async function mark(vehicleId: string, wheelId: string, typed: string): Promise<Result<null>> {
  return actOn(async (who) => {
    const text = typed.trim();
    if (text === '' || text.length > 20) throw new InputError('Mark', text, text === '' ? 'is empty.' : 'is longer than 20 characters.', 'A letter or a short word chalked on the wheel will do.');
    await markWheel(await db(), vehicleId, wheelId, text, who, new Date());
  });
}

/** Hangs a wheel at another corner; the two change places. */
export async function hang(vehicleId: string, wheelId: string, corner: string): Promise<Result<null>> {
  return actOn(async (who) => moveWheel(await db(), vehicleId, wheelId, z.enum(CORNERS).parse(corner), who, new Date()));
}

/** Says whether the wheels of a set may change axles. */
export async function keepRotates(vehicleId: string, wheelSetId: string, rotates: boolean): Promise<Result<null>> {
  return actOn(async (who) => setRotates(await db(), vehicleId, wheelSetId, z.boolean().parse(rotates), who, new Date()));
}

/** Keeps a chalk test of a corner. No hours: it stayed clean. */
export async function keepChalk(jobId: string, input: z.input<typeof chalkForm>): Promise<Result<null>> {
  return actOn(async (who) => {
    const { corner, load, hours, trial } = chalkForm.parse(input);
    const { job } = await loadJob(await db(), jobId);
    if (!cornersOf(job.axle).includes(corner)) throw new RefusedError(`${corner} is not on the ${job.axle} axle of this job.`);
    await addChalkTest(await db(), jobId, { corner, load, hours, trialMm: parseLength('Trial spacer', trial, { min: 0, max: 100 }).value }, who, new Date());
  });
}

/** Takes a chalk test back. */
export async function takeBackChalk(jobId: string, testId: string): Promise<Result<null>> {
  return actOn(async (who) => withdrawChalkTest(await db(), jobId, testId, who, new Date()));
}

/** Measuring is over for now: the bench is next. */
export async function goChoose(jobId: string): Promise<Result<null>> {
  return actOn(async (who) => {
    const { job } = await loadJob(await db(), jobId);
    if (job.stage === 'take-in' || job.stage === 'measure') await moveJob(await db(), jobId, 'choose', who, new Date());
  });
}

'use server';

import { z } from 'zod';
import { QUANTITY_IDS } from '@/core/document/quantities';
import { CHALK_LOADS, CORNERS } from '@/core/document/vocabulary';
import { actOn } from '@/usecases/act';
import { goChoose as goOnToChoose } from '@/usecases/jobs';
import {
  hangWheel,
  keepRotating,
  markAWheel,
  takeBackChalk as takeBackChalkTest,
  takeBackReading,
  takeBackWheelReading,
  takeChalk,
  takeReading,
  takeWheelReading,
} from '@/usecases/readings';
import type { Result } from '@/usecases/result';

const typedForm = z.object({ quantity: z.enum(QUANTITY_IDS), typed: z.string().max(40), method: z.string() });
const readingForm = typedForm.extend({
  corner: z.enum(CORNERS).nullable(),
  hour: z.int().min(1).max(12).nullable().optional(),
  plate: z.string().max(20).optional(),
});
const chalkForm = z.object({
  corner: z.enum(CORNERS),
  trial: z.string().max(40),
  load: z.enum(CHALK_LOADS),
  hours: z.array(z.number().min(0).max(12)).max(24),
});

/** Keeps a reading as typed and as understood, with its ±, method, corner and time. */
export async function keepReading(jobId: string, input: z.input<typeof readingForm>): Promise<Result<null>> {
  return actOn((who) => takeReading(jobId, readingForm.parse(input), who));
}

/** Takes the latest reading back; the one before it counts again. */
export async function takeBack(jobId: string, readingId: string): Promise<Result<null>> {
  return actOn((who) => takeBackReading(jobId, readingId, who));
}

/** Keeps a reading of one wheel; it goes where the wheel goes. */
export async function keepWheelReading(
  vehicleId: string,
  wheelId: string,
  input: z.input<typeof typedForm>,
): Promise<Result<null>> {
  return actOn((who) => takeWheelReading(vehicleId, wheelId, typedForm.parse(input), who));
}

/** Takes a reading of a wheel back. */
export async function takeBackWheel(vehicleId: string, wheelId: string, readingId: string): Promise<Result<null>> {
  return actOn((who) => takeBackWheelReading(vehicleId, wheelId, readingId, who));
}

/** Marks a wheel, so that it is known again. */
export async function mark(vehicleId: string, wheelId: string, typed: string): Promise<Result<null>> {
  return actOn((who) => markAWheel(vehicleId, wheelId, typed, who));
}

/** Hangs a wheel at another corner; the two change places. */
export async function hang(vehicleId: string, wheelId: string, corner: string): Promise<Result<null>> {
  return actOn((who) => hangWheel(vehicleId, wheelId, z.enum(CORNERS).parse(corner), who));
}

/** Says whether the wheels of a set may change axles. */
export async function keepRotates(vehicleId: string, wheelSetId: string, rotates: boolean): Promise<Result<null>> {
  return actOn((who) => keepRotating(vehicleId, wheelSetId, z.boolean().parse(rotates), who));
}

/** Keeps a chalk test of a corner. No hours: it stayed clean. */
export async function keepChalk(jobId: string, input: z.input<typeof chalkForm>): Promise<Result<null>> {
  return actOn((who) => takeChalk(jobId, chalkForm.parse(input), who));
}

/** Takes a chalk test back. */
export async function takeBackChalk(jobId: string, testId: string): Promise<Result<null>> {
  return actOn((who) => takeBackChalkTest(jobId, testId, who));
}

/** Measuring is over for now: the bench is next. */
export async function goChoose(jobId: string): Promise<Result<null>> {
  return actOn((who) => goOnToChoose(jobId, who));
}

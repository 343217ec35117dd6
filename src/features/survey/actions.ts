'use server';

import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { act, actOn } from '@/usecases/act';
import { goChoose as goOnToChoose } from '@/usecases/job/jobs';
import { idOf, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';
import { confirmEarlier } from '@/usecases/survey/earlier';
import { noteTorquedAgain } from '@/usecases/survey/loosened';
import {
  hangWheel,
  keepRotating,
  markAWheel,
  noteArchWork,
  takeBackChalk as takeBackChalkTest,
  takeBackReading,
  takeBackWheelReading,
  wheelsAlike,
} from '@/usecases/survey/readings';

/** Readings of an earlier visit were looked at and are so still. */
export async function confirm(jobId: string, places: readonly string[]): Promise<Result<null>> {
  return actOn((who) => confirmEarlier(idOf(jobId), z.array(z.string().max(60)).min(1).max(60).parse(places), who));
}

/** Notes that arch work was done, or takes that back. */
export async function keepArchWork(
  jobId: string,
  note: string | null,
  corners: readonly string[],
): Promise<Result<null>> {
  const done = z.object({ typed: z.string().max(400).nullable(), corners: z.array(z.enum(CORNERS)).max(2) });
  return actOn((who) => noteArchWork(idOf(jobId), done.parse({ typed: note, corners }), who));
}

/** Takes the latest reading back; the one before it counts again. */
export async function takeBack(jobId: string, readingId: string): Promise<Result<null>> {
  return actOn((who) => takeBackReading(idOf(jobId), idOf(readingId), who));
}

/** Says that the other wheels of the set are as this one. @returns how many figures were written down */
export async function alike(vehicleId: string, wheelId: string): Promise<Result<number>> {
  return act((who) => wheelsAlike(idOf(vehicleId), idOf(wheelId), who));
}

/** Takes a reading of a wheel back. */
export async function takeBackWheel(vehicleId: string, wheelId: string, readingId: string): Promise<Result<null>> {
  return actOn((who) => takeBackWheelReading(idOf(vehicleId), idOf(wheelId), idOf(readingId), who));
}

/** Marks a wheel, so that it is known again. */
export async function mark(vehicleId: string, wheelId: string, typed: string): Promise<Result<null>> {
  return actOn((who) => markAWheel(idOf(vehicleId), idOf(wheelId), z.string().max(400).parse(typed), who));
}

/** Hangs a wheel at another corner; the two change places. */
export async function hang(vehicleId: string, wheelId: string, corner: string): Promise<Result<null>> {
  return actOn((who) => hangWheel(idOf(vehicleId), idOf(wheelId), z.enum(CORNERS).parse(corner), who));
}

/** Says whether the wheels of a set may change axles. */
export async function keepRotates(vehicleId: string, wheelSetId: string, rotates: boolean): Promise<Result<null>> {
  return actOn((who) => keepRotating(idOf(vehicleId), idOf(wheelSetId), z.boolean().parse(rotates), who));
}

/** Takes a chalk test back. */
export async function takeBackChalk(jobId: string, testId: string): Promise<Result<null>> {
  return actOn((who) => takeBackChalkTest(idOf(jobId), idOf(testId), who));
}

/** Measuring is over for now: the bench is next. */
export async function goChoose(jobId: string): Promise<Result<null>> {
  return actOn((who) => goOnToChoose(idOf(jobId), who));
}

/** What was loosened to count turns was torqued again. */
export async function sayTorquedAgain(jobId: string, corner: string, tool: string): Promise<Result<null>> {
  return actOn(async (who) => {
    const { units } = await readSession();
    await noteTorquedAgain(
      idOf(jobId),
      { corner: z.string().max(20).parse(corner), tool: z.string().max(200).parse(tool) },
      units,
      who,
    );
  });
}

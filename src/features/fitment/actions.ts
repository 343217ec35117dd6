'use server';

import { z } from 'zod';
import { act } from '@/usecases/act';
import { attempt, type Result } from '@/usecases/result';
import { whoActs } from '@/usecases/session';
import { type FitmentLooked, lookAtFitment, takeFitment } from '@/usecases/survey/fitmentFile';

/** A file of 20,000 lines is smaller. */
const text = z.string().max(4_000_000);

/** Looks at a file with what other shops' cars had. Nothing changes by looking. */
export async function lookAt(file: string): Promise<Result<FitmentLooked>> {
  return attempt(async () => {
    await whoActs();
    return lookAtFitment(text.parse(file));
  });
}

/** Takes such a file over, whole or not at all. @returns how many lines */
export async function takeOver(file: string, name: string): Promise<Result<number>> {
  return act((who) => takeFitment(text.parse(file), z.string().max(300).parse(name), who));
}

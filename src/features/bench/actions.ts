'use server';

import { revalidatePath } from 'next/cache';
import { z } from 'zod';
import { fastenerSchema, spacerSchema } from '@/core/plan/document';
import { theStore } from '@/store/connection';
import { saveDraft } from '@/store/jobs';
import type { ChoiceDraft } from '@/store/schema';
import { takeForward } from '@/usecases/jobs';
import { attempt, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';

const pair = { spacer: spacerSchema, fastener: fastenerSchema };
const choiceSchema = z.strictObject({ ...pair, camberChange: z.number().min(-5).max(5).optional(), candidates: z.array(z.strictObject(pair)).max(4).optional() });
const leadSchema = z.strictObject({ by: z.string().trim().min(1), reason: z.string().trim().min(1) }).nullable();

/** Keeps what stands on the bench. @returns the job's new version */
export async function keepChoice(jobId: string, version: number, choice: ChoiceDraft): Promise<Result<number>> {
  return attempt(async () => saveDraft((await theStore()).db, jobId, version, choiceSchema.parse(choice), new Date()));
}

/** Freezes the choice as the plan in force. */
export async function freezeChoice(jobId: string, choice: ChoiceDraft, lead: { by: string; reason: string } | null): Promise<Result<null>> {
  return attempt(async () => {
    const { who } = await readSession();
    await takeForward(jobId, choiceSchema.parse(choice), leadSchema.parse(lead), who);
    revalidatePath('/', 'layout');
    return null;
  });
}

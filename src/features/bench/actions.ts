'use server';

import { z } from 'zod';
import type { CatalogueItem } from '@/core/search/catalogue';
import { fastenerSchema, spacerSchema } from '@/core/plan/document';
import { theStore } from '@/store/connection';
import { addJob, loadJob, saveDraft } from '@/store/jobs';
import { listParts } from '@/store/parts';
import type { ChoiceDraft } from '@/store/schema';
import { act } from '@/usecases/act';
import { takeForward } from '@/usecases/jobs';
import { attempt, type Result } from '@/usecases/result';

const pair = { spacer: spacerSchema, fastener: fastenerSchema };
const rubSchema = z.strictObject({
  bump: z.number().min(0).max(200), droop: z.number().min(0).max(200), lock: z.number().min(0).max(50), gain: z.number().min(-5).max(5), axis: z.number().min(-300).max(100),
});
const choiceSchema = z.strictObject({ ...pair, rub: rubSchema.optional(), adapterTyped: z.record(z.string().max(20), z.string().max(120)).optional(), camberChange: z.number().min(-5).max(5).optional(), candidates: z.array(z.strictObject(pair)).max(4).optional() });
const leadSchema = z.strictObject({ by: z.string().trim().min(1), reason: z.string().trim().min(1) }).nullable();

/** Keeps what stands on the bench. @returns the job's new version */
export async function keepChoice(jobId: string, version: number, choice: ChoiceDraft): Promise<Result<number>> {
  return attempt(async () => saveDraft((await theStore()).db, jobId, version, choiceSchema.parse(choice), new Date()));
}

/** Freezes the choice as the plan in force. */
export async function freezeChoice(jobId: string, choice: ChoiceDraft, lead: { by: string; reason: string } | null): Promise<Result<null>> {
  return act(async (who) => {
    await takeForward(jobId, choiceSchema.parse(choice), leadSchema.parse(lead), who);
    return null;
  });
}

/** Parts that the search may use. */
export async function shelfParts(): Promise<Result<{ id: string; item: CatalogueItem }[]>> {
  return attempt(async () => (await listParts((await theStore()).db)).map((p) => ({ id: p.id, item: p.item })));
}

/** Opens a job for the other axle in the same visit, or finds the one that is there. @returns its id */
export async function openOtherAxle(jobId: string): Promise<Result<string>> {
  return act(async (who) => {
    const { db } = await theStore();
    const { job, partner } = await loadJob(db, jobId);
    if (partner) return partner.id;
    const { vehicleId, wheelSetId, wish, use, visitId } = job;
    const id = await addJob(db, { vehicleId, wheelSetId, wish, use, visitId, axle: job.axle === 'front' ? 'rear' : 'front' }, who, new Date());
    return id;
  });
}

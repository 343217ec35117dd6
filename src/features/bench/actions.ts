'use server';

import { z } from 'zod';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { fastenerSchema, hubSchema, lockingSchema, planSchema, spacerSchema } from '@/core/document/document';
import { act, actOn } from '@/usecases/act';
import { type ChoiceDraft, jobById, keepDraft, openOtherAxle as openTheOtherAxle, takeForward } from '@/usecases/jobs';
import { copyChoice, setPlanB } from '@/usecases/otherWays';
import { attempt, idOf, type Result } from '@/usecases/result';
import { signatureOf, type TypedSignature } from '@/usecases/people';
import { whoActs } from '@/usecases/session';
import { shelfParts as partsOnShelf } from '@/usecases/shelf';

const pair = { spacer: spacerSchema, fastener: fastenerSchema };
const rubSchema = z.strictObject({
  bump: z.number().min(0).max(200),
  droop: z.number().min(0).max(200),
  lock: z.number().min(0).max(50),
  gain: z.number().min(-5).max(5),
  axis: z.number().min(-300).max(100),
});
const choiceSchema = z.strictObject({
  ...pair,
  rub: rubSchema.optional(),
  adapterTyped: z.record(z.string().max(20), z.string().max(120)).optional(),
  camberChange: planSchema.shape.camberChange.optional(),
  lowerBy: planSchema.shape.lowerBy.optional(),
  planned: planSchema.shape.planned.optional(),
  trim: planSchema.shape.trim.optional(),
  trimRight: planSchema.shape.trimRight.optional(),
  rightSpacer: planSchema.shape.rightSpacer.optional(),
  locking: lockingSchema.optional(),
  condition: hubSchema.shape.condition.optional(),
  candidates: z.array(z.strictObject(pair)).max(4).optional(),
});
const signatureSchema = z
  .strictObject({
    reason: z.string().max(400),
    leadId: z.string().max(60).optional(),
    pin: z.string().max(20).optional(),
    driver: z.string().max(100).optional(),
  })
  .nullable();

/** Keeps what stands on the bench. @returns the job's new version */
export async function keepChoice(jobId: string, version: number, choice: ChoiceDraft): Promise<Result<number>> {
  // Nothing else on the page shows it, so no page is sent back.
  return attempt(async () =>
    keepDraft(idOf(jobId), z.int().parse(version), choiceSchema.parse(choice), await whoActs()),
  );
}

/** Freezes the choice as the plan in force, unless another screen changed the bench since. */
export async function freezeChoice(
  jobId: string,
  version: number,
  choice: ChoiceDraft,
  signature: TypedSignature | null,
): Promise<Result<null>> {
  return actOn(async (who) => {
    const lead = await leadFrom(idOf(jobId), signature);
    await takeForward(idOf(jobId), z.int().parse(version), choiceSchema.parse(choice), lead, who);
  });
}

/** Sets a choice ready beside the one in force; null takes it away. */
export async function setReady(
  jobId: string,
  choice: ChoiceDraft | null,
  signature: TypedSignature | null = null,
): Promise<Result<null>> {
  return actOn(async (who) => {
    const lead = await leadFrom(idOf(jobId), signature);
    await setPlanB(idOf(jobId), choice === null ? null : choiceSchema.parse(choice), who, lead);
  });
}

/** Who accepts by name what has to be accepted; in competition a lead with a PIN. */
async function leadFrom(jobId: string, signature: TypedSignature | null) {
  const typed = signatureSchema.parse(signature);
  return typed === null ? null : signatureOf(typed, (await jobById(jobId)).job.use === 'competition');
}

/** Parts that the search may use. */
export async function shelfParts(): Promise<Result<{ id: string; item: CatalogueItem }[]>> {
  return attempt(partsOnShelf);
}

/** Puts this choice on the other axle's bench. @returns the other job's id */
export async function copyToOther(jobId: string, choice: ChoiceDraft): Promise<Result<string>> {
  return act((who) => copyChoice(idOf(jobId), choiceSchema.parse(choice), who));
}

/** Opens a job for the other axle in the same visit, or finds the one that is there. @returns its id */
export async function openOtherAxle(jobId: string): Promise<Result<string>> {
  return act((who) => openTheOtherAxle(idOf(jobId), who));
}

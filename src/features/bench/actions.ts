'use server';

import { z } from 'zod';
import { AXLES, type Axle } from '@/core/document/vocabulary';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { act, actOn } from '@/usecases/act';
import { takeForward } from '@/usecases/job/bench';
import { type BenchLine, choiceSchema, lineSchema } from '@/usecases/job/choiceSent';
import { type ChoiceDraft, jobById, openOtherAxle as openTheOtherAxle } from '@/usecases/job/jobs';
import { copyChoice, setPlanB } from '@/usecases/job/otherWays';
import { attempt, idOf, type Result } from '@/usecases/result';
import { shelfParts as partsOnShelf } from '@/usecases/shelf/shelf';
import { signatureOf, type TypedSignature } from '@/usecases/shop/people';

const signatureSchema = z
  .strictObject({
    reason: z.string().max(400),
    leadId: z.string().max(60).optional(),
    pin: z.string().max(20).optional(),
    driver: z.string().max(100).optional(),
  })
  .nullable();

/** Freezes the choice as the plan in force, unless another screen changed the bench since. */
export async function freezeChoice(
  jobId: string,
  from: BenchLine,
  choice: ChoiceDraft,
  signature: TypedSignature | null,
): Promise<Result<null>> {
  return actOn(async (who) => {
    const lead = await leadFrom(idOf(jobId), signature);
    const { version, bench } = lineSchema.parse(from);
    await takeForward(idOf(jobId), version, choiceSchema.parse(choice), lead, who, bench);
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

/** Puts this choice on the bench of another axle of the visit. @returns the other job's id */
export async function copyToOther(jobId: string, choice: ChoiceDraft, to: Axle): Promise<Result<string>> {
  return act((who) => copyChoice(idOf(jobId), choiceSchema.parse(choice), z.enum(AXLES).parse(to), who));
}

/** Opens a job for another axle, or side of one, in the same visit, or finds the one that is there. @returns its id */
export async function openOtherAxle(jobId: string, axle: Axle): Promise<Result<string>> {
  return act((who) => openTheOtherAxle(idOf(jobId), z.enum(AXLES).parse(axle), who));
}

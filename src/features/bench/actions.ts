'use server';

import { z } from 'zod';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { fastenerSchema, spacerSchema } from '@/core/document/document';
import { act, actOn } from '@/usecases/act';
import { type ChoiceDraft, keepDraft, openOtherAxle as openTheOtherAxle, takeForward } from '@/usecases/jobs';
import { attempt, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';
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
  camberChange: z.number().min(-5).max(5).optional(),
  candidates: z.array(z.strictObject(pair)).max(4).optional(),
});
const leadSchema = z.strictObject({ by: z.string().trim().min(1), reason: z.string().trim().min(1) }).nullable();

/** Keeps what stands on the bench. @returns the job's new version */
export async function keepChoice(jobId: string, version: number, choice: ChoiceDraft): Promise<Result<number>> {
  // Nothing else on the page shows it, so no page is sent back.
  return attempt(async () =>
    keepDraft(jobId, z.int().parse(version), choiceSchema.parse(choice), (await readSession()).who),
  );
}

/** Freezes the choice as the plan in force, unless another screen changed the bench since. */
export async function freezeChoice(
  jobId: string,
  version: number,
  choice: ChoiceDraft,
  lead: { by: string; reason: string } | null,
): Promise<Result<null>> {
  return actOn((who) =>
    takeForward(jobId, z.int().parse(version), choiceSchema.parse(choice), leadSchema.parse(lead), who),
  );
}

/** Parts that the search may use. */
export async function shelfParts(): Promise<Result<{ id: string; item: CatalogueItem }[]>> {
  return attempt(partsOnShelf);
}

/** Opens a job for the other axle in the same visit, or finds the one that is there. @returns its id */
export async function openOtherAxle(jobId: string): Promise<Result<string>> {
  return act((who) => openTheOtherAxle(jobId, who));
}

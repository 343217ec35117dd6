'use server';

import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { baySchema } from '@/core/procedure/bay';
import { act, actOn } from '@/usecases/act';
import { noteBay } from '@/usecases/fit/bay';
import { doneBefore } from '@/usecases/fit/doneBefore';
import { type ScanSaid, scanAtTrolley } from '@/usecases/fit/kit';
import { finishSteps } from '@/usecases/job/jobs';
import { setPlanB } from '@/usecases/job/otherWays';
import { idOf, RefusedError, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';
import { leadWith } from '@/usecases/shop/people';

/** Moves on once every hold point is ticked. */
export async function finish(jobId: string, from: 'stage' | 'fit'): Promise<Result<null>> {
  return actOn((who) => finishSteps(idOf(jobId), from, who));
}

const byLeadForm = z.object({
  id: z.uuid(),
  corner: z.string().max(20).nullable(),
  detail: baySchema,
  leadId: z.string().min(1).max(60),
  pin: z.string().max(40),
});

/** What only a lead may say at the car: with their PIN it goes to the server at once, and waits in no queue. */
export async function sayByLead(jobId: string, typed: z.input<typeof byLeadForm>): Promise<Result<null>> {
  return actOn(async (who, { personId }) => {
    const { leadId, pin, ...said } = byLeadForm.parse(typed);
    await noteBay(idOf(jobId), said, who, personId, await leadWith(leadId, pin));
  });
}

const doneBeforeForm = z.object({
  corner: z.enum(CORNERS),
  saw: z.string().max(300),
  lead: z.object({ id: z.string().min(1).max(60), pin: z.string().max(40) }).nullable(),
});

/** A corner’s studs and spacer were fitted before this visit: the work at its hub ends with one reason. */
export async function sayDoneBefore(jobId: string, typed: z.input<typeof doneBeforeForm>): Promise<Result<null>> {
  return actOn(async (who) => {
    const { corner, saw, lead } = doneBeforeForm.parse(typed);
    await doneBefore(idOf(jobId), corner, saw, who, lead && (await leadWith(lead.id, lead.pin)));
  });
}

/** A code scanned or typed at the trolley. */
export async function scan(jobId: string, code: string): Promise<Result<ScanSaid>> {
  return act(async (who) =>
    scanAtTrolley(idOf(jobId), z.string().trim().min(1).max(200).parse(code), (await readSession()).units, who),
  );
}

/** Sets a substitute ready as plan B, judged as any choice is; changing to it is its own press, with a reason. */
export async function setReady(jobId: string, code: string): Promise<Result<null>> {
  return actOn(async (who) => {
    const id = idOf(jobId);
    const { instead } = await scanAtTrolley(id, z.string().trim().min(1).max(200).parse(code), 'metric', who);
    if (instead === null)
      throw new RefusedError('The plan does not pass with that part, so it is not saved as plan B.');
    await setPlanB(id, instead, who);
  });
}

import 'server-only';
import type { Plan } from '@/core/document/document';
import { noteBench } from '@/store/benchSave';
import { RefusedError } from '@/store/errors';
import { saveDraft } from '@/store/jobs';
import { freezePlan } from '@/store/plans';
import type { ChoiceDraft } from '@/store/schema';
import { advance } from './advance';
import { planWith } from './jobPlan';
import { soundPlan } from './soundPlan';

/** What is overtaken where two screens change one bench. */
const CHOICE = 'The choice on this job';

/**
 * Keeps what stands on the bench.
 * @param version of the job as that bench was opened
 * @param bench names the bench: it goes on from what it kept itself
 * @returns the job's new version
 * @throws ChangedMeanwhileError
 */
export const keepDraft = (
  jobId: string,
  version: number,
  choice: ChoiceDraft,
  by: string,
  bench?: string,
): Promise<number> =>
  advance({ jobId, event: 'keep-draft', by, version, bench, what: CHOICE }, async (tx, { job }, at) => {
    const next = await saveDraft(tx, jobId, job.version, choice, at);
    if (bench !== undefined) await noteBench(tx, jobId, bench, next);
    return { value: next };
  });

/**
 * Freezes a choice as the plan in force and moves the job to staging. The server judges it again: a choice with
 * a stop or something unmeasured is refused whatever the browser said, and so is one of a bench that another screen
 * changed.
 * @throws RefusedError, ChangedMeanwhileError
 */
export function takeForward(
  jobId: string,
  version: number | undefined,
  choice: ChoiceDraft,
  lead: Plan['leadSignOff'],
  by: string,
  bench?: string,
): Promise<void> {
  return advance({ jobId, event: 'take-forward', by, version, bench, what: CHOICE }, async (tx, whole, at) => {
    const set = whole.wheelSets.find((w) => w.id === whole.job.wheelSetId);
    if (set?.planned)
      throw new RefusedError(
        `“${set.name}” is not here yet, so nothing can be fitted on it. Measure it once it is, and say so at the vehicle.`,
      );
    await freezePlan(tx, jobId, soundPlan(planWith(whole, choice, lead)), by, at);
    return { value: undefined, set: { signedAt: null, signedBy: null, recheckDueAt: null } };
  });
}

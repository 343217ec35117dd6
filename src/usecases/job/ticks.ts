import 'server-only';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Step } from '@/core/procedure/step';
import type { Executor } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { tickStep } from '@/store/jobs';
import { type CardWhole, loadCard, torqueLog } from '@/store/jobWork';
import { hasPhoto } from '@/store/remarks';
import { stepsNow, waitsFor, wheelBegun } from '../fit/card';
import { advance } from './advance';
import { planOf } from './soundPlan';

/** Ticks or unticks a line of the kit list or job card. @throws RefusedError */
export const tickLine = (jobId: string, key: string, on: boolean, by: string): Promise<void> =>
  tickLines(jobId, [key], on, by);

/**
 * The same for steps that are said together: all of them or none, each an entry of its own, with one time. @throws
 * RefusedError
 */
export function tickLines(jobId: string, keys: readonly string[], on: boolean, by: string): Promise<void> {
  const work = async (tx: Executor, whole: CardWhole, at: Date) => {
    const plan = planOf(whole);
    const steps = (['stage', 'fit'] as const).flatMap((from) => stepsNow(whole, from));
    for (const key of new Set(keys)) {
      const line = steps.find((s) => s.key === key);
      if (!line) throw new RefusedError('That step is not on this job’s card any more. Reload the page.');
      await mayTick(tx, whole, plan.log, line, on, at);
      if (whole.ticked.has(key) !== on) await tickStep(tx, jobId, plan.log, key, on, by, at);
    }
    return { value: undefined };
  };
  return advance({ jobId, event: 'tick', by }, work, loadCard);
}

/** @throws RefusedError with why a step is not ticked, or its tick not taken back */
async function mayTick(
  tx: Executor,
  whole: CardWhole,
  log: string,
  { card, ...line }: Step,
  on: boolean,
  at: Date,
): Promise<void> {
  if (on && card?.round)
    throw new RefusedError('This step is ended by its torque round, fastener by fastener, and not by a tick.');
  if (on && card?.photo && !(await hasPhoto(tx, whole.job.id, card.corner, card.photo)))
    throw new RefusedError('This step is ticked by its photo. Take it, or say why there is none.');
  const waits = on ? waitsFor(whole, { card, ...line }, at.getTime()) : null;
  if (waits) throw new RefusedError(waits);
  if (!on && card && wheelBegun(whole, await torqueLog(tx, log), card.corner))
    throw new RefusedError(
      `The ${CORNER_LABEL[card.corner]} wheel was torqued after this step. Strike its entries out first, or note what happened.`,
    );
}

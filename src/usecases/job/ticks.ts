import 'server-only';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Step } from '@/core/procedure/step';
import { bayLog } from '@/store/bay';
import type { Executor } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { tickStep } from '@/store/jobs';
import { type CardPlan, type CardWhole, loadCard, ticksUnder, torqueLog } from '@/store/jobWork';
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
  const work = async (tx: Executor, card: CardPlan, at: Date) => {
    const plan = planOf(card);
    // What is not among the steps that were frozen with it is on no list of it.
    const frozen = plan.steps && new Set([...plan.steps.stage, ...plan.steps.fit].map((s) => s.key));
    if (frozen && keys.some((key) => !frozen.has(key))) offTheCard();
    const steps = (['stage', 'fit'] as const).flatMap((from) => stepsNow(card, from));
    const lines = [...new Set(keys)].map((key) => steps.find((s) => s.key === key) ?? offTheCard());
    const whole = { ...card, bay: await bayLog(tx, plan.log) };
    for (const line of lines) await mayTick(tx, whole, plan.log, line, on, at);
    const ticked = await ticksUnder(tx, plan.log);
    for (const { key } of lines) if (ticked.has(key) !== on) await tickStep(tx, jobId, plan.log, key, on, by, at);
    return { value: undefined };
  };
  return advance({ jobId, event: 'tick', by }, work, loadCard);
}

function offTheCard(): never {
  throw new RefusedError('That step is not on this job’s card any more. Reload the page.');
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

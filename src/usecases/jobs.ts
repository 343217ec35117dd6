import 'server-only';
import { addDays } from 'date-fns';
import { assess } from '@/core/evaluate/evaluate';
import { cornersOf } from '@/core/document/assemble';
import { readPlan } from '@/core/document/document';
import type { Plan } from '@/core/document/document';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { addJob, type JobWhole, loadJob, loadPartner, saveDraft, tickStep } from '@/store/jobs';
import { freezePlan, keepJudgement, type PlanInForce } from '@/store/plans';
import type { ChoiceDraft, JobRow } from '@/store/schema';
import { appendEntry, type EntryInput } from '@/store/torque';
import { loadVehicle } from '@/store/vehicles';
import { advance } from './advance';
import {
  asOfToday,
  openAdapters,
  openHolds,
  openPoints,
  planWith,
  type StepStage,
  stepsOf,
  torqueSpec,
  wheelStatesSigned,
} from './jobPlan';
import { barOf, isRetorque } from './standing';
import type { JobEvent } from './transitions';

export type { ChoiceDraft };

/** Loads a job from the running store. @throws NotFoundError */
export async function jobById(id: string): Promise<JobWhole> {
  return loadJob((await theStore()).db, id);
}

/** The other axle of the same visit, if it has a job. */
export async function partnerOfJob(whole: JobWhole): Promise<JobWhole | null> {
  return loadPartner((await theStore()).db, whole);
}

export interface NewJob {
  readonly vehicleId: string;
  readonly wheelSetId: string;
  readonly axle: 'front' | 'rear' | 'both';
  readonly wish: JobRow['wish'];
  readonly use: JobRow['use'];
}

/** Opens a job on a vehicle, or one for each axle in one visit. @returns the id of the first @throws NotFoundError, RefusedError */
export async function openJob({ vehicleId, wheelSetId, axle, wish, use }: NewJob, by: string): Promise<string> {
  const { db } = await theStore();
  return db.transaction(async (tx) => {
    const { wheelSets } = await loadVehicle(tx, vehicleId);
    if (!wheelSets.some((w) => w.id === wheelSetId))
      throw new RefusedError('These wheels are not of this vehicle. Pick one of its own sets.');
    const at = new Date();
    const id = await addJob(tx, { vehicleId, wheelSetId, axle: axle === 'rear' ? 'rear' : 'front', wish, use }, by, at);
    if (axle === 'both') await addJob(tx, { vehicleId, wheelSetId, axle: 'rear', wish, use, visitId: id }, by, at);
    return id;
  });
}

/** Opens a job for the other axle in the same visit, or finds the one that is there. @returns its id */
export async function openOtherAxle(jobId: string, by: string): Promise<string> {
  const { db } = await theStore();
  return db.transaction(async (tx) => {
    const { job, partner } = await loadJob(tx, jobId);
    if (partner) return partner.id;
    const { vehicleId, wheelSetId, wish, use, visitId } = job;
    return addJob(
      tx,
      { vehicleId, wheelSetId, wish, use, visitId, axle: job.axle === 'front' ? 'rear' : 'front' },
      by,
      new Date(),
    );
  });
}

const nothing = { value: undefined };

/** The intake was read over at the car: measuring begins. */
export const startMeasuring = (jobId: string, by: string): Promise<void> =>
  advance({ jobId, event: 'start-measuring', by }, async () => nothing);

/** Measuring is over for now: the bench is next. A job that stands further along is only looked at there. */
export async function goChoose(jobId: string, by: string): Promise<void> {
  const { job } = await jobById(jobId);
  if (job.stage !== 'take-in' && job.stage !== 'measure') return;
  await advance({ jobId, event: 'go-choose', by }, async () => nothing);
}

/** Keeps what stands on the bench. @returns the job's new version @throws ChangedMeanwhileError */
export const keepDraft = (jobId: string, version: number, choice: ChoiceDraft, by: string): Promise<number> =>
  advance({ jobId, event: 'keep-draft', by, version, what: 'The choice on this job' }, async (tx, _, at) => ({
    value: await saveDraft(tx, jobId, version, choice, at),
  }));

/**
 * Freezes a choice as the plan in force and moves the job to staging. The server judges it again: a choice with
 * a stop or something unmeasured is refused whatever the browser said, and so is one of a bench that another screen changed.
 * @throws RefusedError, ChangedMeanwhileError
 */
export function takeForward(
  jobId: string,
  version: number | undefined,
  choice: ChoiceDraft,
  lead: Plan['leadSignOff'],
  by: string,
): Promise<void> {
  return advance(
    { jobId, event: 'take-forward', by, version, what: 'The choice on this job' },
    async (tx, whole, at) => {
      await freezePlan(tx, jobId, soundPlan(planWith(whole, choice, lead)), by, at);
      return { ...nothing, set: { signedAt: null, signedBy: null, recheckDueAt: null } };
    },
  );
}

/**
 * Takes readings that were added since into the plan in force, its choice unchanged: ticks and torque go on under it.
 * @throws RefusedError where the choice does not stand with them
 */
export function takeReadingsIn(jobId: string, by: string): Promise<void> {
  return advance({ jobId, event: 'take-readings-in', by }, async (tx, whole, at) => {
    const plan = planOf(whole);
    // What somebody accepted by name was accepted on the readings as they were then.
    const now = soundPlan({ ...(asOfToday(whole) ?? plan.document), leadSignOff: null });
    const [then, next] = [plan.document.hub, now.hub];
    if (then.torque?.value !== next.torque?.value || then.lugs !== next.lugs || then.thread !== next.thread) {
      throw new RefusedError(
        'Torque figure, lug count or thread changed, so what was torqued was torqued to something else. Take the choice forward again.',
      );
    }
    await freezePlan(tx, jobId, now, by, at, plan.log);
    return nothing;
  });
}

/** A plan that may go forward. @throws RefusedError naming what stands first in the way */
function soundPlan(plan: Plan): Plan {
  const checked = readPlan(plan);
  if ('issues' in checked) {
    const first = checked.issues[0];
    throw new RefusedError(`${first?.path ?? 'plan'}: ${first?.message ?? 'is not valid.'}`);
  }
  const { blocking } = assess(checked.plan);
  if (blocking[0]?.level === 'caution')
    throw new RefusedError(
      'What is left in the way somebody has to accept by name, on the figures as they are now: take the choice forward on the bench.',
    );
  if (blocking.length > 0) {
    throw new RefusedError(
      `This choice has ${blocking.length} ${blocking.length === 1 ? 'finding' : 'findings'} in the way (${blocking[0]?.level}). Clear them first.`,
    );
  }
  return checked.plan;
}

function planOf(whole: JobWhole): PlanInForce {
  if (!whole.plan) throw new RefusedError('No plan has been chosen yet.');
  return whole.plan;
}

/** Ticks or unticks a line of the kit list or job card. @throws RefusedError */
export function tickLine(jobId: string, key: string, on: boolean, by: string): Promise<void> {
  return advance({ jobId, event: 'tick', by }, async (tx, whole, at) => {
    const plan = planOf(whole);
    const known = (['stage', 'fit'] as const).some((from) => stepsOf(plan.document, from).some((s) => s.key === key));
    if (!known) throw new RefusedError('That step is not on this job’s card any more. Reload the page.');
    if (whole.ticked.has(key) !== on) await tickStep(tx, jobId, plan.log, key, on, by, at);
    return nothing;
  });
}

/** Moves a job from staging to fitting or from fitting to torque once every hold point is ticked. @throws RefusedError */
export function finishSteps(jobId: string, from: StepStage, by: string): Promise<void> {
  return advance({ jobId, event: from === 'stage' ? 'finish-kit' : 'finish-fit', by }, async (_, whole) => {
    const plan = planOf(whole);
    const lists: readonly StepStage[] = from === 'stage' ? ['stage'] : ['stage', 'fit'];
    const open = lists.flatMap((list) => openHolds(stepsOf(plan.document, list), whole));
    if (open.length > 0)
      throw new RefusedError(
        `${open.length} hold ${open.length === 1 ? 'point is' : 'points are'} still open: ${open[0]?.text}`,
      );
    const adapter = from === 'fit' ? openAdapters(whole)[0] : undefined;
    if (adapter) throw new RefusedError(adapter);
    return nothing;
  });
}

function torqueEvent(input: EntryInput): JobEvent {
  if (input.pass === 'recheck') return 'recheck';
  return input.joint === 'adapter' ? 'torque-adapter' : 'torque-wheel';
}

/**
 * Appends a torque entry. A first torque is refused on a plan that does not stand; a recheck, and what is torqued again after
 * it, is always taken. A fastener that moves in a recheck sends the job back; after a recheck of both wheels it closes.
 * @throws RefusedError
 */
export function enterTorque(jobId: string, input: EntryInput, by: string): Promise<void> {
  const event = torqueEvent(input);
  return advance<void>({ jobId, event, by }, async (tx, whole, at) => {
    const inForce = planOf(whole);
    const plan = inForce.document;
    if (!(cornersOf(plan.axle) as string[]).includes(input.corner))
      throw new RefusedError(`${input.corner} is not on this axle.`);
    const waiting = input.joint === 'adapter' ? undefined : openAdapters(whole)[0];
    if (waiting) throw new RefusedError(waiting);
    const bar = event === 'recheck' || isRetorque(whole) ? null : barOf(whole);
    if (bar) throw new RefusedError(bar);
    const state = await appendEntry(tx, jobId, inForce.log, torqueSpec(plan, input.joint ?? 'wheel'), input, by, at);
    if (event !== 'recheck') return nothing;
    if (state.last?.outcome === 'moved')
      return {
        ...nothing,
        follows: { event: 'recheck-moved', set: { signedAt: null, signedBy: null, recheckDueAt: null } },
      };
    const states = wheelStatesSigned(await loadJob(tx, jobId));
    return states.every((s) => s.state.complete && s.state.rechecks > 0)
      ? { ...nothing, follows: { event: 'recheck-done' } }
      : nothing;
  });
}

/** Signs a job off, keeps what the rules found in it then, and sets its recheck for the next day. @throws RefusedError naming the first open point */
export function signOff(jobId: string, by: string): Promise<void> {
  return advance({ jobId, event: 'sign-off', by }, async (tx, whole, at) => {
    const open = openPoints(whole);
    if (open.length > 0) throw new RefusedError(`Not yet: ${open[0]}`);
    await keepJudgement(tx, planOf(whole), at);
    return { ...nothing, set: { signedAt: at, signedBy: by, recheckDueAt: addDays(at, 1) } };
  });
}

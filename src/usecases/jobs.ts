import 'server-only';
import { addDays } from 'date-fns';
import { assess } from '@/core/plan/evaluate';
import { cornersOf } from '@/core/plan/assemble';
import { readPlan } from '@/core/plan/document';
import type { Plan } from '@/core/plan/document';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { freezePlan, type JobWhole, loadJob, loadPartner, moveJob } from '@/store/jobs';
import type { ChoiceDraft } from '@/store/schema';
import { appendEntry, type EntryInput } from '@/store/torque';
import { digestOf, openAdapters, openHolds, openPoints, planWith, type StepStage, stepsOf, TORQUE_STAGES, torqueSpec, wheelStatesSigned } from './jobPlan';

/** Loads a job from the running store. @throws NotFoundError */
export async function jobById(id: string): Promise<JobWhole> {
  return loadJob((await theStore()).db, id);
}

/** The other axle of the same visit, if it has a job. */
export async function partnerOfJob(whole: JobWhole): Promise<JobWhole | null> {
  return loadPartner((await theStore()).db, whole);
}

/**
 * Freezes a choice as the plan in force and moves the job to staging. The server judges it again: a choice with
 * a stop or something unmeasured is refused whatever the browser said.
 * @throws RefusedError
 */
export async function takeForward(jobId: string, choice: ChoiceDraft, lead: Plan['leadSignOff'], by: string): Promise<void> {
  const { db } = await theStore();
  const whole = await loadJob(db, jobId);
  const checked = readPlan(planWith(whole, choice, lead));
  if ('issues' in checked) {
    const first = checked.issues[0];
    throw new RefusedError(`${first?.path ?? 'plan'}: ${first?.message ?? 'is not valid.'}`);
  }
  const { blocking } = assess(checked.plan);
  if (blocking.length > 0) {
    throw new RefusedError(`This choice has ${blocking.length} ${blocking.length === 1 ? 'finding' : 'findings'} in the way (${blocking[0]?.level}). Clear them first.`);
  }
  await freezePlan(db, jobId, checked.plan, digestOf(checked.plan), by, new Date());
}

/** Moves a job from staging to fitting or from fitting to torque once every hold point is ticked. @throws RefusedError */
export async function finishSteps(jobId: string, from: StepStage, by: string): Promise<void> {
  const { db } = await theStore();
  const whole = await loadJob(db, jobId);
  if (!whole.plan) throw new RefusedError('No plan has been chosen yet.');
  const open = openHolds(stepsOf(whole.plan.document, from), whole);
  if (open.length > 0) throw new RefusedError(`${open.length} hold ${open.length === 1 ? 'point is' : 'points are'} still open: ${open[0]?.text}`);
  const adapter = from === 'fit' ? openAdapters(whole)[0] : undefined;
  if (adapter) throw new RefusedError(adapter);
  await moveJob(db, jobId, from === 'stage' ? 'fit' : 'torque', by, new Date());
}

/** Appends a torque entry; after a recheck of both wheels the job closes. @throws RefusedError */
export async function enterTorque(jobId: string, input: EntryInput, by: string): Promise<void> {
  const { db } = await theStore();
  const whole = await loadJob(db, jobId);
  if (!whole.plan) throw new RefusedError('No plan has been chosen yet.');
  const plan = whole.plan.document;
  if (!(cornersOf(plan.axle) as string[]).includes(input.corner)) throw new RefusedError(`${input.corner} is not on this axle.`);
  if (input.pass === 'recheck' && whole.job.stage !== 'recheck') throw new RefusedError('This wheel is done. A recheck begins after the sign-off.');
  const joint = input.joint ?? 'wheel';
  if (!TORQUE_STAGES[joint].includes(whole.job.stage)) {
    throw new RefusedError(`This job stands in “${whole.job.stage}”. ${joint === 'adapter' ? 'The adapter’s torque is entered while fitting.' : 'Torque is entered once kit list and job card are through.'}`);
  }
  const waiting = joint === 'wheel' ? openAdapters(whole)[0] : undefined;
  if (waiting) throw new RefusedError(waiting);
  await appendEntry(db, jobId, whole.plan.id, torqueSpec(plan, joint), input, by, new Date());
  if (input.pass !== 'recheck') return;
  const after = await loadJob(db, jobId);
  const states = wheelStatesSigned(after);
  if (after.job.stage === 'recheck' && states.every((s) => s.state.complete && s.state.rechecks > 0)) {
    await moveJob(db, jobId, 'closed', by, new Date());
  }
}

/** Signs a job off and sets its recheck for the next day. @throws RefusedError naming the first open point */
export async function signOff(jobId: string, by: string): Promise<void> {
  const { db } = await theStore();
  const whole = await loadJob(db, jobId);
  const open = openPoints(whole);
  if (open.length > 0) throw new RefusedError(`Not yet: ${open[0]}`);
  const at = new Date();
  await moveJob(db, jobId, 'recheck', by, at, { signedAt: at, signedBy: by, recheckDueAt: addDays(at, 1) });
}

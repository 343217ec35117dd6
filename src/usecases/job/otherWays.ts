import 'server-only';
import { digestOf } from '@/core/document/digest';
import type { Plan } from '@/core/document/document';
import { axleInSentence } from '@/core/document/labels';
import type { Axle } from '@/core/document/vocabulary';
import { InputError } from '@/core/errors';
import { kitList } from '@/core/procedure/kitList';
import { theStore } from '@/store/connection';
import { ChangedMeanwhileError, RefusedError } from '@/store/errors';
import { recordEvent } from '@/store/events';
import { hubNow } from '@/store/hubs';
import { loadJob, saveDraft, tickStep } from '@/store/jobs';
import { currentPlan, freezePlan } from '@/store/plans';
import { type ChoiceDraft, HELD, type HeldFor, type PlanB } from '@/store/schema';
import { reasonFrom } from '../reason';
import { looseBar } from '../survey/loosened';
import { advance } from './advance';
import { hubOf, planWith } from './jobPlan';
import { alsoSetsOf, type NamedSet } from './otherSets';
import { planOf, soundPlan } from './soundPlan';

const nothing = { value: undefined };

/**
 * Sets a choice ready beside the one in force, judged as that one was. Null takes it away.
 * @param lead who accepts by name what has to be accepted; null where nobody does
 * @throws RefusedError where it does not go forward
 */
export function setPlanB(
  jobId: string,
  choice: ChoiceDraft | null,
  by: string,
  lead: Plan['leadSignOff'] = null,
): Promise<void> {
  return advance({ jobId, event: 'plan-b', by }, async (tx, whole, at) => {
    if (choice === null) {
      await recordEvent(tx, { jobId, kind: 'plan-b.dropped', detail: {}, by, at });
      return { ...nothing, set: { planB: null } };
    }
    const plan = soundPlan(planWith(whole, choice, lead));
    if (whole.plan && digestOf(plan) === digestOf(whole.plan.document))
      throw new RefusedError('This is the choice in force already. Plan B is another one.');
    const { candidates: _, adapterTyped: __, rub: ___, ...kept } = choice;
    const planB: PlanB = { choice: kept, digest: digestOf(plan), leadSignOff: lead, by, at: at.toISOString() };
    await recordEvent(tx, { jobId, kind: 'plan-b.set', detail: { digest: planB.digest }, by, at });
    return { ...nothing, set: { planB } };
  });
}

/** The choice that is in force, as plan B once it was left. */
export function choiceInForce(plan: Plan, sets: readonly NamedSet[]): ChoiceDraft {
  const { spacer, fastener, camberChange, lowerBy, planned, trim, trimRight, rightSpacer, locking, finish, hub } = plan;
  return {
    spacer,
    fastener,
    camberChange,
    lowerBy,
    planned,
    trim,
    trimRight,
    rightSpacer,
    locking,
    ...(finish ? { finish } : {}),
    condition: hub.condition,
    ...alsoSetsOf(plan, sets),
  };
}

/**
 * Changes to plan B at the car: frozen in the place of the choice in force, which becomes plan B in its turn. Lines of
 * the kit that read the same stay ticked. @throws RefusedError where it does not stand on today's readings
 */
export async function changeToPlanB(jobId: string, typed: string, by: string): Promise<void> {
  const reason = reasonFrom('Why plan B', typed);
  return advance({ jobId, event: 'take-plan-b', by }, async (tx, whole, at) => {
    const { planB } = whole.job;
    const before = planOf(whole);
    if (planB === null) throw new RefusedError('No plan B is set ready on this job.');
    if (whole.torque.some((e) => e.pass !== 'strike'))
      throw new RefusedError(
        'Torque was entered on the plan in force. Take it off again, and take the choice forward on the bench.',
      );
    // A name stands for the figures that it was given on: on others the bench asks for it again.
    const signed = planWith(whole, planB.choice, planB.leadSignOff ?? null);
    const plan = soundPlan(digestOf(signed) === planB.digest ? signed : planWith(whole, planB.choice, null));
    await freezePlan(tx, jobId, plan, by, at);
    const now = await currentPlan(tx, jobId);
    if (!now) throw new ChangedMeanwhileError('This job');
    const was = new Map(kitList(before.document).map((s) => [s.key, s.text]));
    for (const s of kitList(plan))
      if (was.get(s.key) === s.text && whole.ticked.has(s.key)) await tickStep(tx, jobId, now.log, s.key, true, by, at);
    await recordEvent(tx, { jobId, kind: 'plan-b.taken', detail: { reason, from: digestOf(before.document) }, by, at });
    const left: PlanB = {
      choice: choiceInForce(before.document, whole.wheelSets),
      digest: digestOf(before.document),
      leadSignOff: before.document.leadSignOff,
      by,
      at: at.toISOString(),
    };
    return { ...nothing, set: { planB: left, draft: { ...whole.job.draft, ...planB.choice } } };
  });
}

/** Stages in which an axle's choice is still open. */
const CHOOSING: readonly string[] = ['take-in', 'measure', 'choose'];

/**
 * Puts the choice of one axle of a visit on the bench of another job of it: spacers, fasteners and what will change
 * later. What was measured, worn or drawn of the one is not copied, and nothing is approved by it.
 * @param to the axle, or side of one, whose bench it goes on
 * @throws RefusedError where the visit has no job there, it is held by other fasteners, or its choice is approved
 */
export async function copyChoice(jobId: string, choice: ChoiceDraft, to: Axle, by: string): Promise<string> {
  const { db } = await theStore();
  const from = await loadJob(db, jobId);
  const other = from.others.find((o) => o.axle === to);
  if (!other) throw new RefusedError(`This visit has no job on ${axleInSentence(to)}. Open it first.`);
  if (!CHOOSING.includes(other.stage))
    throw new RefusedError(`The choice of ${axleInSentence(to)} is approved already. Change it on its own bench.`);
  const there = from.hubs.find((h) => h.axle === to);
  if (there && there.fastening !== hubOf(from).fastening)
    throw new RefusedError(
      `What holds ${axleInSentence(to)} is ${there.fastening === 'bolt' ? 'bolts' : 'studs and nuts'}, so this choice does not go on it.`,
    );
  const { spacer, fastener, camberChange, lowerBy, rightSpacer, locking, finish, condition, adapterTyped } = choice;
  const kept = { spacer, fastener, camberChange, lowerBy, rightSpacer, locking, finish, condition, adapterTyped };
  const said = Object.fromEntries(Object.entries(kept).filter(([, v]) => v !== undefined)) as unknown as ChoiceDraft;
  await advance({ jobId: other.id, event: 'keep-draft', by }, async (tx, whole, at) => {
    const before = whole.job.draft;
    await saveDraft(tx, other.id, whole.job.version, { ...before, ...said }, at);
    await recordEvent(tx, { jobId: other.id, kind: 'choice.copied', detail: { from: jobId, before }, by, at });
    return nothing;
  });
  return other.id;
}

/** A job rests or ends without being fitted, with its reason. @throws InputError */
export async function holdJob(jobId: string, why: string, typed: string, by: string): Promise<void> {
  const held: HeldFor | undefined = HELD.find((h) => h === why);
  if (!held) throw new InputError('Why it rests', String(why), 'is none of the choices.', 'Pick one of them.');
  const reason = reasonFrom('Reason', typed);
  return advance({ jobId, event: 'hold', by }, async (tx, whole, at) => {
    const loose = held === 'left' ? null : await looseBar(tx, whole);
    if (loose) throw new RefusedError(loose);
    await recordEvent(tx, { jobId, kind: `job.held`, detail: { held, reason }, by, at });
    return { ...nothing, set: { held, heldWhy: reason, heldBy: by, heldAt: at } };
  });
}

/** A job that rested is taken up again. @throws RefusedError */
export function takeUpAgain(jobId: string, by: string): Promise<void> {
  return advance({ jobId, event: 'take-up', by }, async (tx, { job }, at) => {
    if (job.held === null) throw new RefusedError('This job does not rest.');
    if ((await hubNow(tx, job.vehicleId, job.axle)) === null)
      throw new RefusedError(
        `What is on ${axleInSentence(job.axle)} was entered anew since, left and right by themselves or as one. Open a new job.`,
      );
    await recordEvent(tx, { jobId, kind: 'job.taken-up', detail: { held: job.held, why: job.heldWhy }, by, at });
    return { ...nothing, set: { held: null, heldWhy: null, heldBy: null, heldAt: null } };
  });
}

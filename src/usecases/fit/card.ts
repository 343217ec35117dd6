import type { Plan } from '@/core/document/document';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { type BayState, bayState, clockAt, openTroubles, through, withoutFigure } from '@/core/procedure/bay';
import { jobCard } from '@/core/procedure/card';
import { CLOCK_LABEL, waitText } from '@/core/procedure/clocks';
import { kitList } from '@/core/procedure/kitList';
import { hubTorque } from '@/core/procedure/procedure';
import type { Step } from '@/core/procedure/step';
import { trouble } from '@/core/procedure/troubles';
import { asKept } from '@/core/procedure/workOrder';
import type { Joint, TorqueSpec } from '@/core/torque/log';
import type { UnitSystem } from '@/core/units/format';
import { RefusedError } from '@/store/errors';
import type { JobWhole } from '@/store/jobs';
import type { CardPlan, CardWhole } from '@/store/jobWork';
import type { TorqueEntryRow } from '@/store/schema';
import { adapterStates, type JointState, jointStates, torqueSpec, wheelSpec, wheelStates } from '../job/joints';

/** Stages that are a list of steps to tick. */
export type StepStage = 'stage' | 'fit';

/** Kit list or job card of a plan as this release writes it. */
export const stepsOf = (plan: Plan, from: StepStage, units: UnitSystem = 'metric'): Step[] =>
  from === 'stage' ? kitList(plan, units) : jobCard(plan, units);

/**
 * The list of a job: of a signed one as it read when it was signed; of an open one the steps it was frozen with, in
 * today’s words and the units that are read. A card that an earlier release began is ended as it was begun.
 */
export function stepsNow(whole: CardPlan, from: StepStage, units: UnitSystem = 'metric'): readonly Step[] {
  if (!whole.plan) return [];
  const kept = whole.plan.steps?.[from];
  if (whole.job.signedAt !== null && kept) return kept;
  return asKept(kept, stepsOf(whole.plan.document, from, units));
}

/** How the work at the car stands. @param now ms, by this machine’s clock */
export const bayOf = (whole: CardWhole, now: number): BayState => bayState(whole.bay, now);

/**
 * What the torque passes of a joint are held to; the studs’ hub end by the figure that was read at the car. @throws
 * RefusedError
 */
export function specOf(whole: JobWhole, joint: Joint): TorqueSpec {
  const plan = whole.plan?.document;
  if (!plan) throw new RefusedError('No plan has been chosen yet.');
  if (joint === 'wheel') return wheelSpec(whole);
  if (joint === 'adapter') return torqueSpec(plan, joint);
  const { hub } = bayOf(whole, 0);
  const found = hub === null ? null : hubTorque(plan, hub);
  return found?.spec ?? torqueSpec(plan, 'hub');
}

/** Whether the card of this job asks for the studs’ own round: earlier releases asked for a tick. */
export const asksHubRound = (whole: JobWhole): boolean => stepsNow(whole, 'fit').some((s) => s.card?.round === 'hub');

/** State of both hubs’ studs; empty where none are torqued, or their figure is not read yet. */
export function hubStates(whole: JobWhole): JointState[] {
  const plan = whole.plan?.document;
  if (!plan || !asksHubRound(whole) || bayOf(whole, 0).hub === null) return [];
  return jointStates(plan, 'hub', whole.torque, specOf(whole, 'hub'));
}

/** Joints of a job in the order they are torqued. */
export function jointsOf(whole: JobWhole): JointState[] {
  const plan = whole.plan?.document;
  if (!plan) return [];
  return [...hubStates(whole), ...adapterStates(plan, whole.torque), ...wheelStates(whole, whole.torque)];
}

export interface StepDone {
  readonly by: string;
  /** Null for a torque round, which has a time for every entry. */
  readonly at: Date | null;
  /** Why there is no tick. */
  readonly reason: string | null;
}

/** Who ended a step and when: by a tick, by its torque round, or by a reason. Null while it is open. */
export function doneOf(whole: JobWhole, s: Step): StepDone | null {
  const tick = whole.ticked.get(s.key);
  if (tick) return { ...tick, reason: null };
  const bay = bayOf(whole, 0);
  const instead = bay.instead.get(s.key);
  if (instead) return { by: instead.by, at: new Date(instead.at), reason: instead.why };
  const { round, corner } = s.card ?? {};
  if (round === undefined || corner === undefined) return null;
  const plan = whole.plan?.document;
  if (!plan) return null;
  const states = round === 'hub' ? hubStates(whole) : adapterStates(plan, whole.torque);
  const by = whole.torque.findLast((e) => e.corner === corner && e.joint === round)?.by ?? '';
  if (states.find((x) => x.corner === corner)?.state.complete) return { by, at: null, reason: null };
  if (round === 'hub' && withoutFigure(bay, corner)) {
    const said = bay.deviations.findLast((d) => d.corner === corner && d.what === 'studs-impact');
    return { by: said?.by ?? '', at: new Date(said?.at ?? 0), reason: 'driven home by impact, no figure' };
  }
  return null;
}

/** Hold points of a list that are open. */
export const openHolds = (steps: readonly Step[], whole: JobWhole): Step[] =>
  steps.filter((s) => s.hold && doneOf(whole, s) === null);

/** Whether lugs of a wheel stand torqued under this plan. */
export const wheelBegun = (whole: CardWhole, log: readonly TorqueEntryRow[], corner: Corner): boolean =>
  wheelStates(whole, log).some((s) => s.corner === corner && s.state.last !== null);

/**
 * Something that comes before a wheel, as a sentence, and what ends it: a step that is ticked, or a joint of the corner
 * that is through.
 */
export interface Before {
  readonly text: string;
  readonly key?: string;
  readonly joint?: Joint;
}

/**
 * Why the wheel of a corner is not torqued yet: hold points of its own card that are open. What other corners wait for
 * is theirs.
 */
export function cornerWaits(whole: JobWhole, corner: Corner): Before[] {
  // Once the whole card is through it is looked at again at the sign-off.
  if (whole.job.stage !== 'fit') return [];
  const open = openHolds(stepsNow(whole, 'fit'), whole).filter((s) => s.card?.corner === corner);
  return open.map((s) => ({
    text: `“${s.card?.title ?? s.text}” at the ${CORNER_LABEL[corner]} is open: it comes before this wheel.`,
    key: s.key,
    ...(s.card?.round ? { joint: s.card.round } : {}),
  }));
}

/** What has a torque round of its own before the wheel, and is not through it. @param at of this corner only */
export function openRounds(whole: JobWhole, at?: Corner): Before[] {
  if (!whole.plan) return [];
  const adapters = adapterStates(whole.plan.document, whole.torque)
    .filter((a) => !a.state.complete && (at === undefined || a.corner === at))
    .map((a) => ({
      text: `The ${CORNER_LABEL[a.corner]} adapter is not through its own verify pass, which comes before the wheel.`,
      joint: 'adapter' as const,
    }));
  const hubs = stepsNow(whole, 'fit')
    .filter((s) => s.card?.round === 'hub' && doneOf(whole, s) === null && (at === undefined || s.card.corner === at))
    .map((s) => ({
      text: `The studs in the ${CORNER_LABEL[s.card?.corner as Corner]} hub are not through their own round, which comes before the wheel.`,
      joint: 'hub' as const,
    }));
  return [...hubs, ...adapters];
}

/** Why a step waits, as a sentence; null where it may be ticked. @param now ms, by this machine’s clock */
export function waitsFor(whole: CardWhole, s: Step, now: number): string | null {
  const { waits, corner } = s.card ?? {};
  if (waits === undefined || corner === undefined) return null;
  const bay = bayOf(whole, now);
  // Studs that went in without locker have a reason in the place of the locker's tick.
  const clock = clockAt(bay, corner, waits);
  if (clock === null) {
    const started = stepsNow(whole, 'fit').find((x) => x.card?.corner === corner && x.card.starts === waits);
    return started && bay.instead.has(started.key)
      ? null
      : `Start the clock of the locker at the ${CORNER_LABEL[corner]} hub: nobody knows when it went on.`;
  }
  if (through(clock)) return null;
  return waiting(clock);
}

function waiting({ corner, kind, state }: BayState['clocks'][number]): string {
  const where = `at the ${CORNER_LABEL[corner]}`;
  if (state.is === 'behind')
    return `${CLOCK_LABEL[kind]} ${where}: the clock of this machine stands before its start. Set it right, or say by name why the wheel goes on.`;
  return `${CLOCK_LABEL[kind]} ${where}: ${waitText(state.is === 'running' ? state.left : 0)} left.`;
}

/** Sentences for what holds a corner’s wheel back: locker that cures, trouble that is open. */
export function heldBack(whole: JobWhole, corner: Corner, now: number): string[] {
  const bay = bayOf(whole, now);
  return [
    ...bay.clocks.filter((c) => c.corner === corner && c.kind === 'locker' && !through(c)).map(waiting),
    ...openTroubles(bay, corner).map(
      (t) => `${trouble(t.what).title} at the ${CORNER_LABEL[corner]}: it is dealt with first.`,
    ),
  ];
}

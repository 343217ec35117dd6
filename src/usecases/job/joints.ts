import { cornersOf } from '@/core/document/axles';
import type { Corner, Plan } from '@/core/document/document';
import { bayState } from '@/core/procedure/bay';
import { torqueJobs } from '@/core/procedure/procedure';
import { type Joint, struckOut, type TorqueSpec, type TorqueState, torqueState } from '@/core/torque/log';
import { RefusedError } from '@/store/errors';
import type { JobWhole } from '@/store/jobs';
import type { CardWhole } from '@/store/jobWork';
import type { TorqueEntryRow } from '@/store/schema';
import { asReading } from '@/store/torque';

/**
 * What the torque passes of a joint are held to, from the frozen plan. @throws RefusedError where there is no such
 * figure
 */
export function torqueSpec(plan: Plan, joint: Joint = 'wheel'): TorqueSpec {
  const found = torqueJobs(plan).find((j) => j.joint === joint);
  if (!found)
    throw new RefusedError(
      joint === 'hub'
        ? 'The studs’ hub end has no figure yet: read it on their leaflet and say where it stands.'
        : `There is no torque figure with a source for the ${joint} on this axle.`,
    );
  return found.spec;
}

export interface JointState {
  readonly corner: Corner;
  readonly joint: Joint;
  readonly state: TorqueState;
}

/** What the wheels are held to, in the order that was said at the car. @throws RefusedError where there is no figure */
export function wheelSpec({ plan, bay }: Pick<CardWhole, 'plan' | 'bay'>): TorqueSpec {
  const spec = torqueSpec(plan?.document as Plan);
  const said = bayState(bay, 0).order;
  if (said === null) return spec;
  return { ...spec, lockingSchool: said.locking, ...(said.order === null ? {} : { order: said.order }) };
}

/** State of both wheels of a plan in force. */
export const wheelStates = (whole: Pick<CardWhole, 'plan' | 'bay'>, log: readonly TorqueEntryRow[]): JointState[] =>
  jointStates(whole.plan?.document as Plan, 'wheel', log, wheelSpec(whole));

/** State of both adapters' own joints; empty where there is no adapter. */
export const adapterStates = (plan: Plan, log: readonly TorqueEntryRow[]): JointState[] =>
  torqueJobs(plan).some((j) => j.joint === 'adapter') ? jointStates(plan, 'adapter', log) : [];

/** State of a joint at both corners of a plan’s axle. @throws RefusedError where nothing is known of its figure */
export function jointStates(
  plan: Plan,
  joint: Joint,
  log: readonly TorqueEntryRow[],
  spec: TorqueSpec = torqueSpec(plan, joint),
): JointState[] {
  return cornersOf(plan.axle).map((corner) => ({
    corner,
    joint,
    state: torqueState(spec, log.filter((e) => e.corner === corner && e.joint === joint).map(asReading)),
  }));
}

/** The last wheel entry of a corner that stands; null where none does. */
export function lastStanding(whole: JobWhole, corner: string): TorqueEntryRow | null {
  const own = whole.torque.filter((e) => e.corner === corner && e.joint === 'wheel');
  const struck = struckOut(own);
  return own.findLast((_, i) => !struck.has(i)) ?? null;
}

/** From when rechecks count: the sign-off, or the link of the chain that was ended last. */
export function recheckedSince(whole: JobWhole): Date | null {
  const ended = whole.rechecks.flatMap((l) => l.doneAt ?? []);
  const { signedAt } = whole.job;
  return signedAt === null ? null : new Date(Math.max(signedAt.getTime(), ...ended.map((d) => d.getTime())));
}

/**
 * The recheck of the chain that is next; null where none is open. A season change is a visit of its own, and no
 * recheck.
 */
export const openLink = (whole: JobWhole): JobWhole['rechecks'][number] | null =>
  whole.rechecks.find((l) => l.doneAt === null && l.kind !== 'season') ?? null;

/** The same with rechecks counted since the last sign-off only: a job that was opened again is rechecked anew. */
export function wheelStatesSigned(whole: JobWhole): JointState[] {
  if (!whole.plan) return [];
  const signedAt = recheckedSince(whole);
  const before =
    signedAt === null
      ? []
      : wheelStates(
          whole,
          whole.torque.filter((e) => e.at <= signedAt),
        );
  return wheelStates(whole, whole.torque).map(({ corner, joint, state }, i) => ({
    corner,
    joint,
    state: { ...state, rechecks: state.rechecks - (before[i]?.state.rechecks ?? 0) },
  }));
}

import { assess } from '@/core/evaluate/evaluate';
import { sentence } from '@/core/rules/index';
import type { Finding } from '@/core/rules/kit/finding';
import type { JobWhole } from '@/store/jobs';
import { isStale } from './jobPlan';

/** How the plan in force stands today, by the rules of today. */
export interface Standing {
  /** Readings or vehicle data changed since it was frozen. */
  readonly stale: boolean;
  readonly blocking: readonly Finding[];
}

/** Judges the plan in force again; null without one. */
export function standingOf(whole: JobWhole): Standing | null {
  if (!whole.plan) return null;
  return { stale: isStale(whole), blocking: assess(whole.plan.document).blocking };
}

/** A first torque or a sign-off is barred by this, as a sentence; null where nothing bars it. */
export function barOf(whole: JobWhole): string | null {
  const standing = standingOf(whole);
  if (!whole.plan || !standing) return 'No plan has been chosen yet.';
  if (!whole.plan.intact)
    return 'The stored plan is not the one that was frozen: it was altered. Approve the choice again.';
  if (standing.stale)
    return 'Readings or vehicle data changed since the plan was chosen. Take them into the plan, or choose again.';
  const first = standing.blocking[0];
  if (!first) return null;
  return `The plan does not stand any more. ${sentence(first, { units: 'metric', pitch: assess(whole.plan.document).numbers.thread.pitch })}`;
}

/**
 * A recheck found something that moved, so this is torqued again: always accepted, whatever the plan's state. A record
 * that was opened for a correction says why it is open, and nothing moved.
 */
export const isRetorque = ({ job, torque }: JobWhole): boolean =>
  job.revisionReason === null && torque.some((e) => e.pass === 'recheck');

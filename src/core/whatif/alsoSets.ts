import type { Plan } from '../document/document';
import type { Finding, Level } from '../rules/kit/finding';
import { holdsWith, planOn } from './swap';

/** How what is chosen holds on another wheel set that is prepared in the same job. */
export interface AlsoHolds {
  readonly name: string;
  readonly level: Level;
  /** What decides; null where nothing is in the way. */
  readonly reason: Finding | null;
  /** The plan with that set on. */
  readonly plan: Plan;
}

/**
 * The other wheel sets of a plan, each evaluated with the same spacer and fasteners: counts are carried over by the
 * pads, or say nothing where those were not measured.
 */
export const alsoHold = (plan: Plan): AlsoHolds[] =>
  (plan.also ?? []).map((wheel) => ({
    name: wheel.name,
    ...holdsWith(planOn(plan, { name: wheel.name, wheel, measured: false, own: wheel.own ?? null }), plan),
  }));

/** Whether a choice does not hold on a set, or is not known to: the set is not prepared by it. */
export const inTheWay = ({ level }: Pick<AlsoHolds, 'level'>): boolean => level === 'stop' || level === 'unmeasured';

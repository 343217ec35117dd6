import type { Plan } from '../document/document';
import type { Corner } from '../document/vocabulary';

/** Lip that a plan trims off at a corner, mm: the right-hand one may differ. 0 is none. */
export const trimAt = ({ trim, trimRight }: Pick<Plan, 'trim' | 'trimRight'>, corner: Corner): number =>
  corner.endsWith('right') ? (trimRight ?? trim) : trim;

/** Most lip that a plan trims off at any corner, mm. */
export const mostTrim = (plan: Pick<Plan, 'trim' | 'trimRight'>): number => Math.max(plan.trim, plan.trimRight ?? 0);

/** Trims of both corners as a plan says them: one figure where they are alike. */
export const trims = (left: number, right: number): Pick<Plan, 'trim' | 'trimRight'> => ({
  trim: left,
  trimRight: right === left ? null : right,
});

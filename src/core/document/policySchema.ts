import { z } from 'zod';
import { POLICY_RULES, type Policy, SCHOOLS, type School } from './policy';

/** Zod mirror of the policy data: each value inside its allowed range, at least one governing school. */
/** Values that documents of this format began without: what they leave out is the default. */
const LATER: ReadonlySet<string> = new Set(['behindReserve']);

const values = Object.fromEntries(
  POLICY_RULES.map((r) => {
    const value = z.number().min(r.min).max(r.max);
    return [r.id, LATER.has(r.id) ? value.default(r.default) : value];
  }),
) as Record<(typeof POLICY_RULES)[number]['id'], z.ZodNumber>;

export const policySchema: z.ZodType<Policy> = z.strictObject({
  version: z.string().min(1),
  governing: z.array(z.enum(SCHOOLS as [School, ...School[]])).min(1),
  ...values,
});

import { z } from 'zod';
import { POLICY_RULES, type Policy, SCHOOLS, type School } from './policy';

/** Zod mirror of the policy data: each value inside its allowed range, at least one governing school. */
const values = Object.fromEntries(POLICY_RULES.map((r) => [r.id, z.number().min(r.min).max(r.max)])) as Record<
  (typeof POLICY_RULES)[number]['id'],
  z.ZodNumber
>;

export const policySchema: z.ZodType<Policy> = z.strictObject({
  version: z.string().min(1),
  governing: z.array(z.enum(SCHOOLS as [School, ...School[]])).min(1),
  ...values,
});

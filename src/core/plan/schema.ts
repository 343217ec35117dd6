import { z } from 'zod';
import { planSchema } from './document';

/** JSON Schema (draft 2020-12) of the plan document. Rules that compare fields or parse threads are checked beyond it. */
export function planJsonSchema(): Record<string, unknown> {
  return {
    ...z.toJSONSchema(planSchema, { target: 'draft-2020-12' }),
    $id: 'vectis-plan-1',
    title: 'Vectis plan, one axle',
    description: 'Lengths in mm, torque in N·m, turns in full turns. null is unmeasured, which is never a pass.',
  } as Record<string, unknown>;
}

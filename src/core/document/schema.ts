import { z } from 'zod';
import { planSchema } from './document';
import { FORMAT } from './vocabulary';

/**
 * JSON Schema (draft 2020-12) of the plan document as it may come in: what was added since has a default and may be
 * left out. Rules that compare fields or parse threads are checked beyond it.
 */
export function planJsonSchema(): Record<string, unknown> {
  return {
    ...z.toJSONSchema(planSchema, { target: 'draft-2020-12', io: 'input' }),
    $id: FORMAT.replace('/', '-'),
    title: 'Vectis plan, one axle',
    description: 'Lengths in mm, torque in N·m, turns in full turns. null is unmeasured, which is never a pass.',
  } as Record<string, unknown>;
}

import 'server-only';
import type { Executor } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { people } from '@/store/people';

/**
 * What only a lead may say. A shop that has put nobody on its list has no lead to ask.
 * @param tx the transaction of the caller
 * @throws RefusedError with `otherwise` where the person is on the list of people and no lead, or not on it
 */
export async function onlyLead(tx: Executor, by: string, otherwise: string): Promise<void> {
  const all = await people(tx);
  if (all.length > 0 && !all.some((p) => p.name === by && p.role === 'lead')) throw new RefusedError(otherwise);
}

import 'server-only';
import type { Executor } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { people } from '@/store/people';

/**
 * What only a lead may do. Rights belong to the person and never to a name: a newcomer may bear the name of somebody who left.
 * A shop that has put nobody on its list has no lead to ask, so whoever is at the machine acts as one.
 * @param tx the transaction of the caller
 * @param personId who does it; null where nobody is signed in
 * @throws RefusedError with `otherwise` where there are people and this is no lead among them
 */
export async function onlyLead(tx: Executor, personId: string | null, otherwise: string): Promise<void> {
  const all = await people(tx);
  if (all.length > 0 && !all.some((p) => p.id === personId && p.role === 'lead')) throw new RefusedError(otherwise);
}

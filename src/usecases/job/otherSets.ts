import type { Plan } from '@/core/document/document';

export interface NamedSet {
  readonly id: string;
  readonly name: string;
}

/**
 * The other wheel sets that a plan prepares as well, as a choice names them: by id, which a document does not have. A
 * set that has another name since is none of them, so that the plan is seen not to be of today.
 */
export function alsoSetsOf({ also }: Plan, sets: readonly NamedSet[]): { readonly alsoSets?: readonly string[] } {
  if (also === undefined) return {};
  return { alsoSets: sets.filter((s) => also.some((w) => w.name === s.name)).map((s) => s.id) };
}

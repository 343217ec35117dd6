import { ADDS_NOTHING, type JobType, type SpacerKind } from '@/core/document/vocabulary';

/**
 * What is planned, as the trade says it: each sets the wish that goes with it, and the kind of spacer where there is
 * one.
 */
export const PLANNED = [
  { value: '', label: 'Not decided' },
  { value: 'plain', label: 'Spacer, plain' },
  { value: 'lipped', label: 'Spacer, lipped' },
  { value: 'universal', label: 'Spacer, slotted' },
  { value: 'adapter', label: 'Adapter' },
  { value: 'conversion', label: 'Stud conversion' },
  { value: 'adapter-and-studs', label: 'Adapter and studs' },
  { value: 'wheels', label: 'Wheel change' },
  { value: 'take-off', label: 'Spacers or studs off' },
  { value: 'check', label: 'Check what is on' },
];

export interface Plans {
  readonly wish: JobType;
  readonly kind: SpacerKind | '';
}

/** What stands in the list for a wish and a kind of spacer. */
export function plannedOf({ wish, kind }: Plans): string {
  if (ADDS_NOTHING.has(wish)) return wish;
  if (wish === 'conversion' && kind === '') return 'conversion';
  return wish === 'conversion' && kind === 'adapter' ? 'adapter-and-studs' : kind;
}

/** What a line of the list says of wish and kind. */
export function plansFor(value: string, was: Plans): Plans {
  if (value === 'adapter-and-studs') return { wish: 'conversion', kind: 'adapter' };
  if (value === 'conversion') return { wish: 'conversion', kind: '' };
  if (ADDS_NOTHING.has(value as JobType)) return { wish: value as JobType, kind: '' };
  const kind = value as SpacerKind | '';
  // A spacer may go on studs as well; an adapter with studs has a line of its own.
  const stays = !ADDS_NOTHING.has(was.wish) && !(was.wish === 'conversion' && (kind === 'adapter' || kind === ''));
  return { wish: stays ? was.wish : 'stance', kind };
}

import { stepName } from './card';
import type { Step } from './step';

/** Sentences that may stand in the place of a tick; whoever has another one writes it. Common practice, no source. */
export const HOLD_REASONS = [
  'This car does not have it.',
  'It was done earlier in this visit, and looked at again.',
  'Another person did it, and it was checked.',
  'The vehicle handbook says to do something different here, and that was done.',
] as const;

const OF_LEAD = ', by the word of ';

/**
 * Who ended a hold point, with the lead who gave their word for it. The machine that keeps the job writes it, once the
 * lead’s PIN was right.
 */
export const byWordOf = (by: string, lead: string | null): string => (lead === null ? by : `${by}${OF_LEAD}${lead}`);

/** Whether a lead gave their word. */
export const hasLeadsWord = (by: string): boolean => by.includes(OF_LEAD);

const WORD = /\p{L}{2,}/gu;

/** Whether a reason says something: three words at least. A letter or a dot is none. */
export const saysWhy = (why: string): boolean => (why.match(WORD) ?? []).length >= 3;

/**
 * Whether a hold point keeps somebody from being hurt: the stand under the car, a torque round, the clock of a locker.
 * Such a one is ended without its tick only by a lead.
 */
export const guardsPeople = (step: Pick<Step, 'key' | 'card'>): boolean =>
  stepName(step.key) === 'stand' ||
  step.card?.round !== undefined ||
  step.card?.waits !== undefined ||
  step.card?.starts === 'locker';

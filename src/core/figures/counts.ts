import { countedState } from '../document/bare';
import type { Plan } from '../document/document';
import type { Seat } from '../document/vocabulary';
import { newNut } from './stack/shared';

/** Seat of what bears on the wheel. */
export function fastenerSeat({ fastener: f, hub }: Plan): Seat {
  if (f.kind === 'bolt') return f.seat;
  if (f.kind === 'original' && hub.hardware !== 'original')
    return hub.original?.nut?.seat ?? hub.original?.seat ?? 'unknown';
  return newNut(f)?.seat ?? hub.seat;
}

/**
 * Whether the joint that carries the wheel is worked out from a count of turns; a conversion stud’s is added up from
 * positions.
 */
export const usesCount = (plan: Plan): boolean => plan.fastener.kind !== 'conversion';

/** What stays on the car, or goes back on as it was, under nuts that stay: it brings no seat of its own. */
export const stays = ({ fastener: f }: Plan): boolean =>
  f.kind === 'present' || f.kind === 'original' || (f.kind === 'stud' && f.nut === null);

/** Why the counts of a plan say nothing of what is chosen, whatever the corner; null where they do. */
export function choiceLacks(plan: Plan): 'part' | 'seat' | null {
  if (!usesCount(plan)) return null;
  // What stays on the car was not what was tried by hand.
  if (stays(plan)) return plan.corners.some((c) => countedState(c).trial) ? 'part' : null;
  // In another seat it ends at another depth.
  const chosen = fastenerSeat(plan);
  return chosen === plan.hub.seat && chosen !== 'unknown' ? null : 'seat';
}

/** Whether the counts of a plan, as far as they were taken, speak of what is chosen. */
export const countsCarry = (plan: Plan): boolean =>
  choiceLacks(plan) === null && plan.corners.every((c) => countedState(c).lacks === null);

import { lengthText } from './length';
import { type Open, withoutClosed } from './slots';

/**
 * Minutes in which somebody or some place is free: open hours, without what is closed or taken, from a moment on.
 * @param open open hours of a day, ms
 * @param closed closures and what is booked there, ms; they may overlap
 * @param from ms; what lies before it is gone
 * @returns whole minutes, never more than there are
 */
export function freeMinutes(open: readonly Open[], closed: readonly Open[], from: number): number {
  const ms = withoutClosed(open, closed).reduce((sum, o) => sum + Math.max(0, o.to - Math.max(o.from, from)), 0);
  return Math.floor(ms / 60_000);
}

/** Free time in words, whole quarters of an hour and never more than is there; “full” where there is none. */
export const freeText = (minutes: number): string =>
  minutes < 15 ? 'full' : `${lengthText(Math.floor(minutes / 15) * 15)} free`;

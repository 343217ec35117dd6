import type { Step } from './step';

/**
 * Whether a step is said together with the hold point that it leads to: it holds nothing itself, and asks for nothing
 * of its own, neither a photo nor a torque round nor a cure. A clock that is only started where it is needed asks for
 * nothing.
 */
const rides = ({ hold, card }: Step): boolean =>
  !hold &&
  card !== undefined &&
  card.photo === undefined &&
  card.round === undefined &&
  card.waits === undefined &&
  card.starts !== 'locker';

/** A hold point that is ended by one press: neither by a torque round nor by a cure. */
const isHead = ({ hold, card }: Step): boolean => hold && card?.round === undefined && card?.waits === undefined;

const together = (a: Step, b: Step): boolean => a.card !== undefined && a.card.corner === b.card?.corner;

/**
 * Open steps that are said with a hold point, in their order: those right before it at its corner, as the lift has them
 * done. A hold point is never said with another one.
 * @param order steps in the order in which they are done
 */
export function ridingWith<S extends Step>(order: readonly S[], head: S, isDone: (s: S) => boolean): S[] {
  const found: S[] = [];
  if (!isHead(head)) return found;
  for (let i = order.indexOf(head) - 1; i >= 0; i -= 1) {
    const before = order[i] as S;
    if (!rides(before) || !together(before, head)) break;
    if (!isDone(before)) found.unshift(before);
  }
  return found;
}

/** The hold point with which a step is said; the step itself where it stands alone. */
export function headOf<S extends Step>(order: readonly S[], step: S, isDone: (s: S) => boolean): S {
  if (!rides(step)) return step;
  for (let i = order.indexOf(step) + 1; i < order.length; i += 1) {
    const next = order[i] as S;
    if (!together(next, step)) return step;
    // What ends a hold point that is ended already stands alone.
    if (next.hold) return isHead(next) && !isDone(next) ? next : step;
    if (!rides(next)) return step;
  }
  return step;
}

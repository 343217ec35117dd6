import { InputError } from '../errors';

export type LockingSchool = 'last' | 'first';

/**
 * Star order of lug positions 0…n−1 (clockwise round the wheel face): each next lug is as far across from the
 * one before as the lugs still to do allow; ties go clockwise. One canonical order per count. With a locking
 * fastener the order is turned so that it comes last (default) or first.
 * Worked example: five lugs → 0 2 4 1 3. Source: common practice, no source.
 * @throws InputError outside 3…12 lugs or for a locking position that is not on the wheel.
 */
export function starOrder(lugs: number, locking: number | null = null, school: LockingSchool = 'last'): number[] {
  if (!(Number.isInteger(lugs) && lugs >= 3 && lugs <= 12)) {
    throw new InputError(
      'Lug count',
      String(lugs),
      'is not a wheel Vectis knows.',
      'Enter whole numbers from 3 to 12.',
    );
  }
  if (locking !== null && !(Number.isInteger(locking) && locking >= 0 && locking < lugs)) {
    throw new InputError(
      'Locking position',
      String(locking),
      'is not on this wheel.',
      `Enter positions 0 to ${lugs - 1}.`,
    );
  }
  const order = [0];
  const left = new Set(Array.from({ length: lugs - 1 }, (_, i) => i + 1));
  while (left.size > 0) {
    const from = order[order.length - 1] as number;
    let next = -1;
    let farthest = -1;
    for (let step = 1; step < lugs; step += 1) {
      const lug = (from + step) % lugs;
      const across = lugDistance(from, lug, lugs);
      if (left.has(lug) && across > farthest) {
        next = lug;
        farthest = across;
      }
    }
    left.delete(next);
    order.push(next);
  }
  if (locking === null) return order;
  const anchor = (school === 'last' ? order[lugs - 1] : order[0]) as number;
  return order.map((lug) => (lug + locking - anchor + lugs) % lugs);
}

/** Steps between two lugs the short way round. */
export function lugDistance(a: number, b: number, lugs: number): number {
  const d = Math.abs(a - b) % lugs;
  return Math.min(d, lugs - d);
}

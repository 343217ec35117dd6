/** Replaces Date by one that is `shift` ms off, in Node or in a page. */
export function shiftClock(shift: number): void;

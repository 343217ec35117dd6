import type { Case } from './finding';
import type { Need } from './needs';

/** Nothing out of the ordinary: the figures say it all. */
export interface Ok extends Case {
  readonly is: 'ok';
}
export const OK: Ok = { is: 'ok' };

/** Something has to be measured first. */
export interface Missing extends Case {
  readonly is: 'missing';
  readonly need: Need;
}

const made = new Map<Need, Missing>();

/** The case of a missing reading; one object per need, because a search makes hundreds of thousands. */
export function missing(need: Need): Missing {
  let m = made.get(need);
  if (m === undefined) {
    m = { is: 'missing', need };
    made.set(need, m);
  }
  return m;
}

/** One wheel decides, by its name; empty for the whole set. */
export interface OfWheelCase extends Case {
  readonly is: 'wheel';
  readonly name: string;
}
export const ofWheel = (name: string): OfWheelCase => ({ is: 'wheel', name });

/** One wheel that can go on was not measured; empty where none was listed. */
export interface WheelBlank extends Case {
  readonly is: 'wheel-blank';
  readonly name: string;
}
export const wheelBlank = (name: string): WheelBlank => ({ is: 'wheel-blank', name });

import { TURN_RESOLUTION } from '../../engagement/turns';

/** A way to take a reading. */
export interface Method {
  readonly id: string;
  readonly label: string;
  /** ± that goes with it, in the quantity's unit. Common practice, no source. */
  readonly pm: number;
}

export const COUNT: Method = { id: 'count', label: 'counted', pm: TURN_RESOLUTION };
export const CALIPER: Method = { id: 'caliper', label: 'caliper', pm: 0.1 };
export const TAPE: Method = { id: 'tape', label: 'tape', pm: 1 };
export const GAUGE: Method = { id: 'gauge', label: 'gauge', pm: 0.1 };
export const LEVEL: Method = { id: 'level', label: 'level', pm: 0.3 };
export const SCALE: Method = { id: 'scale', label: 'scale', pm: 50 };
export const PLATE: Method = { id: 'plate', label: 'half data plate', pm: 500 };
/** Looked, and could not see it: kept with who and when, and still unmeasured. */
export const UNSEEN: Method = { id: 'unseen', label: 'could not see', pm: 0 };
/**
 * The caliper, still set from the other side, was held to this one and fits alike: that side's figure with its ±. Never
 * typed.
 */
export const SAME: Method = { id: 'same', label: 'fits as the other side', pm: 0 };
export const LOOKED: Method = { id: 'looked', label: 'looked', pm: 0 };
export const FINGER: Method = { id: 'finger', label: 'finger', pm: 3 };
/**
 * The caliper, set to what other cars of the model had, was held to this one and fits: their figure with an ± that
 * holds them all. Never typed.
 */
export const MODEL: Method = { id: 'model', label: 'confirmed at the car', pm: 0 };

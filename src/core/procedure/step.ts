import type { Corner } from '../document/vocabulary';
import { formatTorque, type UnitSystem } from '../units/format';
import type { ClockKind } from './clocks';

/** How much of the car comes up at once; it decides the order of the corners. */
export const LIFTS = ['corner', 'side', 'axle', 'all'] as const;
export type Lift = (typeof LIFTS)[number];

/** Parts of the work at a corner, in order. Corners that are up together go through each of them in turn. */
export const PHASES = ['ground', 'up', 'arch', 'hub', 'on', 'down'] as const;
export type Phase = (typeof PHASES)[number];

/** The drawing that shows a step. */
export type Shows = 'section' | 'face' | 'car' | 'arch';

/** One line of the kit list or the job card. A hold point must be ticked before the next stage. */
export interface Step {
  /** Stable key, kept with the tick. */
  readonly key: string;
  readonly text: string;
  readonly hold: boolean;
  /** Caution that belongs to this very step. */
  readonly caution: string | null;
  /** What a step of the job card says besides; left out on the kit list, and on cards of earlier releases. */
  readonly card?: CardDetail;
}

export interface CardDetail {
  readonly corner: Corner;
  readonly phase: Phase;
  /** A few words for the list beside the step. */
  readonly title: string;
  readonly tool: string | null;
  readonly shows: Shows;
  /** What it usually takes, minutes. Common practice, no source. */
  readonly minutes: number;
  /** Its tick is the end of this torque round, and not a tick by hand. */
  readonly round?: 'hub' | 'adapter';
  /** A clock that is started with it, for its corner. */
  readonly starts?: ClockKind;
  /** It waits for this clock of its corner. */
  readonly waits?: ClockKind;
  /** A photo of the corner is taken at it. */
  readonly photo?: 'before' | 'after';
}

/** A step before it belongs to a corner. */
export interface CornerStep extends Omit<CardDetail, 'corner'> {
  readonly name: string;
  readonly text: string;
  readonly hold?: boolean;
  readonly caution?: string;
}

export const step = (key: string, text: string, hold = false, caution: string | null = null): Step => ({
  key,
  text,
  hold,
  caution,
});

/** Kit list and job card of a plan as they are kept beside it. */
export interface KeptSteps {
  readonly stage: readonly Step[];
  readonly fit: readonly Step[];
}

/** A figure with its source, in the units that are read. */
export const torqueText = (t: { readonly value: number; readonly source: string }, units: UnitSystem): string =>
  `${formatTorque(t.value, units)} (${t.source})`;

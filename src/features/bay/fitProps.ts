import type { Plan } from '@/core/document/document';
import type { Axle, Corner } from '@/core/document/vocabulary';
import type { BayState, HubHold, OpenTrouble, RunningClock } from '@/core/procedure/bay';
import type { Step } from '@/core/procedure/step';
import type { UnitSystem } from '@/core/units/format';

/** A step of the card with who ended it, worded. */
export interface FitStep extends Step {
  readonly jobId: string;
  readonly done: { readonly who: string; readonly reason: string | null } | null;
}

/** One axle of the visit on its card. */
export interface FitAxle {
  readonly jobId: string;
  readonly axle: Axle;
  readonly corners: readonly Corner[];
  readonly plan: Plan;
  /** The job stands in this stage. */
  readonly current: boolean;
  readonly steps: readonly FitStep[];
  /** Since when each corner is worked on and who began it, worded. */
  readonly begun: Readonly<Partial<Record<Corner, string>>>;
  readonly hub: { readonly nm: number; readonly source: string; readonly hold: HubHold } | null;
  readonly brakesOpen: boolean;
  readonly clocks: readonly RunningClock[];
  readonly troubles: readonly OpenTrouble[];
  readonly deviations: BayState['deviations'];
  readonly oldKept: BayState['oldKept'];
  readonly paused: BayState['paused'];
  readonly lift: BayState['lift'];
  /** Corners whose wheel is through its verify pass. */
  readonly torqued: readonly Corner[];
}

/** Locker of the shelf, whose cure time was read there. */
export interface ShelfLocker {
  readonly name: string;
  readonly grade: 'low' | 'medium' | 'high';
  readonly hours: number | null;
}

export interface FitProps {
  readonly vehicleId: string;
  readonly axles: readonly FitAxle[];
  readonly marks: Readonly<Partial<Record<Corner, string>>>;
  readonly lockers: readonly ShelfLocker[];
  readonly leads: readonly { readonly id: string; readonly name: string }[];
  readonly units: UnitSystem;
  /** This machine’s clock when the page was made, ms: waits are counted by it, not by the tablet’s. */
  readonly now: number;
}

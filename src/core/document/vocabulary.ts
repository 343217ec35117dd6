/** Coded values of the plan document, free of any schema library so that the browser can have them cheaply. */
/**
 * The plan document, `vectis-plan/5`: everything one axle's evaluation needs, and nothing else. Lengths in mm,
 * torque in N·m, turns in full turns. `null` means unmeasured, which is never the same as zero or as a pass.
 */
export const FORMAT = 'vectis-plan/5';

export const ENDS = ['front', 'rear'] as const;
export const CORNERS = ['front-left', 'front-right', 'rear-left', 'rear-right'] as const;
/**
 * What one plan is about: an axle, or one side of it where left and right are held differently, such as studs on one
 * side and bolts on the other. Each then has a hub, a plan and a job of its own.
 */
export const AXLES = [...ENDS, ...CORNERS] as const;
/**
 * A conversion swaps bolts for studs and nuts, with a plate or without; `wheels` hangs another set, or the same again;
 * `take-off` takes plates or studs off; `check` looks at what is on.
 */
export const JOB_TYPES = ['clearance', 'stance', 'conversion', 'wheels', 'take-off', 'check'] as const;
/** Job types that leave the wheel where it is as long as no plate goes on: no gap and no clearance is asked for. */
export const STAYS_PUT: ReadonlySet<JobType> = new Set(['conversion', 'wheels', 'take-off', 'check']);
/** Job types that add nothing to the joint: the original bolts or studs hold the wheel on the bare hub. */
export const ADDS_NOTHING: ReadonlySet<JobType> = new Set(['wheels', 'take-off', 'check']);
export const USES = ['street', 'towing', 'track', 'competition'] as const;
/** Seats in a wheel. */
export const WHEEL_SEATS = ['cone60', 'cone90', 'ball12', 'ball13', 'ball14', 'flat', 'flat-shank', 'unknown'] as const;
/** Seats of bolts and nuts: those of wheels, and a cone of two pieces that stands still while the nut turns in it. */
export const SEATS = [
  'cone60',
  'cone60-turning',
  'cone90',
  'ball12',
  'ball13',
  'ball14',
  'flat',
  'flat-shank',
  'unknown',
] as const;
export const SPACER_KINDS = ['plain', 'lipped', 'universal', 'adapter'] as const;
export const NUT_STYLES = ['open', 'closed', 'unknown'] as const;
/** How a corner was loaded for a chalk test; only bouncing onto the bump stop proves that nothing touches. */
export const CHALK_LOADS = ['unloaded', 'loaded', 'bounced'] as const;
/** Where across the tyre chalk came off: every place is a touch, and each says what to do about it. */
export const CHALK_PLACES = ['outer wall', 'shoulder', 'tread'] as const;
/** Whose hardware is on the car. */
export const HARDWARE_ON = ['original', 'other', 'unknown'] as const;
export const THREAD_MATERIALS = ['steel', 'aluminium', 'unknown'] as const;

export type End = (typeof ENDS)[number];
export type Axle = (typeof AXLES)[number];
export type Corner = (typeof CORNERS)[number];
export type JobType = (typeof JOB_TYPES)[number];
export type Use = (typeof USES)[number];
export type Seat = (typeof SEATS)[number];
export type WheelSeat = (typeof WHEEL_SEATS)[number];
export type SpacerKind = (typeof SPACER_KINDS)[number];
export type ChalkPlace = (typeof CHALK_PLACES)[number];
export type ChalkLoad = (typeof CHALK_LOADS)[number];

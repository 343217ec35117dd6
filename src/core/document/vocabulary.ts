/** Coded values of the plan document, free of any schema library so that the browser can have them cheaply. */
/**
 * The plan document, `vectis-plan/2`: everything one axle's evaluation needs, and nothing else. Lengths in mm,
 * torque in N·m, turns in full turns. `null` means unmeasured, which is never the same as zero or as a pass.
 */
export const FORMAT = 'vectis-plan/2';

export const AXLES = ['front', 'rear'] as const;
export const CORNERS = ['front-left', 'front-right', 'rear-left', 'rear-right'] as const;
/** A conversion swaps bolts for studs and nuts, with a plate or without. */
export const WISHES = ['clearance', 'stance', 'conversion'] as const;
export const USES = ['street', 'towing', 'track', 'competition'] as const;
export const SEATS = ['cone60', 'cone90', 'ball12', 'ball13', 'ball14', 'flat', 'flat-shank', 'unknown'] as const;
export const SPACER_KINDS = ['plain', 'lipped', 'universal', 'adapter'] as const;
export const NUT_STYLES = ['open', 'closed', 'unknown'] as const;
/** How a corner was loaded for a chalk test; only bouncing onto the bump stop proves that nothing touches. */
export const CHALK_LOADS = ['unloaded', 'loaded', 'bounced'] as const;
export const THREAD_MATERIALS = ['steel', 'aluminium', 'unknown'] as const;

export type Axle = (typeof AXLES)[number];
export type Corner = (typeof CORNERS)[number];
export type Wish = (typeof WISHES)[number];
export type Use = (typeof USES)[number];
export type Seat = (typeof SEATS)[number];
export type ChalkLoad = (typeof CHALK_LOADS)[number];

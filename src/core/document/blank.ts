import type { Fastener, Spacer } from './document';

/** A plain plate that the hub centres: where every choice begins. Its bore is unknown until somebody says it. */
export const plainSpacer = (thickness: number, bore: number | null = null): Spacer => ({
  kind: 'plain',
  thickness,
  lugs: null,
  boltCircles: null,
  centring: 'hub',
  bore,
  lipDiameter: null,
  lipHeight: null,
  lipRoot: null,
  openThrough: false,
  adapter: null,
});

/** A lipped spacer, bore closed to the hub spigot's end. */
export const lippedSpacer = (
  thickness: number,
  bore: number,
  lipDiameter: number,
  lipRoot: number,
  lipHeight: number | null = null,
): Spacer => ({
  ...plainSpacer(thickness),
  kind: 'lipped',
  bore,
  lipDiameter,
  lipRoot,
  lipHeight,
});

/** The fasteners that are on the car now. */
export const PRESENT: Fastener = { kind: 'present' };

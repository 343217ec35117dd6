import type { Fastener, Nut, PlanCorner, Spacer } from './document';
import type { Seat } from './vocabulary';

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

/**
 * Whether of a spacer nothing is said but its kind: what is planned, its size left open. It is no spacer on the car, and
 * is judged as none.
 */
export const isOpenSize = (spacer: Spacer): boolean =>
  spacer.kind !== 'plain' &&
  spacer.thickness === 0 &&
  spacer.adapter === null &&
  [spacer.lugs, spacer.boltCircles, spacer.bore, spacer.lipDiameter, spacer.lipHeight, spacer.lipRoot].every(
    (x) => x === null,
  );

/** A choice's spacer as the plan has it: one of which only the kind is said is none. */
export const spacerOf = (chosen: Spacer): Spacer => (isOpenSize(chosen) ? plainSpacer(0) : chosen);

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

/** A nut to begin with: thread and seat that would go on, everything else unknown. */
export const blankNut = (thread: string, seat: Seat): Nut => ({
  thread,
  style: 'unknown',
  seat,
  threadLength: null,
  blindDepth: null,
  capOpen: null,
  shankReach: null,
  shankLength: 0,
  shankDiameter: null,
  class: 'unknown',
  material: 'unknown',
  tensile: null,
});

/** A corner of which nobody measured anything. */
export const blankCorner = (name: PlanCorner['corner']): PlanCorner => ({
  corner: name,
  turns: null,
  studProtrusion: null,
  standThrough: null,
  visibleThread: null,
  capDab: null,
  slidesOn: null,
  rotorHat: null,
  tappedDepth: null,
  roomBehind: null,
  spigotHeight: null,
  chamferDepth: null,
  gap: null,
  loadedClearance: null,
  clock: [],
  gapPer10: null,
  archHeight: null,
  innerClearance: null,
  settled: null,
  camber: null,
  lipDepth: null,
  rimProtector: null,
  fingerPasses: null,
  chalk: [],
});

import type { ThreadCondition } from '../joint/friction';
import type { Level } from '../rules/kit/finding';
import type { Axle, Corner, JobType, Seat, Use } from './document';
import type { School } from './policy';
import type { ChalkLoad, HARDWARE_ON, NUT_STYLES, SpacerKind, THREAD_MATERIALS } from './vocabulary';

/** Words for coded values, in one place. British spelling, sentence case. */
export const CORNER_LABEL: Readonly<Record<Corner, string>> = {
  'front-left': 'front left',
  'front-right': 'front right',
  'rear-left': 'rear left',
  'rear-right': 'rear right',
};
export const AXLE_LABEL: Readonly<Record<Axle, string>> = {
  front: 'Front axle',
  rear: 'Rear axle',
  'front-left': 'Front left',
  'front-right': 'Front right',
  'rear-left': 'Rear left',
  'rear-right': 'Rear right',
};
/** An axle, or the corner that one side of it is, inside a sentence. */
export const axleInSentence = (axle: Axle): string =>
  axle === 'front' || axle === 'rear' ? `the ${axle} axle` : `the ${CORNER_LABEL[axle]} corner`;
/** Axles of a visit in a few words. */
export const axlesText = (axles: readonly Axle[]): string =>
  axles.length === 2 && axles.includes('front') && axles.includes('rear')
    ? 'Both axles'
    : axles.map((a) => AXLE_LABEL[a]).join(', ');
export const JOB_TYPE_LABEL: Readonly<Record<JobType, string>> = {
  clearance: 'Clearance',
  stance: 'Stance',
  conversion: 'Conversion',
  wheels: 'Wheel change',
  'take-off': 'Taking off',
  check: 'Check what is on',
};
export const USE_LABEL: Readonly<Record<Use, string>> = {
  street: 'Street',
  towing: 'Towing or load',
  track: 'Track days',
  competition: 'Competition',
};
export const SEAT_LABEL: Readonly<Record<Seat, string>> = {
  cone60: 'Cone 60°',
  'cone60-turning': 'Cone 60°, turns by itself',
  cone90: 'Cone 90°',
  ball12: 'Ball R12',
  ball13: 'Ball R13',
  ball14: 'Ball R14',
  flat: 'Flat with washer',
  'flat-shank': 'Flat with shank',
  unknown: 'Not known',
};
/** A seat inside a sentence; a ball keeps the capital of its radius. */
export const seatInSentence = (seat: Seat): string =>
  SEAT_LABEL[seat].charAt(0).toLowerCase() + SEAT_LABEL[seat].slice(1);
export const LEVEL_LABEL: Readonly<Record<Level, string>> = {
  stop: 'Stop',
  unmeasured: 'Unmeasured',
  caution: 'Caution',
  note: 'Note',
  pass: 'Pass',
};
export const SCHOOL_LABEL: Readonly<Record<School, string>> = {
  'one-diameter': 'One diameter',
  'turns-hand': 'Turns by hand',
  'turns-hub': 'Turns in the hub',
  'turns-policy': 'Turns, counted',
  visible: 'Visible thread',
  strength: 'Strength',
};
export const NUT_STYLE_LABEL: Readonly<Record<(typeof NUT_STYLES)[number], string>> = {
  unknown: 'Not known',
  open: 'Open',
  closed: 'Closed (capped)',
};
export const THREAD_MATERIAL_LABEL: Readonly<Record<(typeof THREAD_MATERIALS)[number], string>> = {
  unknown: 'Not known',
  steel: 'Steel',
  aluminium: 'Aluminium',
};
export const HARDWARE_LABEL: Readonly<Record<(typeof HARDWARE_ON)[number], string>> = {
  unknown: 'Not known',
  original: 'Original',
  other: 'Not original',
};
export const CONDITION_LABEL: Readonly<Record<ThreadCondition, string>> = {
  dry: 'Clean and dry',
  greased: 'Greased',
  locker: 'With locker',
  unknown: 'Not known',
};
export const CHALK_LOAD_LABEL: Readonly<Record<ChalkLoad, string>> = {
  unloaded: 'Unloaded',
  loaded: 'Loaded, standing',
  bounced: 'Bounced to the stop',
};

/** What goes between hub and wheel. */
export const SPACER_KIND_LABEL: Readonly<Record<SpacerKind, string>> = {
  plain: 'Plain',
  lipped: 'Lipped',
  universal: 'Slotted',
  adapter: 'Adapter',
};

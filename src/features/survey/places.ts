import type { QuantityId } from '@/core/document/quantities';
import type { BoltLength } from '@/drawing/BoltPicture';

/** Readings in the order of the trade: on the ground, loaded, wheel off. */
export const STANCE: readonly QuantityId[] = ['settled', 'gap', 'camber', 'archHeight'];
export const LOADED: readonly QuantityId[] = ['fingerPasses', 'lipDepth', 'rimProtector', 'innerClearance'];
export const OWN_PLACE: readonly QuantityId[] = ['turns', 'loadedClearance'];
/** Readings that the picture of the bolt shows. */
export const LENGTHS: Readonly<Record<BoltLength, QuantityId>> = {
  under: 'boltLength',
  overall: 'boltOverall',
  thread: 'boltThread',
};
export const PLACES = [
  ['stance', 'Stance'],
  ['clearance', 'Clearance'],
  ['hardware', 'Hardware'],
  ['wheels', 'Wheels'],
  ['axle', 'Axle'],
  ['chalk', 'Chalk'],
  ['arch-work', 'Arch work'],
] as const;

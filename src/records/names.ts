import type { Hub } from '@/core/document/document';
import { presentQuantity, RENAMED } from '@/core/document/renamed';

/**
 * Words of `vectis-record/1` that the code calls otherwise since. A record keeps the words of its format, so that a
 * record of any release says one thing in one way.
 */
const BEFORE = new Map(Object.entries(RENAMED).map(([then, now]) => [now, then]));

/** A quantity as a record calls it. */
export const quantityInRecord = (id: string): string => BEFORE.get(id) ?? id;

/** A quantity of a record as the code calls it. */
export const quantityOfRecord = presentQuantity;

/** Whose hardware is on a hub, as a record calls it. */
export const HARDWARE_IN_RECORD = ['makers', 'other', 'unknown'] as const;
type InRecord = (typeof HARDWARE_IN_RECORD)[number];

export const hardwareInRecord = (whose: Hub['hardware']): InRecord => (whose === 'original' ? 'makers' : whose);
export const hardwareOfRecord = (whose: InRecord): Hub['hardware'] => (whose === 'makers' ? 'original' : whose);

import type { Parcel } from '@/ui/outbox';
import type { MissingHere } from './Unmeasured';

/** Where something in the outbox was typed; empty for what was typed elsewhere. */
export const placeOf = (sent: Parcel): string => (sent.shows as { place?: string } | undefined)?.place ?? '';
/** The place of a reading that is wanted, as its field names it. */
export const placeHere = (jobId: string, { quantity: q, corner, wheel }: MissingHere): string =>
  wheel === null ? `${jobId}/${corner ?? 'axle'}/${q}` : `${wheel.id}/${q}`;

/** How much waits, in words. */
export const waitText = (n: number): string =>
  n === 0 ? '' : `${n} ${n === 1 ? 'entry waits' : 'entries wait'} on this device and will be sent in order.`;

import { z } from 'zod';
import { SEATS, THREAD_MATERIALS } from './vocabulary';

/** How the bolts or nuts of a wheel set are locked: not at all, by one piece a wheel, or by a key for every piece. */
export const OWN_LOCKING = ['plain', 'one', 'every'] as const;

/** Bolts or nuts that belong to a wheel set and go on with it, and with no other. Common practice, no source. */
export const ownFastenersSchema = z.strictObject({
  piece: z.enum(['bolt', 'nut']),
  locking: z.enum(OWN_LOCKING),
  key: z.string().trim().max(60).describe('which key turns the keyed ones, and where it is; empty where nobody said'),
  socket: z.number().min(8).max(60).nullable().describe('size across flats, mm; null where it was not read'),
  seat: z.enum(SEATS),
  finish: z.string().trim().max(40).describe('finish and colour, as the eye tells bags apart'),
  material: z.enum(THREAD_MATERIALS),
});

export type OwnFasteners = z.infer<typeof ownFastenersSchema>;

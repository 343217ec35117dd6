import { useCallback } from 'react';
import { v7 as newId } from 'uuid';
import { plural } from '@/core/plural';
import { isMine, type Outbox, type Parcel, post, useOutboxPart, type Waiting } from '@/ui/outbox';
import type { MissingHere } from './Unmeasured';

const READINGS_URL = '/api/readings';

/** What the page shows of a reading in the outbox: where it was typed, and how. */
interface Shows {
  readonly place: string;
  readonly text: string;
}
const shows = ({ shows }: Parcel): Shows | null => {
  const s = shows as Partial<Shows> | undefined;
  return typeof s?.place === 'string' && typeof s.text === 'string' ? { place: s.place, text: s.text } : null;
};

/** Where something in the outbox was typed; empty for what was typed elsewhere. */
export const placeOf = (sent: Parcel): string => shows(sent)?.place ?? '';

/** The text of something that was sent from a field; empty for what was sent from elsewhere. */
export const textOf = (sent: Parcel): string => shows(sent)?.text ?? '';

/** The place of a reading that is wanted, as its field names it. */
export const placeHere = (jobId: string, { quantity: q, corner, wheel }: MissingHere): string =>
  wheel === null ? `${jobId}/${corner ?? 'axle'}/${q}` : `${wheel.id}/${q}`;

/** What was sent from one place. */
export interface SentFrom {
  /** Texts that the page does not have from the server yet, in order. */
  readonly onWay: readonly string[];
  /** What was refused and comes back to this place. */
  readonly refused: Waiting | undefined;
}

const sameSent = (a: SentFrom, b: SentFrom): boolean =>
  a.refused === b.refused && a.onWay.length === b.onWay.length && a.onWay.every((t, i) => t === b.onWay[i]);

/** What of a place is in the outbox. */
export function useSentFrom(place: string): SentFrom {
  const part = useCallback(
    (box: Outbox): SentFrom => ({
      onWay: [...box.kept, ...box.waiting].filter((p) => placeOf(p) === place).map(textOf),
      refused: box.refused.find((p) => placeOf(p) === place && isMine(p)),
    }),
    [place],
  );
  return useOutboxPart(part, sameSent);
}

/** Sends a reading on its way from its place; refused it comes back there. @param body what is sent, but for its id */
export function postReading(place: string, text: string, body: object): void {
  const id = newId();
  post({ id, url: READINGS_URL, body: { ...body, id }, shows: { place, text }, returns: true });
}

/** How much waits, in words. */
export const waitText = (n: number): string =>
  n === 0 ? '' : `${plural(n, 'entry waits', 'entries wait')} on this device and will be sent in order.`;

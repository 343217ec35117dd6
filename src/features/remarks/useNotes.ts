import { useEffect, useMemo } from 'react';
import { v7 as newId } from 'uuid';
import type { Corner } from '@/core/document/vocabulary';
import { isMine, type Parcel, post, taken, useOutbox } from '@/ui/outbox';

/** A note on its way. */
export interface NoteHere {
  readonly id: string;
  readonly corner: Corner | null;
  readonly text: string;
}

interface Sent extends NoteHere {
  readonly vehicleId: string;
  readonly jobId: string | null;
}

const URL_OF_NOTES = '/api/notes';
const sentOf = (p: Parcel): Sent => p.body as Sent;

/**
 * Notes of a car, or of one of its jobs, through the outbox.
 * @param takeBack puts a note that was refused into its field again, with why
 */
export function useNotes(
  vehicleId: string,
  jobId: string | null,
  takeBack: (text: string, why: string) => void,
): { readonly onWay: readonly NoteHere[]; keep(corner: Corner | null, text: string): void } {
  const { waiting, kept, refused } = useOutbox();
  const of = useMemo(
    () => (p: Parcel) => p.url === URL_OF_NOTES && sentOf(p).vehicleId === vehicleId && sentOf(p).jobId === jobId,
    [vehicleId, jobId],
  );
  const back = refused.find((p) => of(p) && isMine(p));
  useEffect(() => {
    if (!back) return;
    takeBack(sentOf(back).text, back.refused ?? '');
    taken(back);
  }, [back, takeBack]);
  return {
    onWay: useMemo(() => [...kept, ...waiting].filter(of).map(sentOf), [kept, waiting, of]),
    keep: (corner, text) => {
      const id = newId();
      const body: Sent = { id, vehicleId, jobId, corner, text };
      post({ id, url: URL_OF_NOTES, body, returns: true });
    },
  };
}

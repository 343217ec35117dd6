import { useMemo } from 'react';
import { v7 as newId } from 'uuid';
import { isMine, post, taken, useOutbox, type Waiting } from './outbox';

/** What a photo is of. */
export interface PhotoOf {
  readonly vehicleId: string;
  readonly jobId: string | null;
  readonly corner: string | null;
}

const MOST_BYTES = 25 * 1024 ** 2;

/** A photo that lies on this device. */
export interface PhotoHere {
  readonly id: string;
  readonly corner: string | null;
  readonly caption: string;
  readonly file: Blob;
  /** Why the server refused it; null while it is on its way. */
  readonly refused: string | null;
  putAway(): void;
}

interface Shows extends PhotoOf {
  readonly photo: true;
  readonly caption: string;
}

const showsOf = (p: Waiting): Shows | null =>
  (p.shows as Partial<Shows> | undefined)?.photo === true ? (p.shows as Shows) : null;

/**
 * Sends photos through the outbox, each as it is; the server re-encodes them. They lie on this device until the server
 * has them.
 * @returns why one of them cannot be sent, as a sentence; null where all are on their way
 */
export async function postPhotos(
  of: PhotoOf,
  state: string,
  caption: string,
  files: readonly File[],
): Promise<string | null> {
  let failure: string | null = null;
  for (const file of files) {
    if (file.size > MOST_BYTES) {
      failure = `${file.name} is larger than 25 MB. Use a photo of the camera’s usual size.`;
      continue;
    }
    const id = newId();
    const query = new URLSearchParams({ vehicle: of.vehicleId, state, caption, id });
    if (of.jobId !== null) query.set('job', of.jobId);
    if (of.corner !== null) query.set('corner', of.corner);
    const shows: Shows = { ...of, photo: true, caption };
    try {
      // Its bytes, because the file itself may be gone from the camera's store by the time it is sent.
      const bytes = new Blob([await file.arrayBuffer()], { type: file.type });
      post({ id, url: `/api/photos?${query}`, body: null, file: bytes, shows, returns: true });
    } catch {
      failure = `${file.name} could not be read from this device. Take it once more.`;
    }
  }
  return failure;
}

/** The photos of a job, or of a car, that lie on this device: on their way, or refused. */
export function usePhotosHere(of: Pick<PhotoOf, 'vehicleId' | 'jobId'>): readonly PhotoHere[] {
  const { waiting, kept, refused } = useOutbox();
  const { vehicleId, jobId } = of;
  return useMemo(
    () =>
      [...kept, ...waiting, ...refused.filter(isMine)].flatMap((p) => {
        const shows = showsOf(p as Waiting);
        if (shows?.vehicleId !== vehicleId || shows.jobId !== jobId || !p.file) return [];
        const { corner, caption } = shows;
        const here = { id: p.id, corner, caption, file: p.file, refused: (p as Waiting).refused ?? null };
        return [{ ...here, putAway: () => taken(p as Waiting) }];
      }),
    [kept, waiting, refused, vehicleId, jobId],
  );
}

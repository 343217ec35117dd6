import { Camera } from 'lucide-react';
import { useRef, useState } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { Button } from '@/ui/Button';
import { postPhotos, usePhotosHere } from '@/ui/sendPhoto';

/** A photo of the corner, by the tablet’s camera or from a file; it works over plain http. Taken, it ends its step. */
export function TakePhoto({
  vehicleId,
  jobId,
  corner,
  state,
  onTaken,
}: {
  vehicleId: string;
  jobId: string;
  corner: Corner;
  state: 'before' | 'after';
  onTaken: () => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const refused = usePhotosHere({ vehicleId, jobId }).find((p) => p.corner === corner && p.refused !== null);
  const said = failure ?? refused?.refused ?? null;
  const send = async (files: readonly File[]) => {
    if (files.length === 0) return;
    refused?.putAway();
    const why = await postPhotos({ vehicleId, jobId, corner }, state, '', files);
    setFailure(why);
    if (why === null) onTaken();
  };
  return (
    <div className="flex min-w-[180px] flex-1 flex-col gap-1">
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        className="sr-only"
        tabIndex={-1}
        aria-label={`Photo ${state}, ${CORNER_LABEL[corner]}`}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          void send(files);
        }}
      />
      <Button look="main" className="!min-h-[64px] text-[19px]" onClick={() => input.current?.click()}>
        <Camera size={20} aria-hidden="true" /> Take the photo
      </Button>
      {said ? (
        <p role="alert" className="text-[14px] text-stop">
          {said}
        </p>
      ) : null}
    </div>
  );
}

import { useEffect, useState } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { Button } from '@/ui/Button';
import type { PhotoHere } from '@/ui/sendPhoto';
import type { NoteHere } from './useNotes';

/** Notes and photos that lie on this device: on their way to the server, or refused by it. */
export function OnWay({ notes, photos }: { notes: readonly NoteHere[]; photos: readonly PhotoHere[] }) {
  if (notes.length + photos.length === 0) return null;
  return (
    <ul className="divide-y divide-line border-y border-line text-[14px]" aria-label="Not sent yet">
      {notes.map((n) => (
        <li key={n.id} className="flex items-center gap-3 py-1">
          <span className="w-[92px] shrink-0 text-soft">{n.corner ? CORNER_LABEL[n.corner] : ''}</span>
          <span className="min-w-0 flex-1 break-words">{n.text}</span>
          <span className="shrink-0 text-[13px] text-soft">on its way</span>
        </li>
      ))}
      {photos.map((p) => (
        <li key={p.id} className="flex flex-wrap items-center gap-3 py-1">
          <Picture file={p.file} alt={p.caption || 'Photo on this device'} />
          <span className="min-w-0 flex-1">
            {[p.corner ? CORNER_LABEL[p.corner as Corner] : '', p.caption].filter(Boolean).join(', ')}
          </span>
          {p.refused === null ? (
            <span className="text-[13px] text-soft">on its way</span>
          ) : (
            <>
              <span role="alert" className="text-stop">
                {p.refused}
              </span>
              <Button look="quiet" onClick={p.putAway}>
                Put it away
              </Button>
            </>
          )}
        </li>
      ))}
    </ul>
  );
}

/** A picture that the server does not have yet, as it lies on this device. */
function Picture({ file, alt }: { file: Blob; alt: string }) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    const made = URL.createObjectURL(file);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [file]);
  return url === null ? null : (
    // biome-ignore lint/performance/noImgElement: it lies on this device and nowhere else
    <img src={url} alt={alt} className="h-[64px] w-[86px] border border-line object-cover" />
  );
}

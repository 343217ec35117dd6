'use client';

import { Camera } from 'lucide-react';
import { useCallback, useId, useRef, useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { postPhotos, usePhotosHere } from '@/ui/sendPhoto';
import { useUnkept } from '@/ui/useUnkept';
import { takeBack } from './actions';
import { OnWay } from './OnWay';
import { useNotes } from './useNotes';

export interface ShownPhoto {
  readonly id: string;
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  readonly corner: Corner | null;
  readonly state: 'before' | 'after' | 'other';
  readonly caption: string;
  readonly by: string;
  readonly at: string;
}

export interface ShownNote {
  readonly id: string;
  readonly corner: Corner | null;
  readonly text: string;
  readonly by: string;
  readonly at: string;
}

const STATES = [
  { value: 'before' as const, label: 'Before' },
  { value: 'after' as const, label: 'After' },
  { value: 'other' as const, label: 'Neither' },
];
const STATE_WORD = { before: 'before', after: 'after', other: '' } as const;

/** Notes and photos of a car, its corners, or one job: written, or taken with the tablet’s camera. */
export function Remarks({
  vehicleId,
  jobId,
  photos,
  notes,
  corners = CORNERS,
}: {
  vehicleId: string;
  jobId: string | null;
  photos: readonly ShownPhoto[];
  notes: readonly ShownNote[];
  corners?: readonly Corner[];
}) {
  const [corner, setCorner] = useState<Corner | ''>('');
  const [state, setState] = useState<'before' | 'after' | 'other'>('before');
  const [text, setText] = useUnkept(`note/${jobId ?? vehicleId}`, '');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const pick = useRef<HTMLInputElement>(null);
  const noteId = useId();
  const photosHere = usePhotosHere({ vehicleId, jobId });
  const returned = useCallback(
    (note: string, why: string) => {
      setText((now) => now || note);
      setFailure(why);
    },
    [setText],
  );
  const notesHere = useNotes(vehicleId, jobId, returned);
  const at = corner === '' ? null : corner;

  const send = async (files: readonly File[]) => {
    const caption = text.trim().slice(0, 200);
    setText('');
    setFailure(await postPhotos({ vehicleId, jobId, corner: at }, state, caption, files));
  };
  const note = () => {
    setFailure(null);
    notesHere.keep(at, text);
    setText('');
  };
  const back = (kind: 'photo' | 'note', id: string) =>
    start(async () => {
      const result = await ask(() => takeBack(vehicleId, kind, id));
      setFailure(result.ok ? null : result.message);
    });

  return (
    <section aria-labelledby={`${noteId}-h`} className="no-print flex flex-col gap-3 border-t border-line pt-4">
      <h2 id={`${noteId}-h`}>Notes and photos</h2>
      {notes.length + photos.length + notesHere.onWay.length + photosHere.length === 0 ? (
        <p className="text-[14px] text-soft">
          None yet. Such as “disc lip, replace next visit”, or the paint before the lip is trimmed.
        </p>
      ) : null}
      {notes.length > 0 ? (
        <ul className="divide-y divide-line border-y border-line text-[14px]">
          {notes.map((n) => (
            <li key={n.id} className="flex items-center gap-3 py-1">
              <span className="w-[92px] shrink-0 text-soft">{n.corner ? CORNER_LABEL[n.corner] : ''}</span>
              <span className="min-w-0 flex-1 break-words">{n.text}</span>
              <span className="shrink-0 text-[13px] text-soft">
                {n.by}, {n.at}
              </span>
              <Button
                look="quiet"
                disabled={busy}
                onClick={() => back('note', n.id)}
                aria-label={`Undo: take back ${n.text}`}
              >
                Undo
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
      {photos.length > 0 ? (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-3">
          {photos.map((p) => (
            <li key={p.id}>
              <figure className="flex flex-col gap-1">
                <a href={`/api/photos/${p.hash}`} target="_blank" rel="noreferrer">
                  {/* biome-ignore lint/performance/noImgElement: kept photos are shown as they are kept */}
                  <img
                    src={`/api/photos/${p.hash}`}
                    alt={p.caption || `Photo${p.corner ? `, ${CORNER_LABEL[p.corner]}` : ''}`}
                    width={p.width}
                    height={p.height}
                    loading="lazy"
                    className="h-[140px] w-full border border-line object-cover"
                  />
                </a>
                <figcaption className="flex items-start justify-between gap-2 text-[13px]">
                  <span>
                    {[p.corner ? CORNER_LABEL[p.corner] : '', STATE_WORD[p.state], p.caption]
                      .filter(Boolean)
                      .join(', ')}
                    <span className="block text-soft">
                      {p.by}, {p.at}
                    </span>
                  </span>
                  <Button
                    look="quiet"
                    disabled={busy}
                    onClick={() => back('photo', p.id)}
                    aria-label={`Undo: take back the photo, ${p.at}`}
                  >
                    Undo
                  </Button>
                </figcaption>
              </figure>
            </li>
          ))}
        </ul>
      ) : null}
      <OnWay notes={notesHere.onWay} photos={photosHere} />
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          label="Corner"
          value={corner}
          onChange={(e) => setCorner(e.target.value as Corner | '')}
          options={[{ value: '', label: 'The car' }, ...corners.map((c) => ({ value: c, label: CORNER_LABEL[c] }))]}
        />
        <div className="flex min-w-[260px] flex-1 flex-col gap-1">
          <label htmlFor={noteId} className="narrow text-[13px] font-[600] text-soft">
            Note, or words for the photo
          </label>
          <input
            id={noteId}
            value={text}
            maxLength={1000}
            autoComplete="off"
            onChange={(e) => setText(e.target.value)}
            className="touch w-full rounded-[3px] border border-strong bg-sheet px-3"
          />
        </div>
        <Button disabled={text.trim() === ''} onClick={note}>
          Save note
        </Button>
        <Segments label="Photo of" value={state} options={STATES} onChange={setState} />
        <input
          ref={pick}
          type="file"
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          multiple
          className="sr-only"
          tabIndex={-1}
          aria-label="Photo files"
          onChange={(e) => {
            const files = [...(e.target.files ?? [])];
            e.target.value = '';
            if (files.length > 0) void send(files);
          }}
        />
        <Button onClick={() => pick.current?.click()}>
          <Camera size={18} aria-hidden="true" />
          Photo
        </Button>
      </div>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}

'use client';

import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { CATALOGUE_COLUMNS, type Column } from '@/core/parts/catalogue';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { SelectField } from '@/ui/Field';
import { RunProgress } from '@/ui/RunProgress';
import type { CatalogueWorker, Preview } from '@/workers/catalogue.worker';
import { stopImport } from './actions';

const MOST_MB = 500;
const startWorker = (): Worker => new Worker(new URL('../../workers/catalogue.worker.ts', import.meta.url));

interface Step {
  readonly id?: string;
  readonly share?: number;
  readonly sure?: boolean;
  readonly message?: string;
  readonly added?: number;
  readonly updated?: number;
  readonly left?: number;
}

/** Sends the file and follows what the server says of its way. @returns the last word */
async function send(
  file: Blob,
  mapping: Preview['mapping'],
  signal: AbortSignal,
  onStep: (step: Step) => void,
): Promise<Step> {
  const answer = await fetch(`/api/shelf/import?mapping=${encodeURIComponent(JSON.stringify(mapping))}`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: file,
    signal,
  });
  if (!answer.ok || !answer.body) return (await answer.json()) as Step;
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  let last: Step = { message: 'The server broke off: nothing of the file was kept.' };
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    const lines = (rest + next.value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) {
      const step = JSON.parse(line) as Step;
      if (step.id === undefined && step.share === undefined) last = step;
      else onStep(step);
    }
  }
  return last;
}

/**
 * A catalogue file: looked at, its columns put right, each bad line with its reason, then taken in as a whole or not at
 * all.
 */
export function ImportFile({ onDone }: { onDone: (words: string | null) => void }) {
  const worker = useRef<{ own: Worker; api: Remote<CatalogueWorker> } | null>(null);
  const stop = useRef<AbortController | null>(null);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [share, setShare] = useState<number | null>(null);
  /** The file on its way: by its id it is stopped, as long as it is not read to its end. */
  const [way, setWay] = useState<{ id: string; sure: boolean } | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  useEffect(
    () => () => {
      worker.current?.own.terminate();
      stop.current?.abort();
    },
    [],
  );
  const api = (): Remote<CatalogueWorker> => {
    if (!worker.current) {
      const own = startWorker();
      worker.current = { own, api: wrap<CatalogueWorker>(own) };
    }
    return worker.current.api;
  };

  const open = async (file: File | undefined) => {
    setPreview(null);
    setFailure(null);
    if (!file) return;
    if (file.size > MOST_MB * 1024 ** 2) return setFailure(`${file.name} is larger than ${MOST_MB} MB. Split it.`);
    try {
      setPreview(await api().open(file));
    } catch {
      setFailure(`${file.name} could not be read. Use a CSV file.`);
    }
  };
  const map = async (column: Column, i: number | null) => {
    if (!preview) return;
    const { [column]: _, ...others } = preview.mapping;
    setPreview(await api().map(i === null ? others : { ...others, [column]: i }));
  };
  const take = async () => {
    if (!preview) return;
    const control = new AbortController();
    stop.current = control;
    setShare(0);
    setFailure(null);
    let sure = false;
    try {
      const end = await send(await api().file(), preview.mapping, control.signal, (step) => {
        sure ||= step.sure === true;
        if (step.id !== undefined) setWay({ id: step.id, sure: false });
        if (step.share !== undefined) setShare(step.share);
        if (step.sure) setWay((w) => (w ? { ...w, sure: true } : w));
      });
      if (end.message) setFailure(end.message);
      else onDone(doneText(end));
    } catch {
      setFailure(
        sure
          ? 'The server cannot be reached. The file was read to its end, so all of it goes on the shelf: look there in a minute.'
          : 'The server cannot be reached. Nothing of the file was kept.',
      );
    }
    setShare(null);
    setWay(null);
  };
  const halt = async () => {
    if (!way) return;
    const result = await ask(() => stopImport(way.id));
    // What became of it is said by the file's own answer.
    if (!result.ok) setFailure(result.message);
  };

  return (
    <section aria-label="Import a CSV file" className="flex flex-col gap-3 border-l-2 border-accent py-2 pl-4">
      <label className="flex flex-col gap-1 text-[14px]">
        <span className="narrow text-[13px] font-[600] text-soft">Catalogue file</span>
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          aria-label="Catalogue file"
          className="text-[14px] file:mr-2 file:min-h-[44px] file:rounded-[3px] file:border file:border-accent file:bg-sheet file:px-3 file:text-accent"
          onChange={(e) => open(e.target.files?.[0])}
        />
      </label>
      {preview ? <Look preview={preview} onMap={map} /> : null}
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      <div className="flex flex-wrap items-center gap-3">
        {preview ? (
          <Button look="main" disabled={share !== null || preview.good === 0} onClick={take}>
            {takeText(preview)}
          </Button>
        ) : null}
        <RunProgress label="Import" done={share} onStop={way && !way.sure ? halt : null} />
        <Button look="quiet" onClick={() => onDone(null)}>
          Leave it
        </Button>
      </div>
    </section>
  );
}

function takeText({ good, partly }: Preview): string {
  if (partly) return 'Take the file in';
  return good === 1 ? 'Take 1 part in' : `Take ${good} parts in`;
}

function doneText({ added = 0, updated = 0, left = 0 }: Step): string {
  const parts = (n: number) => `${n} ${n === 1 ? 'part' : 'parts'}`;
  return `${parts(added)} ${added === 1 ? 'was' : 'were'} put on the shelf, ${updated} corrected by code, ${left} ${left === 1 ? 'line' : 'lines'} left out.`;
}

/** What the file says: which column is read from where, its first lines, and every line that will not do. */
function Look({ preview: p, onMap }: { preview: Preview; onMap: (column: Column, i: number | null) => void }) {
  const used = CATALOGUE_COLUMNS.filter((c) => p.mapping[c] !== undefined);
  const spare = p.heading.map((h, i) => ({ h, i })).filter(({ i }) => !Object.values(p.mapping).includes(i));
  const headings = [
    { value: '', label: 'nowhere' },
    ...p.heading.map((h, i) => ({ value: String(i), label: h.trim() === '' ? `column ${i + 1}` : h })),
  ];
  const asked: readonly Column[] = ['kind', 'name', ...used.filter((c) => c !== 'kind' && c !== 'name')];
  return (
    <div className="flex flex-col gap-3">
      {p.reread ? (
        <p className="border-l-4 border-caution pl-3 text-[14px]">
          The file is no UTF-8 and was read as the Western alphabet of old. Look whether its names read right.
        </p>
      ) : null}
      <p role="status" className="text-[14px]">
        {p.partly ? 'A long file: its beginning was checked, the rest is checked line by line as it is imported. ' : ''}
        {p.rows} {p.rows === 1 ? 'line' : 'lines'}: {p.good} can be imported, {p.left} left out.
        {spare.length > 0 ? ` Not read: ${spare.map(({ h, i }) => h || `column ${i + 1}`).join(', ')}.` : ''}
      </p>
      <fieldset className="flex flex-wrap items-start gap-3">
        <legend className="mb-1 text-[13px] font-[620]">Which column is read from where</legend>
        {asked.map((column) => (
          <SelectField
            key={column}
            label={column.replaceAll('_', ' ')}
            options={headings}
            value={p.mapping[column] === undefined ? '' : String(p.mapping[column])}
            onChange={(e) => onMap(column, e.target.value === '' ? null : Number(e.target.value))}
            className="w-[150px]"
          />
        ))}
        <SelectField
          label="another column"
          value=""
          options={[
            { value: '', label: 'choose one' },
            ...CATALOGUE_COLUMNS.filter((c) => !asked.includes(c)).map((c) => ({
              value: c,
              label: c.replaceAll('_', ' '),
            })),
          ]}
          onChange={(e) => e.target.value && onMap(e.target.value as Column, spare[0]?.i ?? 0)}
          className="w-[170px]"
        />
      </fieldset>
      {p.issues.length > 0 ? (
        <ul aria-label="Lines left out" className="max-h-[220px] list-disc overflow-y-auto pl-5 text-[14px]">
          {p.issues.map((i) => (
            <li key={`${i.line} ${i.message}`}>
              Line {i.line}: {i.message}
            </li>
          ))}
          {p.left > p.issues.length ? <li>and {p.left - p.issues.length} more</li> : null}
        </ul>
      ) : null}
    </div>
  );
}

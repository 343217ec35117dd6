'use client';

import { useCallback, useEffect, useState, useTransition } from 'react';
import { catalogueRow } from '@/core/parts/catalogueRow';
import type { UnitSystem } from '@/core/units/format';
import { parseNumber } from '@/core/units/number';
import { PartSketch } from '@/drawing/PartSketch';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import type { ShelfLine } from '@/usecases/shelf/shelf';
import { history, move, type PartHistory, release, reserve, takeOff } from './actions';
import { PartForm } from './PartForm';

const MOVE_OPTIONS = [
  { value: 'receive', label: 'Receive' },
  { value: 'use', label: 'Use' },
  { value: 'return', label: 'Return' },
  { value: 'scrap', label: 'Scrap' },
  { value: 'count', label: 'Count: there are' },
] as const;
type MoveId = (typeof MOVE_OPTIONS)[number]['value'];

/** A part opened in its place: drawn, counted, kept for a job, corrected. */
export function PartPanel({
  line,
  units,
  onChanged,
  onClose,
}: {
  line: ShelfLine;
  units: UnitSystem;
  onChanged: () => void;
  onClose: () => void;
}) {
  const [editing, setEditing] = useState(false);
  const [past, setPast] = useState<PartHistory | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, begin] = useTransition();
  const { id, item } = line;

  const look = useCallback(async () => {
    const found = await ask(() => history(id));
    if (found.ok) setPast(found.value);
    else setFailure(found.message);
  }, [id]);
  useEffect(() => {
    void look();
  }, [look]);

  const act = (work: () => ReturnType<typeof ask<unknown>>, after?: () => void) =>
    begin(async () => {
      const done = await work();
      setFailure(done.ok ? null : done.message);
      if (!done.ok) return;
      after?.();
      onChanged();
      await look();
    });

  if (editing)
    return (
      <PartForm
        id={id}
        kind={item.kind}
        start={catalogueRow(item)}
        units={units}
        onDone={(saved) => {
          setEditing(false);
          if (saved) {
            onChanged();
            void look();
          }
        }}
      />
    );
  return (
    <section aria-label={item.name} className="flex flex-col gap-3 border-l-2 border-accent py-2 pl-4">
      <div className="grid grid-cols-[minmax(0,380px)_minmax(0,1fr)] gap-5 max-lg:grid-cols-1">
        <PartSketch item={item} units={units} />
        <div className="flex flex-col gap-3">
          <Moves
            busy={busy}
            onMove={(m, pieces, note) => act(() => ask(() => move(id, { move: m, pieces, jobId: null, note })))}
          />
          <Keep
            past={past}
            busy={busy}
            onKeep={(jobId, pieces) => act(() => ask(() => reserve(id, jobId, pieces)))}
            onEnd={(r, used) => act(() => ask(() => release(r, used)))}
          />
          {failure ? (
            <p role="alert" className="text-stop">
              {failure}
            </p>
          ) : null}
        </div>
      </div>
      {item.about?.tried ? <p className="text-[14px]">Tried on: {item.about.tried}</p> : null}
      {past && past.moves.length > 0 ? (
        <ul aria-label="Movements" className="text-[13px] text-soft">
          {past.moves.slice(0, 8).map((m) => (
            <li key={m}>{m}</li>
          ))}
        </ul>
      ) : null}
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => setEditing(true)}>Correct its figures</Button>
        <Button look="quiet" disabled={busy} onClick={() => act(() => ask(() => takeOff(id)), onClose)}>
          Take it off the shelf
        </Button>
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}

function Moves({ busy, onMove }: { busy: boolean; onMove: (move: MoveId, pieces: number, note: string) => void }) {
  const [which, setWhich] = useState<MoveId>('receive');
  const [pieces, setPieces] = useState('');
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState<string>();
  const send = () => {
    const n = parseNumber(pieces);
    const sound = n !== null && Number.isInteger(n) && n >= (which === 'count' ? 0 : 1);
    setWrong(sound ? undefined : `Pieces “${pieces}” is no whole number. Enter 1 to 1000.`);
    if (!sound) return;
    onMove(which, n, note);
    setPieces('');
    setNote('');
  };
  return (
    <form
      noValidate
      className="flex flex-wrap items-start gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      <SelectField
        label="Move"
        options={MOVE_OPTIONS}
        value={which}
        onChange={(e) => setWhich(e.target.value as MoveId)}
        className="w-[150px]"
      />
      <Field
        label="Pieces"
        figure
        value={pieces}
        error={wrong}
        onChange={(e) => setPieces(e.target.value)}
        className="w-[110px]"
      />
      <Field
        label="Why, where from"
        value={note}
        maxLength={200}
        onChange={(e) => setNote(e.target.value)}
        className="w-[200px]"
      />
      <Button type="submit" disabled={busy} className="mt-[21px]">
        Book it
      </Button>
    </form>
  );
}

function Keep({
  past,
  busy,
  onKeep,
  onEnd,
}: {
  past: PartHistory | null;
  busy: boolean;
  onKeep: (jobId: string, pieces: number) => void;
  onEnd: (id: string, used: boolean) => void;
}) {
  const [job, setJob] = useState('');
  const [pieces, setPieces] = useState('');
  const [wrong, setWrong] = useState<string>();
  if (past === null) return <p className="text-soft">Looking up what is kept …</p>;
  const chosen = job === '' ? (past.jobs[0]?.id ?? '') : job;
  const send = () => {
    const n = parseNumber(pieces);
    const sound = n !== null && Number.isInteger(n) && n >= 1;
    setWrong(sound ? undefined : `Pieces “${pieces}” is no whole number. Enter 1 to 1000.`);
    if (sound) onKeep(chosen, n);
  };
  return (
    <div className="flex flex-col gap-2">
      {past.kept.length > 0 ? (
        <ul aria-label="Kept for jobs" className="divide-y divide-line border-y border-line">
          {past.kept.map((k) => (
            <li key={k.id} className="flex flex-wrap items-center gap-2 text-[14px]">
              <span className="flex-1">{k.text}</span>
              <Button look="quiet" disabled={busy} onClick={() => onEnd(k.id, true)}>
                Used
              </Button>
              <Button look="quiet" disabled={busy} onClick={() => onEnd(k.id, false)}>
                Give back
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
      {past.jobs.length > 0 ? (
        <form
          noValidate
          className="flex flex-wrap items-start gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            send();
          }}
        >
          <SelectField
            label="Reserve for"
            options={past.jobs.map((j) => ({ value: j.id, label: j.text }))}
            value={chosen}
            onChange={(e) => setJob(e.target.value)}
            className="w-[260px]"
          />
          <Field
            label="Pieces to keep"
            figure
            value={pieces}
            error={wrong}
            onChange={(e) => setPieces(e.target.value)}
            className="w-[110px]"
          />
          <Button type="submit" disabled={busy} className="mt-[21px]">
            Reserve them
          </Button>
        </form>
      ) : null}
    </div>
  );
}

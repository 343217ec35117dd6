'use client';

import { useId, useState } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { countedReadings, type Quantity, typedMethods, UNSEEN } from '@/core/document/quantities';
import { asRead, parseReading, pmText, readingText, unitHint } from '@/core/document/readingText';
import type { Corner } from '@/core/document/vocabulary';
import { combineRepeats } from '@/core/uncertainty';
import type { UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/Verdict';
import type { TakenReading } from '@/usecases/survey/takenShown';
import { takeBack } from './actions';
import { useCorrection, Which } from './correction';
import { useSetupOn } from './OnCar';
import { useFigure } from './useFigure';

export type { TakenReading };

/** Grid of a row: words, what was taken, field, buttons; two by two where there is less room. */
export const rowGrid = (stacked = false): string =>
  cx(
    'grid items-center gap-x-4 gap-y-1 py-2 max-lg:grid-cols-2',
    stacked
      ? 'grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]'
      : 'grid-cols-[minmax(0,1.5fr)_minmax(0,1.15fr)_minmax(180px,1fr)_150px]',
  );

export const figuresOf = (taken: readonly TakenReading[]): TakenReading[] =>
  taken.filter((r) => r.method !== UNSEEN.id);

/** What was typed and is not on the server yet. */
export function OnWay({ texts }: { texts: readonly string[] }) {
  if (texts.length === 0) return null;
  return (
    <span className="block border-l-2 border-dashed border-strong pl-2 text-[13px] text-soft">
      <span className="figure">{texts.join(', ')}</span> on its way
    </span>
  );
}

/** Readings of a quantity in words: mean, ±, how often, method, who and when. */
export function TakenLine({ q, taken, units }: { q: Quantity; taken: readonly TakenReading[]; units: UnitSystem }) {
  const figures = figuresOf(taken);
  const last = figures[figures.length - 1];
  if (!last) {
    const unseen = taken[taken.length - 1];
    return (
      <span className="text-[14px]">
        <span className="inline-flex items-center gap-2">
          <VerdictMark level="unmeasured" size={13} /> {unseen ? 'could not see' : 'unmeasured'}
        </span>
        {unseen ? (
          <span className="block text-[12.5px] text-soft">
            {unseen.by}, {unseen.at}; stays unmeasured
          </span>
        ) : null}
      </span>
    );
  }
  const show = (x: number) => readingText(q, x, units);
  // Readings of another setup are figures of another state: only those of the last one stand together.
  const alike =
    countedReadings(
      q.id,
      figures.filter((r) => r.on === last.on),
    ) ?? [];
  const all = combineRepeats(alike);
  return (
    <span className="text-[14px]">
      <span className="figure text-[17px] font-[600]">{show(all.value)}</span>{' '}
      <span className="figure text-[13px] text-soft">± {pmText(q, all.pm, units)}</span>
      <span className="block text-[12.5px] text-soft">
        {alike.length > 1 ? `${alike.length} readings, spread ${show(all.spread)}; last ` : ''}
        {last.on === '' ? '' : `${last.on}, `}
        {q.methods.find((m) => m.id === last.method)?.label ?? last.method}, {last.by}, {last.at}
      </span>
    </span>
  );
}

/** A reading that stands apart is asked about, never dropped by itself. */
export function Apart({
  q,
  taken,
  units,
  onTakeBack,
}: {
  q: Quantity;
  taken: readonly TakenReading[];
  units: UnitSystem;
  onTakeBack: (id: string) => void;
}) {
  const last = figuresOf(taken).at(-1);
  const figures =
    countedReadings(
      q.id,
      figuresOf(taken).filter((r) => r.on === last?.on),
    ) ?? [];
  const apart = figures.length > 1 ? combineRepeats(figures).apart : null;
  const reading = apart === null ? undefined : figures[apart];
  if (!reading) return null;
  const value = readingText(q, reading.value, units);
  return (
    <p className="col-span-full flex flex-wrap items-center gap-3 text-[14px] text-caution">
      <VerdictMark level="caution" size={13} />
      {value} does not match the earlier readings. Measure once more, or take it back.
      <button
        type="button"
        className="touch px-1 font-[560] text-accent underline underline-offset-4"
        onClick={() => onTakeBack(reading.id)}
      >
        Take {value} back
      </button>
    </p>
  );
}

/**
 * One quantity: what it is, the latest reading, a field for the next. Enter keeps it and moves on to the next field.
 */
export function ReadingRow({
  jobId,
  q,
  corner,
  taken,
  units,
  stacked,
  blocked,
  hour = null,
  onKept,
}: {
  jobId: string;
  q: Quantity;
  corner: Corner | null;
  taken: readonly TakenReading[];
  units: UnitSystem;
  /** In a narrow column: field under the words, buttons under the figure. */
  stacked?: boolean;
  /** May not be kept now; the reason stands beside it. */
  blocked?: boolean;
  /** Clock position that the next reading belongs to. */
  hour?: number | null;
  /** A reading was sent on its way. */
  onKept?: (() => void) | undefined;
}) {
  const id = useId();
  const [method, setMethod] = useState(q.methods[0]?.id ?? '');
  const methods = typedMethods(q);
  const unseen = method === UNSEEN.id;
  const on = useSetupOn(q.id);
  const { input, typed, change, error, busy, onWay, keep, back } = useFigure(
    `${jobId}/${corner ?? 'axle'}/${q.id}`,
    (text) => (unseen ? null : parseReading(q, asRead(q, text, units))),
    (text) => ({ is: 'job', jobId, quantity: q.id, corner, hour, typed: asRead(q, text, units), method, ...on }),
  );
  const last = taken[taken.length - 1];
  const lastFigure = figuresOf(taken).at(-1);
  const { asked, forget, submit, answer } = useCorrection({
    q,
    last: lastFigure,
    on,
    text: asRead(q, typed, units),
    keep: () => {
      if (keep()) onKept?.();
    },
    back,
  });
  const place = corner ? `, ${CORNER_LABEL[corner]}` : '';
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
      className={rowGrid(stacked)}
      data-quantity={q.id}
      data-saving={busy || undefined}
    >
      <div>
        <label htmlFor={id} className="font-[600]">
          {q.label}
        </label>
        <p className="text-[13px] leading-snug text-soft">{q.how}</p>
      </div>
      <div>
        <TakenLine q={q} taken={taken} units={units} />
        <OnWay texts={onWay} />
      </div>
      <div className="flex gap-px">
        <input
          ref={input}
          id={id}
          data-reading
          value={unseen ? '' : typed}
          maxLength={40}
          disabled={unseen}
          onChange={(e) => {
            forget();
            change(e.target.value);
          }}
          inputMode="decimal"
          autoComplete="off"
          placeholder={unitHint(q.kind, units)}
          aria-invalid={error !== null}
          aria-describedby={error ? `${id}-e` : undefined}
          className={cx(
            'touch figure w-full min-w-0 rounded-l-[3px] border bg-sheet px-3 text-[17px] placeholder:text-soft',
            methods.length === 1 && 'rounded-r-[3px]',
            error ? 'border-stop bg-stop-wash' : 'border-strong',
          )}
        />
        {methods.length > 1 ? (
          <select
            value={method}
            onChange={(e) => setMethod(e.target.value)}
            aria-label={`Method, ${q.label}${place}`}
            className="touch picker max-w-[130px] rounded-r-[3px] border border-strong bg-sheet px-1 text-[13px]"
          >
            {methods.map((m) => (
              <option key={m.id} value={m.id}>
                {m.id === UNSEEN.id ? m.label : `${m.label} ±${units === 'imperial' ? pmText(q, m.pm, units) : m.pm}`}
              </option>
            ))}
          </select>
        ) : null}
      </div>
      <div className="flex gap-1">
        <Button type="submit" disabled={busy || blocked} aria-label={`Save ${q.label}${place}`}>
          Save
        </Button>
        {last ? (
          <Button
            look="quiet"
            disabled={busy}
            aria-label={`Undo: take back ${q.label}${place}`}
            onClick={() => back(() => takeBack(jobId, last.id))}
          >
            Undo
          </Button>
        ) : null}
      </div>
      {asked && lastFigure ? (
        <Which
          last={readingText(q, lastFigure.value, units)}
          typed={typed}
          onPick={(instead) => answer(instead, (reading) => takeBack(jobId, reading))}
        />
      ) : null}
      <Apart q={q} taken={taken} units={units} onTakeBack={(reading) => back(() => takeBack(jobId, reading))} />
      {error ? (
        <p id={`${id}-e`} role="alert" className="col-span-full text-[14px] font-[560] text-stop">
          {error}
        </p>
      ) : null}
    </form>
  );
}

'use client';

import { useEffect, useId, useRef, useState, useTransition } from 'react';
import { InputError } from '@/core/errors';
import { CORNER_LABEL } from '@/core/plan/labels';
import type { Quantity, QuantityId } from '@/core/plan/quantities';
import type { Corner } from '@/core/plan/vocabulary';
import { combineRepeats } from '@/core/uncertainty';
import { formatLength, formatTurns, type UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/Verdict';
import { keepReading, takeBack } from './actions';
import { parseReading } from './parse';

export interface TakenReading {
  readonly id: string;
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  readonly hour: number | null;
  readonly value: number;
  readonly typed: string;
  readonly pm: number;
  readonly method: string;
  readonly by: string;
  /** Already worded, so that server and browser agree on the time zone. */
  readonly at: string;
}

/** Readings of a quantity in words: mean, ±, how often, method, who and when. */
export function TakenLine({ q, taken, units }: { q: Quantity; taken: readonly TakenReading[]; units: UnitSystem }) {
  const last = taken[taken.length - 1];
  if (!last) {
    return (
      <span className="inline-flex items-center gap-2 text-[14px]">
        <VerdictMark level="unmeasured" size={13} /> unmeasured
      </span>
    );
  }
  const show = (x: number) => (q.kind === 'turns' ? formatTurns(x) : formatLength(x, units));
  const all = combineRepeats(taken);
  return (
    <span className="text-[14px]">
      <span className="figure text-[17px] font-[600]">{show(all.value)}</span>{' '}
      <span className="figure text-[13px] text-soft">± {q.kind === 'turns' ? Number(all.pm.toFixed(2)) : formatLength(all.pm, units, 'up')}</span>
      <span className="block text-[12.5px] text-soft">
        {taken.length > 1 ? `${taken.length} readings, spread ${show(all.spread)}; last ` : ''}
        {q.methods.find((m) => m.id === last.method)?.label ?? last.method}, {last.by}, {last.at}
      </span>
    </span>
  );
}

/** A reading that stands apart is asked about, never dropped by itself. */
function Apart({ q, taken, units, onTakeBack }: { q: Quantity; taken: readonly TakenReading[]; units: UnitSystem; onTakeBack: (id: string) => void }) {
  const apart = taken.length > 1 ? combineRepeats(taken).apart : null;
  const reading = apart === null ? undefined : taken[apart];
  if (!reading) return null;
  const value = q.kind === 'turns' ? formatTurns(reading.value) : formatLength(reading.value, units);
  return (
    <p className="col-span-full flex flex-wrap items-center gap-3 text-[14px] text-caution">
      <VerdictMark level="caution" size={13} />
      {value} stands apart from the rest. Was it read right? Measure once more, or take it back.
      <button type="button" className="touch px-1 font-[560] text-accent underline underline-offset-4" onClick={() => onTakeBack(reading.id)}>
        Take {value} back
      </button>
    </p>
  );
}

/** One quantity: what it is, the latest reading, a field for the next. Enter keeps it and moves on to the next field. */
export function ReadingRow({ jobId, q, corner, taken, units, focused, stacked, blocked, hour = null }: {
  jobId: string;
  q: Quantity;
  corner: Corner | null;
  taken: readonly TakenReading[];
  units: UnitSystem;
  focused: boolean;
  /** In a narrow column: field under its words. */
  stacked?: boolean;
  /** May not be kept now; the reason stands beside it. */
  blocked?: boolean;
  /** Clock position that the next reading belongs to. */
  hour?: number | null;
}) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState('');
  const [method, setMethod] = useState(q.methods[0]?.id ?? '');
  const [error, setError] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const last = taken[taken.length - 1];

  useEffect(() => {
    if (focused) input.current?.focus();
  }, [focused]);

  const keep = () => {
    try {
      parseReading(q, typed);
    } catch (e) {
      if (!(e instanceof InputError)) throw e;
      setError(e.message);
      return;
    }
    start(async () => {
      const result = await keepReading(jobId, { quantity: q.id, corner, hour, typed, method });
      if (!result.ok) return setError(result.message);
      setTyped('');
      setError(null);
      nextField(input.current);
    });
  };
  const place = corner ? `, ${CORNER_LABEL[corner]}` : '';
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
      className={cx(
        'grid items-center gap-x-4 gap-y-1 py-2 max-md:grid-cols-2',
        stacked ? 'grid-cols-1' : 'grid-cols-[minmax(0,1.5fr)_minmax(0,1.1fr)_minmax(190px,1fr)_auto]',
      )}
      data-quantity={q.id}
    >
      <div>
        <label htmlFor={id} className="font-[600]">
          {q.label}
        </label>
        <p className="text-[13px] leading-snug text-soft">{q.how}</p>
      </div>
      <TakenLine q={q} taken={taken} units={units} />
      <div className="flex gap-px">
        <input
          ref={input}
          id={id}
          data-reading
          value={typed}
          onChange={(e) => {
            setTyped(e.target.value);
            if (error) setError(null);
          }}
          inputMode="decimal"
          autoComplete="off"
          placeholder={q.kind === 'turns' ? 'turns' : 'mm'}
          aria-invalid={error !== null}
          aria-describedby={error ? `${id}-e` : undefined}
          className={cx('touch figure w-full min-w-0 rounded-l-[3px] border bg-sheet px-3 text-[17px] placeholder:text-soft', error ? 'border-stop bg-stop-wash' : 'border-strong')}
        />
        <select value={method} onChange={(e) => setMethod(e.target.value)} aria-label={`Method, ${q.label}${place}`} className="touch rounded-r-[3px] border border-strong bg-sheet px-1 text-[13px]">
          {q.methods.map((m) => (
            <option key={m.id} value={m.id}>
              {m.label} ±{m.pm}
            </option>
          ))}
        </select>
      </div>
      <div className="flex gap-1">
        <Button type="submit" disabled={busy || blocked} aria-label={`Keep ${q.label}${place}`}>
          Keep
        </Button>
        {last ? (
          <Button look="quiet" disabled={busy} aria-label={`Take back ${q.label}${place}`} onClick={() => start(async () => void (await takeBack(jobId, last.id)))}>
            Undo
          </Button>
        ) : null}
      </div>
      <Apart q={q} taken={taken} units={units} onTakeBack={(reading) => start(async () => void (await takeBack(jobId, reading)))} />
      {error ? (
        <p id={`${id}-e`} role="alert" className="col-span-full text-[14px] font-[560] text-stop">
          {error}
        </p>
      ) : null}
    </form>
  );
}

/** Moves on to the next reading field on the page, as a caliper with a send key expects. */
function nextField(from: HTMLInputElement | null): void {
  const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-reading]')];
  fields[fields.indexOf(from as HTMLInputElement) + 1]?.focus();
}

import { useEffect, useId, useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { MODEL, type Quantity, SAME, typedMethods, UNSEEN } from '@/core/document/quantities';
import { asRead, parseReading, pmText, readingText, unitHint } from '@/core/document/readingText';
import type { Corner } from '@/core/document/vocabulary';
import type { UnitSystem } from '@/core/units/format';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Segments } from '@/ui/Segments';
import { confirm, takeBack, takeBackWheel } from '../actions';
import { useCorrection, Which } from '../correction';
import { useSetupOn } from '../OnCar';
import { placeHere, postReading, useSentFrom } from '../onWay';
import { Apart, figuresOf, OnWay, TakenLine } from '../ReadingRow';
import { useFigure } from '../useFigure';
import type { ShownStop } from './stop';

/**
 * One figure on the screen: a big field, how it is measured, and what is known of it. Enter saves it and the next
 * reading comes.
 */
export function BigFigure({
  stop,
  q,
  units,
  onKept,
}: {
  stop: ShownStop;
  q: Quantity;
  units: UnitSystem;
  onKept: () => void;
}) {
  const { jobId, corner, wheel, taken } = stop;
  const id = useId();
  const [method, setMethod] = useState(q.methods[0]?.id ?? '');
  const unseen = method === UNSEEN.id;
  const on = useSetupOn(q.id);
  const place = placeHere(jobId, stop);
  const { input, typed, change, error, busy, onWay, keep, back } = useFigure(
    place,
    (text) => (unseen ? null : parseReading(q, asRead(q, text, units))),
    (text) => {
      const figure = { quantity: q.id, typed: asRead(q, text, units), method };
      return wheel === null
        ? { is: 'job', jobId, corner, hour: null, ...figure, ...on }
        : { is: 'wheel', vehicleId: wheel.vehicleId, wheelId: wheel.id, ...figure };
    },
  );
  useEffect(() => input.current?.focus(), [input]);
  const takeOne = (reading: string) =>
    wheel === null ? takeBack(jobId, reading) : takeBackWheel(wheel.vehicleId, wheel.id, reading);
  const send = () => {
    if (keep()) onKept();
  };
  const lastFigure = figuresOf(taken).at(-1);
  const last = taken.at(-1);
  const correction = useCorrection({ q, last: lastFigure, on, text: asRead(q, typed, units), keep: send, back });
  const methods = typedMethods(q);
  return (
    <form
      noValidate
      data-quantity={q.id}
      data-saving={busy || undefined}
      className="flex min-w-0 flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        correction.submit();
      }}
    >
      <div className="flex items-stretch gap-3">
        <input
          ref={input}
          id={id}
          data-reading
          aria-label={stop.name}
          value={unseen ? '' : typed}
          maxLength={40}
          disabled={unseen}
          onChange={(e) => {
            correction.forget();
            change(e.target.value);
          }}
          inputMode="decimal"
          autoComplete="off"
          placeholder={unitHint(q.kind, units)}
          aria-invalid={error !== null}
          aria-describedby={error ? `${id}-e` : undefined}
          className={cx(
            'figure h-[76px] w-full min-w-0 rounded-[3px] border-2 bg-sheet px-4 text-[36px] font-[600] placeholder:text-[20px] placeholder:font-[400] placeholder:text-soft',
            error ? 'border-stop bg-stop-wash' : 'border-strong',
          )}
        />
        <Button type="submit" look="main" className="min-w-[112px] text-[18px]">
          Save
        </Button>
      </div>
      {error ? (
        <p id={`${id}-e`} role="alert" className="font-[560] text-stop">
          {error}
        </p>
      ) : null}
      {methods.length > 1 ? (
        <Segments
          label="Measured by"
          value={method}
          options={methods.map((m) => ({
            value: m.id,
            label: m.id === UNSEEN.id ? m.label : `${m.label} ±${units === 'imperial' ? pmText(q, m.pm, units) : m.pm}`,
          }))}
          onChange={(m) => {
            setMethod(m);
            input.current?.focus();
          }}
        />
      ) : null}
      {correction.asked && lastFigure ? (
        <Which
          last={readingText(q, lastFigure.value, units)}
          typed={typed}
          onPick={(instead) => correction.answer(instead, takeOne)}
        />
      ) : null}
      <Expected stop={stop} q={q} onKept={onKept} />
      {taken.length > 0 || onWay.length > 0 ? (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line pt-3">
          <span className="min-w-[180px] flex-1">
            {taken.length > 0 ? <TakenLine q={q} taken={taken} units={units} /> : null}
            <OnWay texts={onWay} />
          </span>
          {last ? (
            <Button look="quiet" disabled={busy} onClick={() => back(() => takeOne(last.id))}>
              Take it back
            </Button>
          ) : null}
          <Apart q={q} taken={taken} units={units} onTakeBack={(reading) => back(() => takeOne(reading))} />
        </div>
      ) : null}
    </form>
  );
}

/**
 * What is known and not yet measured here: the other side’s figure, an earlier visit’s, or other cars’. Dashed until
 * somebody has looked.
 */
function Expected({ stop, q, onKept }: { stop: ShownStop; q: Quantity; onKept: () => void }) {
  const { jobId, corner, otherCorner, earlier } = stop;
  // What was typed at the other side a moment ago counts as well: it is sent before this is.
  const { onWay } = useSentFrom(placeHere(jobId, { ...stop, corner: otherCorner }));
  const figure = stop.other ?? onWay.at(-1);
  const other = stop.taken.length === 0 && otherCorner !== null && figure ? { corner: otherCorner, figure } : null;
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  // What this very car had, or has at its other side, says more than other cars.
  const model = stop.taken.length === 0 && !other && !earlier ? stop.model : null;
  if (!other && !earlier && !model) return null;
  const held = (method: string, text: string) => {
    postReading(placeHere(jobId, stop), text, {
      is: 'job',
      jobId,
      quantity: q.id,
      corner,
      hour: null,
      typed: method,
      method,
    });
    onKept();
  };
  const asThere = () => held(SAME.id, `as the ${CORNER_LABEL[otherCorner as Corner]}`);
  const asModel = () => held(MODEL.id, 'as on other cars of this model');
  const stillSo = () =>
    start(async () => {
      const result = await ask(() => confirm(jobId, [`${corner ?? ''}/${q.id}`]));
      setFailure(result.ok ? null : result.message);
      if (result.ok) onKept();
    });
  return (
    <div className="flex flex-col gap-3 border-2 border-dashed border-strong p-3">
      {earlier ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-[200px] flex-1 text-[14px]">
            <span className="figure text-[18px] font-[600]">{earlier.figure}</span> on an earlier visit
            <span className="block text-[13px] text-soft">
              {earlier.taken}, {earlier.age}. Look at the car first.
            </span>
          </p>
          <Button disabled={busy} onClick={stillSo}>
            Still so
          </Button>
        </div>
      ) : null}
      {other ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-[200px] flex-1 text-[14px]">
            <span className="figure text-[18px] font-[600]">{other.figure}</span> at the {CORNER_LABEL[other.corner]}
            <span className="block text-[13px] text-soft">
              Leave the caliper as it was set there and hold it to this side.
            </span>
          </p>
          <Button disabled={busy} onClick={asThere}>
            Fits here too
          </Button>
        </div>
      ) : null}
      {model ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-[200px] flex-1 text-[14px]">
            <span className="figure text-[18px] font-[600]">{model.figure}</span> {model.on}
            <span className="block text-[13px] text-soft">
              {model.apart
                ? 'They differ by more than their errors, so it is measured on this one.'
                : 'Set the caliper to it and hold it to the part. A part that is not the same is measured.'}
            </span>
          </p>
          {model.apart ? null : <Button onClick={asModel}>It fits</Button>}
        </div>
      ) : null}
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}

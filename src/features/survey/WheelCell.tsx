import type { Quantity } from '@/core/document/quantities';
import { asRead, parseReading, pmText, readingText, unitHint } from '@/core/document/readingText';
import { combineRepeats } from '@/core/uncertainty';
import type { UnitSystem } from '@/core/units/format';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/Verdict';
import { takeBackWheel } from './actions';
import { OnWay } from './ReadingRow';
import { useFigure } from './useFigure';
import type { TakenAtWheel } from './WheelTable';

/** One figure of one wheel: what was kept, and a field for the next reading. Enter keeps it and moves on. */
export function WheelCell({
  vehicleId,
  wheelId,
  mark,
  q,
  method,
  units,
  asked,
  taken,
}: {
  vehicleId: string;
  wheelId: string;
  mark: string;
  q: Quantity;
  method: string;
  units: UnitSystem;
  /** A decision waits for it. */
  asked: boolean;
  taken: readonly TakenAtWheel[];
}) {
  const {
    input,
    typed,
    change,
    error,
    busy,
    onWay,
    keep,
    back: takeItBack,
  } = useFigure(
    `${wheelId}/${q.id}`,
    (text) => parseReading(q, asRead(q, text, units)),
    (text) => ({ is: 'wheel', vehicleId, wheelId, quantity: q.id, typed: asRead(q, text, units), method }),
  );
  const all = taken.length > 0 ? combineRepeats(taken) : null;
  const apart = all?.apart == null ? undefined : taken[all.apart];
  const last = taken[taken.length - 1];

  const back = (id: string) => takeItBack(() => takeBackWheel(vehicleId, wheelId, id));
  return (
    <form
      noValidate
      data-quantity={q.id}
      data-saving={busy || undefined}
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <span className="flex min-h-[24px] flex-wrap items-center justify-between gap-x-0.5">
        {all ? (
          <span
            className="figure text-[13px] font-[620] whitespace-nowrap"
            title={`± ${pmText(q, all.pm, units)}, ${taken.length} ${taken.length === 1 ? 'reading' : 'readings'}`}
          >
            {readingText(q, all.value, units)}
          </span>
        ) : asked ? (
          <span className="inline-flex items-center">
            <VerdictMark level="unmeasured" size={12} />
            <span className="sr-only">unmeasured</span>
          </span>
        ) : (
          <span className="text-soft">–</span>
        )}
        {last ? (
          <button
            type="button"
            disabled={busy}
            aria-label={`Undo: take back ${q.label}, wheel ${mark}`}
            onClick={() => back(last.id)}
            className="min-h-[24px] min-w-[24px] text-[12.5px] pointer-coarse:min-h-[44px] pointer-coarse:min-w-[44px] text-accent underline underline-offset-2"
          >
            undo
          </button>
        ) : null}
      </span>
      <input
        ref={input}
        data-reading
        value={typed}
        maxLength={40}
        onChange={(e) => change(e.target.value)}
        inputMode="decimal"
        autoComplete="off"
        aria-label={`${q.label}, wheel ${mark}`}
        aria-invalid={error !== null}
        placeholder={unitHint(q.kind, units)}
        className={cx(
          'touch figure w-full min-w-0 rounded-[3px] border bg-sheet px-1.5 text-[15px] placeholder:text-soft',
          error ? 'border-stop bg-stop-wash' : 'border-strong',
        )}
      />
      <OnWay texts={onWay} />
      {error ? (
        <p role="alert" className="pt-1.5 text-[12.5px] leading-tight text-stop">
          {error}
        </p>
      ) : null}
      {apart ? (
        <p className="text-[12.5px] leading-tight text-caution">
          {readingText(q, apart.value, units)} does not match the earlier readings.{' '}
          <button type="button" className="min-h-[24px] text-accent underline" onClick={() => back(apart.id)}>
            Take it back
          </button>
        </p>
      ) : null}
    </form>
  );
}

'use client';

import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { compareGap, gapCheckText } from '@/core/figures/gaps';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { asShown, unitShown } from '@/core/units/parse';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';
import type { CornerCompared } from '@/usecases/torque/gapCompare';
import { keepGapFitted, takeBackGapFitted } from './actions';

/** Compare: the gap at each corner as predicted and as it came out, both sides. */
export function CompareGap({
  jobId,
  of,
  rows,
  units,
}: {
  jobId: string;
  /** Which axle, where there are two: “, front axle”. */
  of: string;
  rows: readonly CornerCompared[];
  units: UnitSystem;
}) {
  return (
    <section aria-labelledby={`compare-${jobId}`} className="border-t border-line p-5">
      <h2 id={`compare-${jobId}`}>
        Compare{of}: gap from arch to tyre, as predicted and as it is now. Car down, settled by rolling.
      </h2>
      <ul className="mt-2 divide-y divide-line border-y border-line">
        {rows.map((r) => (
          <CompareRow key={r.corner} jobId={jobId} row={r} units={units} />
        ))}
      </ul>
    </section>
  );
}

function CompareRow({ jobId, row, units }: { jobId: string; row: CornerCompared; units: UnitSystem }) {
  const [typed, setTyped] = useState('');
  const [error, setError] = useState<string>();
  const [busy, start] = useTransition();
  const { after: predicted, measured, last } = row;
  const check = predicted && measured ? compareGap(predicted, measured) : null;
  const keep = () =>
    start(async () => {
      const result = await ask(() => keepGapFitted(jobId, row.corner, asShown(typed, 'length', units)));
      if (!result.ok) return setError(result.message);
      setTyped('');
      setError(undefined);
    });
  const back = (id: string) =>
    start(async () => {
      const result = await ask(() => takeBackGapFitted(jobId, id));
      setError(result.ok ? undefined : result.message);
    });
  return (
    <li
      className="grid grid-cols-[110px_minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-x-5 gap-y-1 py-2 max-md:grid-cols-2"
      data-corner={row.corner}
    >
      <span className="font-[600]">{CORNER_LABEL[row.corner]}</span>
      <span className="text-[14px]">
        {predicted ? (
          <>
            predicted <span className="figure text-[17px] font-[600]">{formatLength(predicted.value, units)}</span>{' '}
            <span className="figure text-[13px] text-soft">± {formatLength(predicted.pm, units, 'up')}</span>
          </>
        ) : (
          'no prediction: the gap was not measured before'
        )}
        {row.before === null ? null : (
          <span className="block text-[12.5px] text-soft">was {formatLength(row.before, units)}</span>
        )}
      </span>
      <span className="text-[14px]">
        {measured ? (
          <>
            <span className="flex items-center gap-2">
              <VerdictMark level={check === null ? 'note' : check.agrees ? 'pass' : 'caution'} size={13} />
              now <span className="figure text-[17px] font-[600]">{formatLength(measured.value, units)}</span>
            </span>
            <span className="block text-[12.5px] text-soft">
              {check === null ? '' : gapCheckText(check, units)} {last?.words}
            </span>
          </>
        ) : (
          <span className="inline-flex items-center gap-2">
            <VerdictMark level="unmeasured" size={13} /> not measured since
          </span>
        )}
      </span>
      <form
        noValidate
        className="flex items-end gap-1"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <Field
          label={`Gap now, ${CORNER_LABEL[row.corner]}`}
          figure
          unit={unitShown('length', units)}
          inputMode="decimal"
          value={typed}
          error={error}
          onChange={(e) => setTyped(e.target.value)}
          className="w-[170px]"
        />
        <Button type="submit" disabled={busy} aria-label={`Save gap, ${CORNER_LABEL[row.corner]}`}>
          Save
        </Button>
        {last ? (
          <Button
            look="quiet"
            disabled={busy}
            aria-label={`Undo: take back gap, ${CORNER_LABEL[row.corner]}`}
            onClick={() => back(last.id)}
          >
            Undo
          </Button>
        ) : null}
      </form>
    </li>
  );
}

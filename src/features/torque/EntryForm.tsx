'use client';

import { useEffect, useRef, useState } from 'react';
import type { Corner } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import type { Joint, Pass, TorqueReading } from '@/core/torque/log';
import { nmToLbfFt } from '@/core/units/factors';
import type { UnitSystem } from '@/core/units/format';
import { parseAngle, parseTorque } from '@/core/units/parse';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import type { EntryTyped } from '@/usecases/torque/torqueTyped';

export interface EntryFormProps {
  readonly corner: Corner;
  readonly joint: Joint;
  readonly pass: Pass;
  readonly lug: number;
  /** Number of the lug on the face. */
  readonly position: number | null;
  readonly target: number;
  readonly units: UnitSystem;
  readonly onEntry: (typed: Omit<EntryTyped, 'seq'>, reading: TorqueReading) => void;
}

/**
 * One entry for the lug that is next; the form stays while the lugs go by, and so does the focus. The figure is never
 * filled in beforehand: a reading is read.
 */
export function EntryForm({ corner, joint, pass, lug, position, target, units, onEntry }: EntryFormProps) {
  const first = useRef<HTMLInputElement>(null);
  const [reading, setReading] = useState('');
  const [angle, setAngle] = useState('');
  const [sure, setSure] = useState<string | null>(null);
  const [error, setError] = useState<{ reading?: string | undefined; angle?: string | undefined }>({});
  const moves = pass === 'verify' || pass === 'recheck';

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new pass has other fields, and the next entry begins in its first.
  useEffect(() => {
    first.current?.focus();
  }, [pass]);

  const submit = () => {
    const typed = units === 'imperial' && /^[\d.,\s/]+$/.test(reading) ? `${reading} lbf·ft` : reading;
    const figure = tryInput(() => parseTorque('Reading', typed, { min: 1, max: 1000 }).value);
    const moved = moves
      ? tryInput(() => parseAngle('Movement', angle, { min: 0, max: 360 }).value)
      : { value: null, error: undefined };
    setError({ reading: figure.error, angle: moved.error });
    if (figure.value === undefined || moved.value === undefined) return;
    // 12 or 1200 for 120 is a slip of the hand: it is asked about before it stands in a log that nothing is taken from.
    const off = figure.value < target / 2 || figure.value > target * 1.5;
    if (off && sure !== typed) return setSure(typed);
    setSure(null);
    onEntry(
      { corner, joint, pass, lug, reading: typed, angle, felt: null, tool: 'wrench with figures' },
      { pass, lug, reading: figure.value, angle: moved.value },
    );
    setReading('');
    setAngle('');
    first.current?.focus();
  };

  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
      className="flex flex-col gap-3"
    >
      <p className="text-[18px]">
        Lug <span className="figure text-[32px] leading-none font-[650]">{position}</span>
        {pass === 'final' ? ' to the figure' : ' once more: does it move?'}
      </p>
      <div className="grid grid-cols-2 gap-3">
        <Field
          ref={first}
          label="Reading"
          figure
          inputMode="decimal"
          unit={units === 'imperial' ? 'lbf·ft' : 'N·m'}
          value={reading}
          maxLength={20}
          onChange={(e) => setReading(e.target.value)}
          error={error.reading}
          hint={`Figure ${Number((units === 'imperial' ? nmToLbfFt(target) : target).toFixed(1))}`}
        />
        {moves ? (
          <Field
            label="Movement"
            figure
            inputMode="decimal"
            unit="°"
            value={angle}
            maxLength={20}
            onChange={(e) => setAngle(e.target.value)}
            error={error.angle}
            hint="0 if it held"
          />
        ) : null}
      </div>
      {sure !== null ? (
        <p role="alert" className="border-l-4 border-caution pl-3 text-[16px]">
          Is it really {sure.trim()}? The figure is{' '}
          {Number((units === 'imperial' ? nmToLbfFt(target) : target).toFixed(1))}. Enter it once more, or type what the
          wrench showed.
        </p>
      ) : null}
      <Button type="submit" look="main" className="!min-h-[64px] text-[18px]">
        Enter reading
      </Button>
    </form>
  );
}

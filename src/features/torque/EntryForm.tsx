'use client';

import { useEffect, useRef, useState, useTransition } from 'react';
import type { Corner } from '@/core/plan/vocabulary';
import type { Joint, Pass } from '@/core/torque/log';
import { nmToLbfFt } from '@/core/units/factors';
import type { UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { enter } from './actions';

/** One entry for the lug that is next. The figure is never filled in beforehand: a reading is read. */
export function EntryForm({ jobId, corner, joint, pass, lug, position, target, units }: {
  jobId: string;
  corner: Corner;
  joint: Joint;
  pass: Pass;
  lug: number;
  position: number | null;
  target: number;
  units: UnitSystem;
}) {
  const first = useRef<HTMLInputElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const [reading, setReading] = useState('');
  const [angle, setAngle] = useState('');
  const [error, setError] = useState<{ field: string; message: string } | null>(null);
  const [busy, start] = useTransition();
  const figures = pass !== 'snug' && pass !== 'lower';

  useEffect(() => {
    (first.current ?? button.current)?.focus();
  }, []);

  const send = () =>
    start(async () => {
      const typed = units === 'imperial' && /^[\d.,\s/]+$/.test(reading) ? `${reading} lbf·ft` : reading;
      const result = await enter(jobId, { corner, joint, pass, lug, reading: typed, angle, tool: 'click wrench' });
      if (!result.ok) setError({ field: result.field ?? '', message: result.message });
    });

  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
      className="flex flex-col gap-3"
    >
      {pass === 'lower' ? (
        <p className="text-[18px]">All snug in the air. Lower until the tyre just touches.</p>
      ) : (
        <p className="text-[18px]">
          Lug <span className="figure text-[32px] leading-none font-[650]">{position}</span>
          {pass === 'snug' ? (joint === 'adapter' ? ' snug by hand, hub held from turning' : ' snug by hand, wheel in the air') : pass === 'final' ? ' to the figure' : ' once more: does it move?'}
        </p>
      )}
      {figures ? (
        <div className="grid grid-cols-2 gap-3">
          <Field
            ref={first}
            label="Reading"
            figure
            inputMode="decimal"
            unit={units === 'imperial' ? 'lbf·ft' : 'N·m'}
            value={reading}
            onChange={(e) => setReading(e.target.value)}
            error={error?.field === 'Reading' ? error.message : undefined}
            hint={`Figure ${Number((units === 'imperial' ? nmToLbfFt(target) : target).toFixed(1))}`}
          />
          {pass === 'final' ? null : (
            <Field
              label="Movement"
              figure
              inputMode="decimal"
              unit="°"
              value={angle}
              onChange={(e) => setAngle(e.target.value)}
              error={error?.field === 'Movement' ? error.message : undefined}
              hint="0 if it held"
            />
          )}
        </div>
      ) : null}
      {error && error.field !== 'Reading' && error.field !== 'Movement' ? (
        <p role="alert" className="font-[560] text-stop">
          {error.message}
        </p>
      ) : null}
      <Button ref={button} type="submit" look="main" disabled={busy} className="min-h-[64px] text-[18px]">
        {pass === 'snug' ? 'Snug' : pass === 'lower' ? 'Lowered, tyre touches' : 'Enter reading'}
      </Button>
    </form>
  );
}

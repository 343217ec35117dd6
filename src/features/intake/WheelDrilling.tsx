'use client';

import { useState, useTransition } from 'react';
import { tryInput } from '@/core/errors';
import { type Drilling, drillingText, drillingWords, parseDrilling } from '@/core/parts/drilling';
import type { UnitSystem } from '@/core/units/format';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { drillWheelSet } from './actions';

/** Lugs and bolt circle of a wheel set: shown, typed, or with one tap as a hub of the car. */
export function WheelDrilling({
  vehicleId,
  wheelSetId,
  drilling,
  hubs,
  units,
}: {
  vehicleId: string;
  wheelSetId: string;
  drilling: Drilling | null;
  hubs: readonly Drilling[];
  units: UnitSystem;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const offers = [...new Set(hubs.map(drillingText))];
  const keep = (text: string) =>
    start(async () => {
      setFailure(null);
      const kept = await ask(() => drillWheelSet(vehicleId, wheelSetId, text));
      if (kept.ok) setTyped(null);
      else setFailure(kept.message);
    });
  if (typed !== null) {
    const read = typed.trim() === '' ? null : tryInput(() => parseDrilling('Drilled for', typed));
    return (
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          keep(typed);
        }}
      >
        <Field
          label="Drilled for"
          figure
          autoFocus
          value={typed}
          error={read?.error ?? failure ?? undefined}
          onChange={(e) => setTyped(e.target.value)}
          className="w-[130px]"
        />
        <Button type="submit" disabled={busy || read?.error !== undefined}>
          Save
        </Button>
      </form>
    );
  }
  return (
    <span className="flex flex-wrap items-center gap-x-3">
      <span className="figure">{drilling ? drillingWords(drilling, units) : 'Bolt circle not known'}</span>
      {drilling
        ? null
        : offers.map((text) => (
            <button
              key={text}
              type="button"
              disabled={busy}
              onClick={() => keep(text)}
              className="touch font-[560] text-accent underline underline-offset-4"
            >
              Fits {text}
            </button>
          ))}
      <button
        type="button"
        onClick={() => setTyped(drilling ? drillingText(drilling) : '')}
        className="touch text-accent underline underline-offset-4"
      >
        Change<span className="sr-only"> what this set is drilled for</span>
      </button>
      {failure ? (
        <span role="alert" className="text-stop">
          {failure}
        </span>
      ) : null}
    </span>
  );
}

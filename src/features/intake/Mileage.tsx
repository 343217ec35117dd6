'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useUnkept } from '@/ui/useUnkept';
import { keepMileage } from './actions';

/** What the odometer shows as the car comes in, once for the visit; it stands on the record. */
export function Mileage({
  jobId,
  visitId,
  kept,
  unit,
}: {
  jobId: string;
  visitId: string;
  kept: string;
  unit: string;
}) {
  const [typed, setTyped] = useUnkept<string | null>(`${visitId}/mileage`, null);
  const [error, setError] = useState<string | undefined>();
  const [busy, start] = useTransition();
  const save = () =>
    start(async () => {
      if (typed === null) return;
      const result = await ask(() => keepMileage(jobId, typed));
      setError(result.ok ? undefined : result.message);
      // Typed on meanwhile, it stays.
      if (result.ok) setTyped((now) => (now === typed ? null : now));
    });
  return (
    <form
      noValidate
      className="flex items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <Field
        label="Mileage at arrival"
        hint="Once for the visit; it goes on the record."
        figure
        unit={unit}
        inputMode="numeric"
        maxLength={40}
        value={typed ?? kept}
        error={error}
        onChange={(e) => {
          setError(undefined);
          setTyped(e.target.value);
        }}
        className="w-[230px]"
      />
      {typed === null || typed === kept ? null : (
        <Button type="submit" disabled={busy} className="mt-[23px]">
          Save mileage
        </Button>
      )}
    </form>
  );
}

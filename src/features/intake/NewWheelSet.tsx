'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { z } from 'zod';
import { SEAT_LABEL } from '@/core/document/labels';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { takeInWheelSet } from './actions';
import { EMPTY_VEHICLE, wheelSetForm } from './schema';

const SEATS = optionsOf(SEAT_LABEL);

/** Adds another wheel set to a vehicle, folded away until it is wanted. */
export function NewWheelSet({ vehicleId }: { vehicleId: string }) {
  const [open, setOpen] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const form = useForm<z.input<typeof wheelSetForm>, unknown, z.output<typeof wheelSetForm>>({
    resolver: zodResolver(wheelSetForm),
    defaultValues: EMPTY_VEHICLE.wheelSet,
    mode: 'onTouched',
  });
  const e = form.formState.errors;
  if (!open) {
    return (
      <Button look="quiet" className="self-start" onClick={() => setOpen(true)}>
        Add a wheel set
      </Button>
    );
  }
  const submit = form.handleSubmit(async () => {
    const result = await ask(() => takeInWheelSet(vehicleId, form.getValues()));
    if (!result.ok) return setFailure(result.message);
    form.reset();
    setOpen(false);
  });
  return (
    <form onSubmit={submit} noValidate className="grid gap-3 sm:grid-cols-[1fr_1fr_1fr_1fr_auto]">
      <Field label="Wheel set" error={e.setName?.message} {...form.register('setName')} />
      <Field label="Tyre" error={e.tyre?.message} {...form.register('tyre')} />
      <Field label="Offset ET" unit="mm" figure error={e.offset?.message} {...form.register('offset')} />
      <SelectField label="Seat in the wheel" options={SEATS} {...form.register('wheelSeat')} />
      <Button type="submit" look="main" className="self-end">
        Add
      </Button>
      {failure ? (
        <p role="alert" className="text-stop sm:col-span-5">
          {failure}
        </p>
      ) : null}
    </form>
  );
}

'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { z } from 'zod';
import { SEAT_LABEL } from '@/core/document/labels';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import type { Result } from '@/usecases/result';
import { EMPTY_SET, wheelSetForm } from './schema';

const SEATS = optionsOf(SEAT_LABEL);
const HERE = [
  { value: 'no', label: 'Yes' },
  { value: 'yes', label: 'Not yet, planned' },
];
export type SetTyped = z.input<typeof wheelSetForm>;

/** A wheel set, new or corrected: front and rear alike until they are said to differ. */
export function WheelSetForm({
  start = EMPTY_SET,
  verb,
  reaches = [],
  save,
  onDone,
}: {
  start?: SetTyped;
  verb: string;
  /** What the change reaches in open jobs, said before it is kept. */
  reaches?: readonly string[];
  save: (typed: SetTyped) => Promise<Result<unknown>>;
  onDone: () => void;
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const form = useForm<SetTyped, unknown, z.output<typeof wheelSetForm>>({
    resolver: zodResolver(wheelSetForm),
    defaultValues: start,
    mode: 'onTouched',
  });
  const { errors: e, isSubmitting } = form.formState;
  const rear = useWatch({ control: form.control, name: 'rear' });
  const submit = form.handleSubmit(async () => {
    setFailure(null);
    const result = await ask(() => save(form.getValues()));
    if (!result.ok) return setFailure(result.message);
    form.reset();
    onDone();
  });
  const differ = () => {
    const { tyre, offset, wheelSeat, drilling } = form.getValues();
    form.setValue('rear', { tyre, offset, wheelSeat, drilling });
  };
  return (
    <form onSubmit={submit} noValidate className="flex flex-col gap-3 border-l-2 border-accent py-1 pl-4">
      <div className="grid gap-3 sm:grid-cols-[1.2fr_1fr]">
        <Field label="Wheel set" error={e.setName?.message} {...form.register('setName')} />
        <SelectField label="Here" options={HERE} {...form.register('planned')} />
      </div>
      <fieldset className="grid gap-3 sm:grid-cols-4">
        <legend className="narrow mb-1 text-[13px] font-[600] text-soft">
          {rear ? 'Front wheels' : 'All four wheels'}
        </legend>
        <Field label="Tyre" hint="225/45R17; empty if not read" error={e.tyre?.message} {...form.register('tyre')} />
        <Field label="Offset ET" unit="mm" figure error={e.offset?.message} {...form.register('offset')} />
        <SelectField label="Seat in the wheel" options={SEATS} {...form.register('wheelSeat')} />
        <Field label="Drilled for" figure hint="5x112" error={e.drilling?.message} {...form.register('drilling')} />
      </fieldset>
      {rear ? (
        <fieldset className="grid gap-3 sm:grid-cols-4">
          <legend className="narrow mb-1 text-[13px] font-[600] text-soft">Rear wheels</legend>
          <Field label="Rear tyre" error={e.rear?.tyre?.message} {...form.register('rear.tyre')} />
          <Field
            label="Rear offset ET"
            unit="mm"
            figure
            error={e.rear?.offset?.message}
            {...form.register('rear.offset')}
          />
          <SelectField label="Seat in the rear wheel" options={SEATS} {...form.register('rear.wheelSeat')} />
          <Field
            label="Rear drilled for"
            figure
            error={e.rear?.drilling?.message}
            {...form.register('rear.drilling')}
          />
        </fieldset>
      ) : null}
      {reaches.length > 0 ? (
        <div className="border-l-2 border-caution pl-3 text-[14px]">
          <p className="font-[560]">Open jobs on these wheels:</p>
          <ul className="list-disc pl-5">
            {reaches.map((r) => (
              <li key={r}>{r}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-3">
        <Button type="submit" look="main" disabled={isSubmitting}>
          {verb}
        </Button>
        {rear ? (
          <Button onClick={() => form.setValue('rear', null)}>Rear as the front</Button>
        ) : (
          <Button onClick={differ}>Rear wheels differ</Button>
        )}
        <Button look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

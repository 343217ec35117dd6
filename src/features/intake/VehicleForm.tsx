'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { type FieldPath, type UseFormReturn, useForm, useWatch } from 'react-hook-form';
import { ENDS } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useFocusOnArrival } from '@/ui/focusField';
import { useCarried } from '@/ui/useCarried';
import type { Result } from '@/usecases/result';
import { CarriedNote } from './CarriedNote';
import { EndFields } from './EndFields';
import { FirstWheels } from './FirstWheels';
import { SeenBefore } from './SeenBefore';
import { EMPTY_HUB, type VehicleParsed, type VehicleTyped, vehicleForm } from './schema';
import { leftToLook, useExpected } from './useExpected';
import { forgetForm, useKeptForm } from './useKeptForm';

type Form = UseFormReturn<VehicleTyped, unknown, VehicleParsed>;

/** Intake of a vehicle: what is on the car, axle by axle. Says what is wrong on the field and keeps what was typed. */
export function VehicleForm({
  start,
  save,
  edit,
  field = null,
  after = null,
  call = null,
}: {
  start: VehicleTyped;
  save: (typed: VehicleTyped, confirmed?: readonly string[]) => Promise<Result<string>>;
  edit?: boolean;
  /** Name of the field where one arrives. */
  field?: string | null;
  /** Where it goes once saved; left out or null, to the vehicle. */
  after?: string | null;
  /** Who called for it: the new job knows. */
  call?: string | null;
}) {
  const router = useRouter();
  const form: Form = useForm<VehicleTyped, unknown, VehicleParsed>({
    resolver: zodResolver(vehicleForm),
    defaultValues: start,
    mode: 'onTouched',
  });
  const [failure, setFailure] = useState<string | null>(null);
  const { register, formState, handleSubmit, getValues, setValue } = form;
  useKeptForm(form, edit || call ? null : 'take-in');
  useFocusOnArrival(field);
  const [carried, setCarried] = useCarried();
  useEffect(() => {
    if (!carried || edit) return;
    for (const axle of ENDS) {
      for (const [name, value] of Object.entries(carried.hub)) {
        const field = `${axle}.${name}` as FieldPath<VehicleTyped>;
        if (value !== undefined && getValues(field) === EMPTY_HUB[name as keyof typeof EMPTY_HUB])
          setValue(field, value);
      }
    }
    if (carried.offset !== undefined && getValues('wheelSet.offset') === '')
      setValue('wheelSet.offset', carried.offset);
  }, [carried, edit, getValues, setValue]);
  const e = formState.errors;
  const expected = useExpected(form);
  const name = useWatch({ control: form.control, name: 'name' });

  const submit = handleSubmit(async () => {
    setFailure(null);
    const [unseen, ...more] = edit ? [] : expected.left();
    if (unseen) {
      setFailure(leftToLook(more.length + 1, 'this one'));
      return form.setFocus(unseen);
    }
    const result = await ask(() => (edit ? save(getValues()) : save(getValues(), expected.confirmed)));
    if (result.ok) {
      forgetForm('take-in');
      if (!edit) expected.forget();
      router.push(after ?? `/vehicles/${result.value}${call ? `?call=${call}#new-job` : ''}`);
    } else setFailure(result.message);
  });

  return (
    <form onSubmit={submit} noValidate className="flex max-w-[1080px] flex-col gap-6">
      {carried && !edit ? <CarriedNote carried={carried} onDrop={() => setCarried(null)} /> : null}
      <section className="grid gap-3 sm:grid-cols-[2fr_1fr]">
        <Field
          label="Vehicle"
          hint="Make and model as you would say it. Leave empty to use the number plate."
          error={e.name?.message}
          {...register('name')}
        />
        <Field label="Plate" error={e.plate?.message} {...register('plate')} />
      </section>
      {edit ? null : <SeenBefore name={name} onFill={expected.fillHubs} />}
      <div className="grid items-start gap-6 lg:grid-cols-2">
        {ENDS.map((end) => (
          <EndFields key={end} form={form} end={end} edit={edit === true} expected={expected} />
        ))}
      </div>
      {edit ? null : <FirstWheels form={form} model={name} expected={expected} />}
      <Field label="Notes" error={e.notes?.message} {...register('notes')} />
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
      <div className="flex gap-3">
        <Button type="submit" look="main" disabled={formState.isSubmitting}>
          {edit ? 'Save vehicle' : 'Take in'}
        </Button>
      </div>
    </form>
  );
}

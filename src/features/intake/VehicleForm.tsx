'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type FieldPath, useForm, type UseFormReturn, useWatch } from 'react-hook-form';
import { NUT_STYLE_LABEL, SEAT_LABEL, THREAD_MATERIAL_LABEL } from '@/core/document/labels';
import { BOLT_CLASSES } from '@/core/thread/classes';
import type { Result } from '@/usecases/result';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { type VehicleParsed, type VehicleTyped, vehicleForm } from './schema';

const SEATS = optionsOf(SEAT_LABEL);
const FASTENING = [
  { value: 'bolt', label: 'Bolts' },
  { value: 'stud', label: 'Studs and nuts' },
];
const MATERIAL = optionsOf(THREAD_MATERIAL_LABEL);
const NUTS = optionsOf(NUT_STYLE_LABEL);
const CLASSES = BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }));
const YES_NO = [
  { value: 'no', label: 'No' },
  { value: 'yes', label: 'Yes, one' },
];

type Form = UseFormReturn<VehicleTyped, unknown, VehicleParsed>;

/** Intake of a vehicle: what is on the car, axle by axle. Says what is wrong on the field and keeps what was typed. */
export function VehicleForm({
  start,
  save,
  edit,
}: {
  start: VehicleTyped;
  save: (typed: VehicleTyped) => Promise<Result<string>>;
  edit?: boolean;
}) {
  const router = useRouter();
  const form: Form = useForm<VehicleTyped, unknown, VehicleParsed>({
    resolver: zodResolver(vehicleForm),
    defaultValues: start,
    mode: 'onTouched',
  });
  const [failure, setFailure] = useState<string | null>(null);
  const { register, formState, handleSubmit, getValues, setValue } = form;
  const e = formState.errors;

  const submit = handleSubmit(async () => {
    setFailure(null);
    const result = await ask(() => save(getValues()));
    if (result.ok) router.push(`/vehicles/${result.value}`);
    else setFailure(result.message);
  });

  return (
    <form onSubmit={submit} noValidate className="flex max-w-[1080px] flex-col gap-6">
      <section className="grid gap-3 sm:grid-cols-[2fr_1fr]">
        <Field
          label="Vehicle"
          hint="Make and model as you would say it."
          error={e.name?.message}
          {...register('name')}
        />
        <Field label="Plate" error={e.plate?.message} {...register('plate')} />
      </section>
      <div className="grid gap-6 lg:grid-cols-2">
        <HubFields form={form} axle="front" />
        <HubFields
          form={form}
          axle="rear"
          copy={() =>
            setValue('rear', getValues('front'), { shouldValidate: formState.isSubmitted, shouldDirty: true })
          }
        />
      </div>
      {edit ? null : (
        <fieldset className="grid gap-3 border-t border-line pt-4 sm:grid-cols-4">
          <legend className="float-left mb-1 w-full text-[15px] font-[640] sm:col-span-4">Wheel set it came on</legend>
          <Field
            label="Wheel set"
            hint="A short name."
            error={e.wheelSet?.setName?.message}
            {...register('wheelSet.setName')}
          />
          <Field
            label="Tyre"
            hint="From the sidewall, e.g. 225/45R17."
            error={e.wheelSet?.tyre?.message}
            {...register('wheelSet.tyre')}
          />
          <Field
            label="Offset ET"
            unit="mm"
            figure
            hint="Stamped on the wheel. Empty if unreadable."
            error={e.wheelSet?.offset?.message}
            {...register('wheelSet.offset')}
          />
          <SelectField
            label="Seat in the wheel"
            options={SEATS}
            error={e.wheelSet?.wheelSeat?.message}
            {...register('wheelSet.wheelSeat')}
          />
        </fieldset>
      )}
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

function HubFields({ form, axle, copy }: { form: Form; axle: 'front' | 'rear'; copy?: () => void }) {
  const { register, formState, control } = form;
  const errors = formState.errors[axle];
  const fastening = useWatch({ control, name: `${axle}.fastening` });
  const at = <K extends keyof VehicleTyped['front']>(name: K): FieldPath<VehicleTyped> =>
    `${axle}.${name}` as FieldPath<VehicleTyped>;
  return (
    <fieldset className="grid grid-cols-2 content-start gap-3 border-t border-line pt-4">
      <legend className="float-left col-span-2 touch mb-1 flex w-full items-center justify-between text-[15px] font-[640]">
        {axle === 'front' ? 'Front axle' : 'Rear axle'}
        {copy ? (
          <button
            type="button"
            onClick={copy}
            className="touch px-2 text-[14px] font-[560] text-accent underline underline-offset-4"
          >
            Same as front
          </button>
        ) : null}
      </legend>
      <Field label="Lugs" figure inputMode="numeric" error={errors?.lugs?.message} {...register(at('lugs'))} />
      <Field
        label="Bolt circle"
        figure
        unit="mm"
        inputMode="decimal"
        error={errors?.boltCircle?.message}
        {...register(at('boltCircle'))}
      />
      <SelectField label="Held by" options={FASTENING} {...register(at('fastening'))} />
      <Field
        label="Thread"
        figure
        hint="Such as M14x1.5 or 1/2-20."
        error={errors?.thread?.message}
        {...register(at('thread'))}
      />
      <SelectField
        label={fastening === 'bolt' ? 'Seat of the bolts' : 'Seat of the nuts'}
        options={SEATS}
        {...register(at('seat'))}
      />
      <SelectField
        label={fastening === 'bolt' ? 'Hub thread cut in' : 'Nuts made of'}
        options={MATERIAL}
        {...register(at('threadMaterial'))}
      />
      <SelectField
        label={fastening === 'bolt' ? 'Class on the bolts' : 'Class on the studs'}
        options={CLASSES}
        {...register(at('fastenerClass'))}
      />
      <Field
        label={fastening === 'bolt' ? 'Hub strength' : 'Nut strength'}
        figure
        unit="MPa"
        hint="Only if a leaflet says so."
        error={errors?.tensile?.message}
        {...register(at('tensile'))}
      />
      {fastening === 'stud' ? <SelectField label="Nuts" options={NUTS} {...register(at('nutStyle'))} /> : null}
      <SelectField label="Locking fastener" options={YES_NO} {...register(at('locking'))} />
      <Field
        label="Torque"
        figure
        unit="N·m"
        error={errors?.torque?.message}
        {...register(at('torque'))}
        className={fastening === 'stud' ? '' : 'col-start-1'}
      />
      <Field
        label="Torque source"
        hint="Handbook page, door plate, supplier’s leaflet."
        error={errors?.torqueSource?.message}
        {...register(at('torqueSource'))}
        className={fastening === 'stud' ? 'col-span-2' : ''}
      />
    </fieldset>
  );
}

'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { type FieldPath, type UseFormReturn, useForm, useWatch } from 'react-hook-form';
import { HARDWARE_LABEL, NUT_STYLE_LABEL, SEAT_LABEL, THREAD_MATERIAL_LABEL } from '@/core/document/labels';
import { BOLT_CLASSES, NUT_CLASSES_SAID } from '@/core/thread/classes';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { useFocusOnArrival } from '@/ui/focusField';
import { useCarried } from '@/ui/useCarried';
import type { Result } from '@/usecases/result';
import { CarriedNote } from './CarriedNote';
import { FirstWheels } from './FirstWheels';
import { SeenBefore } from './SeenBefore';
import { EMPTY_HUB, type VehicleParsed, type VehicleTyped, vehicleForm } from './schema';
import { leftToLook, useExpected } from './useExpected';
import { forgetForm, useKeptForm } from './useKeptForm';

const SEATS = optionsOf(SEAT_LABEL);
const FASTENING = [
  { value: 'bolt', label: 'Bolts' },
  { value: 'stud', label: 'Studs and nuts' },
];
const MATERIAL = optionsOf(THREAD_MATERIAL_LABEL);
const NUTS = optionsOf(NUT_STYLE_LABEL);
const CLASSES = BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }));
const NUT_CLASSES = NUT_CLASSES_SAID.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }));
const WHOSE = optionsOf(HARDWARE_LABEL);
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
    for (const axle of ['front', 'rear'] as const) {
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
      <div className="grid gap-6 lg:grid-cols-2">
        <HubFields form={form} axle="front" edit={edit === true} expected={expected} />
        <HubFields
          form={form}
          axle="rear"
          edit={edit === true}
          expected={expected}
          copy={(names) => {
            const front = getValues('front');
            expected.copyHub('front', 'rear', names);
            for (const name of names)
              setValue(`rear.${name}` as FieldPath<VehicleTyped>, front[name], {
                shouldValidate: formState.isSubmitted,
                shouldDirty: true,
              });
          }}
        />
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

type HubField = keyof VehicleTyped['front'];

/** Groups that are copied from the front axle as one. */
const GROUPS = {
  hub: ['lugs', 'boltCircle', 'thread', 'fastening'],
  hardware: ['seat', 'threadMaterial', 'fastenerClass', 'tensile', 'nutStyle', 'nutClass', 'locking'],
  torque: ['torque', 'torqueSource'],
  on: ['hardware', 'found'],
} as const satisfies Readonly<Record<string, readonly HubField[]>>;
const ALL = Object.values(GROUPS).flat();

function HubFields({
  form,
  axle,
  edit,
  expected,
  copy,
}: {
  form: Form;
  axle: 'front' | 'rear';
  edit: boolean;
  expected: ReturnType<typeof useExpected>;
  copy?: (names: readonly HubField[]) => void;
}) {
  const { register, formState, control } = form;
  const errors = formState.errors[axle];
  const fastening = useWatch({ control, name: `${axle}.fastening` });
  const bolt = fastening === 'bolt';
  const values = useWatch({ control, name: axle });
  /** Label of a field, and where what stands in it is only expected. */
  const named = (label: string, name: HubField) =>
    edit ? { label } : expected.field(`${axle}.${name}`, values[name], label, `, ${axle} axle`);
  const at = (name: HubField): FieldPath<VehicleTyped> => `${axle}.${name}` as FieldPath<VehicleTyped>;
  const group = (title: string, names: readonly HubField[]) => (
    <GroupHead title={title} copy={copy ? () => copy(names) : undefined} />
  );
  return (
    <fieldset className="grid grid-cols-2 content-start gap-3 border-t border-line pt-4">
      <legend className="float-left col-span-2 touch mb-1 flex w-full items-center justify-between text-[15px] font-[640]">
        {axle === 'front' ? 'Front axle' : 'Rear axle'}
        {copy ? <CopyButton label="Same as front" onCopy={() => copy(ALL)} /> : null}
      </legend>
      {group('Hub', GROUPS.hub)}
      <Field
        {...named('Thread', 'thread')}
        figure
        hint="Such as M14x1.5 or 1/2-20."
        error={errors?.thread?.message}
        {...register(at('thread'))}
      />
      <SelectField {...named('Held by', 'fastening')} options={FASTENING} {...register(at('fastening'))} />
      <Field
        {...named('Lugs', 'lugs')}
        figure
        inputMode="numeric"
        error={errors?.lugs?.message}
        {...register(at('lugs'))}
      />
      <Field
        {...named('Bolt circle', 'boltCircle')}
        figure
        unit="mm"
        inputMode="decimal"
        error={errors?.boltCircle?.message}
        {...register(at('boltCircle'))}
      />
      {group(bolt ? 'Bolts' : 'Studs and nuts', GROUPS.hardware)}
      <SelectField
        {...named(bolt ? 'Seat of the bolts' : 'Seat of the nuts', 'seat')}
        options={SEATS}
        {...register(at('seat'))}
      />
      <SelectField
        {...named(bolt ? 'Hub thread cut in' : 'Nuts made of', 'threadMaterial')}
        options={MATERIAL}
        {...register(at('threadMaterial'))}
      />
      <SelectField
        label={bolt ? 'Class on the bolts' : 'Class on the studs'}
        options={CLASSES}
        {...register(at('fastenerClass'))}
      />
      <Field
        label={bolt ? 'Hub strength' : 'Nut strength'}
        figure
        unit="MPa"
        hint="Only if a leaflet says so."
        error={errors?.tensile?.message}
        {...register(at('tensile'))}
      />
      {bolt ? null : <SelectField {...named('Nuts', 'nutStyle')} options={NUTS} {...register(at('nutStyle'))} />}
      {bolt ? null : <SelectField label="Class on the nuts" options={NUT_CLASSES} {...register(at('nutClass'))} />}
      <SelectField label="Locking fastener" options={YES_NO} {...register(at('locking'))} />
      {group('On it now', GROUPS.on)}
      <SelectField
        label={bolt ? 'Bolts on it now' : 'Studs and nuts on it now'}
        options={WHOSE}
        {...register(at('hardware'))}
      />
      {edit ? null : (
        <Field
          label="Spacer on it"
          figure
          unit="mm"
          inputMode="decimal"
          hint="Between hub and wheel. Leave empty for none."
          error={errors?.found?.message}
          {...register(at('found'))}
        />
      )}
      {group('Torque', GROUPS.torque)}
      <Field label="Torque" figure unit="N·m" error={errors?.torque?.message} {...register(at('torque'))} />
      <Field
        label="Torque source"
        hint="Handbook page, door plate, supplier’s leaflet. Both may wait."
        error={errors?.torqueSource?.message}
        {...register(at('torqueSource'))}
      />
    </fieldset>
  );
}

function GroupHead({ title, copy }: { title: string; copy: (() => void) | undefined }) {
  return (
    <p className="col-span-2 -mb-1 flex min-h-[44px] items-center justify-between border-b border-line text-[13px] font-[600] text-soft">
      {title}
      {copy ? <CopyButton label={`${title} as the front`} onCopy={copy} /> : null}
    </p>
  );
}

const CopyButton = ({ label, onCopy }: { label: string; onCopy: () => void }) => (
  <button
    type="button"
    onClick={onCopy}
    className="touch px-2 text-[14px] font-[560] text-accent underline underline-offset-4"
  >
    {label}
  </button>
);

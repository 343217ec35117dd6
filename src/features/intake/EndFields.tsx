'use client';

import { type FieldPath, type UseFormReturn, useWatch } from 'react-hook-form';
import { sidesOf } from '@/core/document/axles';
import { AXLE_LABEL, HARDWARE_LABEL, NUT_STYLE_LABEL, SEAT_LABEL, THREAD_MATERIAL_LABEL } from '@/core/document/labels';
import type { End } from '@/core/document/vocabulary';
import { BOLT_CLASSES, NUT_CLASSES_SAID } from '@/core/thread/classes';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { EMPTY_HUB, type VehicleParsed, type VehicleTyped } from './schema';
import type { useExpected } from './useExpected';

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
type HubPlace = End | `${End}Right`;

/**
 * What is on one end of a car: its axle, or its left and right side where these are held differently, such as studs on
 * the one and bolts on the other. Each side then has jobs of its own.
 */
export function EndFields({
  form,
  end,
  edit,
  expected,
}: {
  form: Form;
  end: End;
  edit: boolean;
  expected: ReturnType<typeof useExpected>;
}) {
  const { control, getValues, setValue, formState } = form;
  const right = `${end}Right` as const;
  const apart = Boolean(useWatch({ control, name: right }));
  const [atLeft, atRight] = sidesOf(end);
  const copyFront = (names: readonly HubField[]) => {
    const front = getValues('front');
    expected.copyHub('front', 'rear', names);
    for (const name of names)
      setValue(`rear.${name}` as FieldPath<VehicleTyped>, front[name], {
        shouldValidate: formState.isSubmitted,
        shouldDirty: true,
      });
  };
  return (
    <div className="flex flex-col gap-4">
      <HubFields
        form={form}
        axle={end}
        title={AXLE_LABEL[apart ? atLeft : end]}
        edit={edit}
        expected={expected}
        copy={end === 'rear' ? copyFront : undefined}
      />
      <label className="touch flex items-center gap-2 text-[14px]">
        <input
          type="checkbox"
          className="size-5 accent-(--accent)"
          checked={apart}
          onChange={() => setValue(right, apart ? null : { ...getValues(end) }, { shouldDirty: true })}
        />
        {AXLE_LABEL[end]}: left and right are held differently
      </label>
      {apart ? (
        <HubFields form={form} axle={right} title={AXLE_LABEL[atRight]} edit={edit} expected={expected} />
      ) : null}
    </div>
  );
}

type HubField = keyof VehicleTyped['front'];

/** Groups that are copied as one. */
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
  title,
  edit,
  expected,
  copy,
}: {
  form: Form;
  axle: HubPlace;
  title: string;
  edit: boolean;
  expected: ReturnType<typeof useExpected>;
  copy?: ((names: readonly HubField[]) => void) | undefined;
}) {
  const { register, formState, control } = form;
  const errors = formState.errors[axle];
  const fastening = useWatch({ control, name: `${axle}.fastening` });
  const bolt = fastening === 'bolt';
  const values = useWatch({ control, name: axle }) ?? EMPTY_HUB;
  /** Label of a field, and where what stands in it is only expected. */
  const named = (label: string, name: HubField) =>
    edit ? { label } : expected.field(`${axle}.${name}`, values[name], label, `, ${title.toLowerCase()}`);
  const at = (name: HubField): FieldPath<VehicleTyped> => `${axle}.${name}` as FieldPath<VehicleTyped>;
  const group = (title: string, names: readonly HubField[]) => (
    <GroupHead title={title} copy={copy ? () => copy(names) : undefined} />
  );
  return (
    <fieldset className="grid grid-cols-2 content-start gap-3 border-t border-line pt-4">
      <legend className="float-left col-span-2 touch mb-1 flex w-full items-center justify-between text-[15px] font-[640]">
        {title}
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

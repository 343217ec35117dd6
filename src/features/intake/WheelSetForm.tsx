'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { type UseFormReturn, useForm, useWatch } from 'react-hook-form';
import type { z } from 'zod';
import { SEAT_LABEL, THREAD_MATERIAL_LABEL } from '@/core/document/labels';
import { OWN_LOCKING_LABEL } from '@/core/document/ownText';
import { WHEEL_SEATS } from '@/core/document/vocabulary';
import type { WheelFact } from '@/core/document/wheelFacts';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import type { Result } from '@/usecases/result';
import { SeenWheels } from './SeenWheels';
import { EMPTY_OWN, EMPTY_SET, wheelSetForm } from './schema';
import { leftToLook, looksIn, NOTHING } from './useExpected';

const SEATS = WHEEL_SEATS.map((value) => ({ value, label: SEAT_LABEL[value] }));
const OWN_SEATS = optionsOf(SEAT_LABEL);
const HERE = [
  { value: 'no', label: 'Yes' },
  { value: 'yes', label: 'Not yet, planned' },
];
export type SetTyped = z.input<typeof wheelSetForm>;

const PIECES = [
  { value: 'bolt', label: 'Bolts' },
  { value: 'nut', label: 'Nuts' },
];
const LOCKING = optionsOf(OWN_LOCKING_LABEL);
const MATERIAL = optionsOf(THREAD_MATERIAL_LABEL);

type SetForm = UseFormReturn<SetTyped, unknown, z.output<typeof wheelSetForm>>;

/** Bolts or nuts that go on with these wheels and no others, where they have their own. */
function OwnFields({ form: { control, formState, register, setValue, getValues } }: { form: SetForm }) {
  const own = useWatch({ control, name: 'own' });
  const e = formState.errors.own;
  if (!own)
    return (
      <Button
        look="quiet"
        className="self-start"
        onClick={() => setValue('own', { ...EMPTY_OWN, seat: getValues('wheelSeat') })}
      >
        They have their own bolts or nuts
      </Button>
    );
  return (
    <fieldset className="grid gap-3 sm:grid-cols-4">
      <legend className="narrow mb-1 text-[13px] font-[600] text-soft">Their own bolts or nuts</legend>
      <SelectField label="Own" options={PIECES} {...register('own.piece')} />
      <SelectField label="Locking" options={LOCKING} {...register('own.locking')} />
      {own.locking === 'plain' ? null : (
        <Field label="Key" hint="which one, and where it is" error={e?.key?.message} {...register('own.key')} />
      )}
      <Field label="Socket" unit="mm" figure error={e?.socket?.message} {...register('own.socket')} />
      <SelectField label="Their seat" options={OWN_SEATS} error={e?.seat?.message} {...register('own.seat')} />
      <Field label="Finish" hint="black, zinc" error={e?.finish?.message} {...register('own.finish')} />
      <SelectField label="Material" options={MATERIAL} {...register('own.material')} />
      <Button look="quiet" className="mt-[21px] self-start" onClick={() => setValue('own', null)}>
        None of their own
      </Button>
    </fieldset>
  );
}

/** A wheel set, new or corrected: front and rear alike until they are said to differ. */
export function WheelSetForm({
  start = EMPTY_SET,
  verb,
  reaches = [],
  seenFor = null,
  save,
  onDone,
}: {
  start?: SetTyped;
  verb: string;
  /** What the change reaches in open jobs, said before it is kept. */
  reaches?: readonly string[];
  /** The car of a new set, which may be like others of its name. */
  seenFor?: string | null;
  save: (typed: SetTyped, confirmed: readonly string[]) => Promise<Result<unknown>>;
  onDone: () => void;
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const form = useForm<SetTyped, unknown, z.output<typeof wheelSetForm>>({
    resolver: zodResolver(wheelSetForm),
    defaultValues: start,
    mode: 'onTouched',
  });
  const { errors: e, isSubmitting } = form.formState;
  const values = useWatch({ control: form.control }) as SetTyped;
  const { rear } = values;
  const looks = looksIn(useState(NOTHING), {
    read: (p) => form.getValues(p as WheelFact),
    fill: (p, value) => form.setValue(p as WheelFact, value as never, { shouldDirty: true }),
    untouched: (p) => start[p as WheelFact],
  });
  const submit = form.handleSubmit(async () => {
    setFailure(null);
    const [unseen, ...more] = looks.left();
    if (unseen) {
      setFailure(leftToLook(more.length + 1, 'these wheels'));
      return form.setFocus(unseen as WheelFact);
    }
    const result = await ask(() => save(form.getValues(), looks.confirmed));
    if (!result.ok) return setFailure(result.message);
    form.reset();
    looks.forget();
    onDone();
  });
  const leave = () => {
    looks.forget();
    onDone();
  };
  const named = (label: string, fact: WheelFact) => looks.field(fact, values[fact], label);
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
        <Field
          {...named('Tyre', 'tyre')}
          hint="225/45R17; empty if not read"
          error={e.tyre?.message}
          {...form.register('tyre')}
        />
        <Field
          {...named('Offset ET', 'offset')}
          unit="mm"
          figure
          error={e.offset?.message}
          {...form.register('offset')}
        />
        <SelectField {...named('Seat in the wheel', 'wheelSeat')} options={SEATS} {...form.register('wheelSeat')} />
        <Field
          {...named('Drilled for', 'drilling')}
          figure
          hint="5x112"
          error={e.drilling?.message}
          {...form.register('drilling')}
        />
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
      {seenFor === null ? null : (
        <SeenWheels
          name={values.setName}
          on={{ vehicleId: seenFor }}
          onFill={(known) => looks.fill(known, ['set', 'sets'])}
        />
      )}
      <OwnFields form={form} />
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
        <Button look="quiet" onClick={leave}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

import type { ComponentProps } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { SEAT_LABEL } from '@/core/document/labels';
import { WHEEL_SEATS } from '@/core/document/vocabulary';
import type { WheelFact } from '@/core/document/wheelFacts';
import { Field, SelectField } from '@/ui/Field';
import { SeenWheels } from './SeenWheels';
import type { VehicleParsed, VehicleTyped } from './schema';
import type { useExpected } from './useExpected';

type Form = UseFormReturn<VehicleTyped, unknown, VehicleParsed>;

const SEATS = WHEEL_SEATS.map((value) => ({ value, label: SEAT_LABEL[value] }));

/** The wheels it came on, as others of their name were where they were here before. */
export function FirstWheels({
  form,
  model,
  expected,
}: {
  form: Form;
  model: string;
  expected: ReturnType<typeof useExpected>;
}) {
  const { register, formState, control } = form;
  const values = useWatch({ control, name: 'wheelSet' });
  const e = formState.errors.wheelSet;
  const named = (label: string, fact: WheelFact) => expected.field(`wheelSet.${fact}`, values[fact], label, ', wheels');
  return (
    <fieldset className="grid gap-3 border-t border-line pt-4 sm:grid-cols-5">
      <legend className="float-left mb-1 w-full text-[15px] font-[640] sm:col-span-5">Wheel set it came on</legend>
      <Field label="Wheel set" hint="A short name." error={e?.setName?.message} {...register('wheelSet.setName')} />
      <Field
        {...named('Tyre', 'tyre')}
        hint="From the sidewall, e.g. 225/45R17. Empty if unread."
        error={e?.tyre?.message}
        {...register('wheelSet.tyre')}
      />
      <Field
        {...named('Offset ET', 'offset')}
        unit="mm"
        figure
        hint="Stamped on the wheel. Empty if unreadable."
        error={e?.offset?.message}
        {...register('wheelSet.offset')}
      />
      <SelectField
        {...named('Seat in the wheel', 'wheelSeat')}
        options={SEATS}
        error={e?.wheelSeat?.message}
        {...register('wheelSet.wheelSeat')}
      />
      <DrillingField form={form} named={named('Drilled for', 'drilling')} />
      <SeenWheels
        name={values.setName}
        on={{ model }}
        onFill={(known) =>
          expected.fill(
            known.map(([fact, k]) => [`wheelSet.${fact}`, k] as const),
            ['set', 'sets'],
          )
        }
      />
    </fieldset>
  );
}

/** What the wheels are drilled for; they hang on the car, so the hub’s own is one tap away. */
function DrillingField({
  form,
  named,
}: {
  form: Form;
  named: Pick<ComponentProps<typeof Field>, 'label' | 'expected'>;
}) {
  const { register, formState, control, setValue } = form;
  const [lugs, circle] = useWatch({ control, name: ['front.lugs', 'front.boltCircle'] });
  const hub = lugs.trim() !== '' && circle.trim() !== '' ? `${lugs.trim()}x${circle.trim()}` : null;
  return (
    <div>
      <Field
        {...named}
        figure
        hint="Lugs and circle: 5x112."
        error={formState.errors.wheelSet?.drilling?.message}
        {...register('wheelSet.drilling')}
      />
      {hub ? (
        <button
          type="button"
          onClick={() => setValue('wheelSet.drilling', hub, { shouldValidate: true, shouldDirty: true })}
          className="touch text-[14px] font-[560] text-accent underline underline-offset-4"
        >
          As the front hub, {hub}
        </button>
      ) : null}
    </div>
  );
}

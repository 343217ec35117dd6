'use client';

import { createContext, useContext } from 'react';
import { inSetup } from '@/core/document/bare';
import { CORNER_LABEL, SEAT_LABEL } from '@/core/document/labels';
import type { Corner, Seat } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import { parseLength } from '@/core/units/parse';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { useUnkept } from '@/ui/useUnkept';

/** A part that is turned in by hand to be counted, as typed. */
export interface TypedTrial {
  readonly seat: Seat;
  readonly length: string;
  readonly nose: string;
}

/** What is on a corner while it is measured, as typed. Empty: nothing between hub and wheel. */
export interface TypedSetup {
  readonly spacer: string;
  readonly set: string;
  readonly trial: TypedTrial | null;
}

const NOTHING_ON: TypedSetup = { spacer: '', set: '', trial: null };

const OnCarContext = createContext<TypedSetup>(NOTHING_ON);
export const OnCar = OnCarContext.Provider;

/** What was on while a reading of this quantity is taken, as typed; what makes no difference to it is left out. */
export function useSetupOn(quantity: string): { plate?: string; wheelSet?: string; trial?: TypedTrial } {
  const { spacer, set, trial } = useContext(OnCarContext);
  if (!inSetup(quantity)) return {};
  return {
    ...(spacer.trim() === '' ? {} : { plate: spacer }),
    ...(set === '' ? {} : { wheelSet: set }),
    ...((quantity === 'turns' || quantity === 'capDab') && trial !== null ? { trial } : {}),
  };
}

/**
 * What was typed for a corner stays with the tab until it is changed: it goes with every reading there. It begins with
 * what the car is known to have on.
 */
export const useOnCar = (jobId: string, corner: Corner, known: TypedSetup | undefined) =>
  useUnkept<TypedSetup>(`${jobId}/${corner}/setup`, known ?? NOTHING_ON);

const SEATS = optionsOf(SEAT_LABEL);
const NEW_PART: TypedTrial = { seat: 'unknown', length: '', nose: '' };

const lengthError = (name: string, typed: string): string | undefined =>
  typed.trim() === '' ? undefined : tryInput(() => parseLength(name, typed, { min: 0, max: 150 })).error;

/**
 * Asks what is on while this corner is measured: spacer, wheels where the car has more than one set, and the part that
 * is counted.
 */
export function OnCarField({
  corner,
  on,
  sets,
  fastener,
  onChange,
}: {
  corner: Corner;
  on: TypedSetup;
  sets: readonly { readonly id: string; readonly name: string }[];
  fastener: 'bolt' | 'nut';
  onChange: (on: TypedSetup) => void;
}) {
  const { spacer, set, trial } = on;
  const error =
    spacer.trim() === ''
      ? undefined
      : tryInput(() => parseLength('Spacer on it now', spacer, { min: 0, max: 100 })).error;
  return (
    <section aria-label={`On the ${CORNER_LABEL[corner]} now`} className="flex flex-col gap-2">
      <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <Field
          label="Spacer on it now"
          figure
          unit="mm"
          inputMode="decimal"
          maxLength={20}
          value={spacer}
          error={error}
          onChange={(e) => onChange({ ...on, spacer: e.target.value })}
          className="w-[150px]"
        />
        {sets.length > 1 ? (
          <SelectField
            label="Wheels on it now"
            options={sets.map((s) => ({ value: s.id, label: s.name }))}
            value={set}
            onChange={(e) => onChange({ ...on, set: e.target.value })}
            className="w-[180px]"
          />
        ) : null}
        <SelectField
          label="What you count"
          options={[
            { value: 'present', label: `The ${fastener} on the car` },
            { value: 'new', label: `A new ${fastener}, by hand` },
          ]}
          value={trial === null ? 'present' : 'new'}
          onChange={(e) => onChange({ ...on, trial: e.target.value === 'new' ? NEW_PART : null })}
          className="w-[200px]"
        />
        {trial ? (
          <>
            <SelectField
              label="Seat of the new one"
              options={SEATS}
              value={trial.seat}
              onChange={(e) => onChange({ ...on, trial: { ...trial, seat: e.target.value as Seat } })}
              className="w-[150px]"
            />
            {fastener === 'bolt' ? (
              <>
                <Field
                  label="Its length under the seat"
                  figure
                  unit="mm"
                  inputMode="decimal"
                  maxLength={20}
                  value={trial.length}
                  error={lengthError('Its length under the seat', trial.length)}
                  onChange={(e) => onChange({ ...on, trial: { ...trial, length: e.target.value } })}
                  className="w-[170px]"
                />
                <Field
                  label="Its pilot nose"
                  hint="plain end is 0"
                  figure
                  unit="mm"
                  inputMode="decimal"
                  maxLength={20}
                  value={trial.nose}
                  error={lengthError('Its pilot nose', trial.nose)}
                  onChange={(e) => onChange({ ...on, trial: { ...trial, nose: e.target.value } })}
                  className="w-[140px]"
                />
              </>
            ) : null}
          </>
        ) : null}
      </div>
      <p className="max-w-[640px] text-[13px] text-soft">
        Leave the spacer empty for none. This is stored with every gap, clearance, count and protrusion of this corner.
      </p>
    </section>
  );
}

'use client';

import { createContext, useContext } from 'react';
import { isPlated } from '@/core/document/bare';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import { parseLength } from '@/core/units/parse';
import { Field } from '@/ui/Field';
import { useUnkept } from '@/ui/useUnkept';

/** Plate that is on at the corner that is measured, as typed; empty for nothing. */
const OnCarContext = createContext('');
export const OnCar = OnCarContext.Provider;

/** What was on while a reading of this quantity is taken, as typed; undefined where it makes no difference. */
export function usePlateOn(quantity: string): string | undefined {
  const typed = useContext(OnCarContext);
  return isPlated(quantity) && typed.trim() !== '' ? typed : undefined;
}

/** What was typed for a corner stays with the tab until it is changed: it is said once, and goes with every reading there. It begins with the
 * plate that the car is known to have on. */
export const useOnCar = (jobId: string, corner: Corner, fitted: string) =>
  useUnkept(`${jobId}/${corner}/on-car`, fitted);

/** Asks what stands between hub and wheel while this corner is measured. */
export function OnCarField({
  corner,
  typed,
  onTyped,
}: {
  corner: Corner;
  typed: string;
  onTyped: (typed: string) => void;
}) {
  const error =
    typed.trim() === '' ? undefined : tryInput(() => parseLength('Plate on it now', typed, { min: 0, max: 100 })).error;
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
      <Field
        label="Plate on it now"
        figure
        unit="mm"
        inputMode="decimal"
        maxLength={20}
        value={typed}
        error={error}
        onChange={(e) => onTyped(e.target.value)}
        className="w-[150px]"
      />
      <p className="max-w-[520px] pt-[22px] text-[13px] text-soft">
        Between hub and wheel at the {CORNER_LABEL[corner]} while you measure. Empty is nothing. It goes with every gap,
        clearance, count and protrusion you keep here, and what is chosen is added up from the bare hub.
      </p>
    </div>
  );
}

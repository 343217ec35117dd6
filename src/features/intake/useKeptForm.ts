import { useEffect } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { VehicleParsed, VehicleTyped } from './schema';

const keyOf = (place: string): string => `vectis/unkept/${place}`;

/**
 * What was typed into a form and is not kept yet stays with the browser's tab, through a stray click and a reload. Null
 * keeps nothing.
 */
export function useKeptForm(form: UseFormReturn<VehicleTyped, unknown, VehicleParsed>, place: string | null): void {
  const { reset, watch } = form;
  useEffect(() => {
    if (place === null) return;
    const kept = sessionStorage.getItem(keyOf(place));
    if (kept) reset(JSON.parse(kept), { keepDefaultValues: true });
    const { unsubscribe } = watch((values) => sessionStorage.setItem(keyOf(place), JSON.stringify(values)));
    return unsubscribe;
  }, [place, reset, watch]);
}

/** It is kept now. */
export const forgetForm = (place: string): void => sessionStorage.removeItem(keyOf(place));

'use client';

import { createContext, type ReactNode, useContext } from 'react';
import type { UnitSystem } from '@/core/units/format';
import { asShown, fieldText, type Shown, unitShown } from '@/core/units/parse';

const Units = createContext<UnitSystem>('metric');

/** Tells every field below which units the page shows. */
export const UnitsProvider = ({ units, children }: { units: UnitSystem; children: ReactNode }) => (
  <Units value={units}>{children}</Units>
);

/** How a field of this kind is shown and read: its suffix, a bare figure as typed, a figure of the core as text. */
export function useShownUnit(kind: Shown) {
  const system = useContext(Units);
  return {
    system,
    unit: unitShown(kind, system),
    /** A bare figure with the unit that stands beside it. */
    typed: (text: string): string => asShown(text, kind, system),
    text: (value: number | null): string => (value === null ? '' : fieldText(value, kind, system)),
  };
}

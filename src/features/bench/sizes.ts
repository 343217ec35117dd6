import { INCH_SIZES_MM, METRIC_SIZES_MM } from '@/core/document/sizes';
import type { UnitSystem } from '@/core/units/format';

/** Sizes to step through, in the units that are read. */
export const sizesFor = (units: UnitSystem): readonly number[] =>
  units === 'imperial' ? INCH_SIZES_MM : METRIC_SIZES_MM;

/** The next common size above or below a thickness; the same thickness when there is none. */
export function stepSize(thickness: number, direction: 1 | -1, sizes: readonly number[]): number {
  const ordered = direction === 1 ? sizes : [...sizes].reverse();
  return ordered.find((s) => direction * (s - thickness) > 1e-6) ?? thickness;
}

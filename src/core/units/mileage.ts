import { InputError } from '../errors';
import type { UnitSystem } from './format';

/** The international mile, exact (1959 agreement). */
const KM_PER_MILE = 1.609344;
/** No odometer of a road car shows more. */
const MOST_KM = 3_000_000;

const WHOLE = /^(\d{1,7}|\d{1,3}([ .,'’\u202f]\d{3}){1,2})$/;

/**
 * What an odometer shows, as typed, to whole kilometres: `84200`, `84 200 km`, `52,300 mi`. A bare figure is in the
 * unit that the page shows. Empty is null: nobody read it. @throws InputError
 */
export function parseMileage(text: string, system: UnitSystem): number | null {
  const typed = text.trim();
  if (typed === '') return null;
  const unit = /\s*(km|mi|miles?)$/i.exec(typed)?.[1]?.toLowerCase();
  const bare = unit === undefined ? typed : typed.slice(0, -unit.length).trim();
  const miles = unit === undefined ? system === 'imperial' : unit !== 'km';
  const km = Math.round(Number(bare.replace(/\D/g, '')) * (miles ? KM_PER_MILE : 1));
  if (!WHOLE.test(bare) || km > MOST_KM)
    throw new InputError(
      'Mileage',
      typed.slice(0, 40),
      'is not what an odometer shows.',
      'Enter whole kilometres or miles, such as 84200 or 52300 mi; leave it empty where it cannot be read.',
    );
  return km;
}

/** Kilometres as the page shows them, thousands apart. */
export function formatMileage(km: number, system: UnitSystem): string {
  const shown = Math.round(system === 'imperial' ? km / KM_PER_MILE : km);
  return `${String(shown).replace(/\B(?=(\d{3})+$)/g, '\u202f')} ${system === 'imperial' ? 'mi' : 'km'}`;
}

import { InputError } from '../errors';
import { formatLength, type UnitSystem } from '../units/format';
import { parseNumber } from '../units/number';
import { parseLength } from '../units/parse';

/** Bolt holes of hub, plate or wheel: how many, on which circles, mm. */
export interface Drilling {
  readonly lugs: number;
  readonly circles: readonly number[];
}

/**
 * Lug count and bolt circle as people type them: `5x112`, `5 × 112`, `5 x 100/112`, `6 × 5.5 in`.
 * @returns lugs 3 to 12, circles 60 to 300 mm @throws InputError
 */
export function parseDrilling(field: string, text: string): Drilling {
  const wouldDo = 'Lugs and circle, such as 5x112, or 5x100/112 where it goes with both.';
  const m = /^\s*(\d{1,2})\s*[x×*]\s*(.+)$/i.exec(text);
  if (!m) throw new InputError(field, text.trim(), 'is not lugs and a bolt circle.', wouldDo);
  const lugs = parseLugs(field, m[1] as string);
  const circles = (m[2] as string).split('/').map((c) => parseLength(field, c, { min: 60, max: 300 }).value);
  if (circles.length > 6) throw new InputError(field, text.trim(), 'has too many circles.', 'Enter six at most.');
  return { lugs, circles };
}

/** How many lugs there are, 3 to 12. @throws InputError */
export function parseLugs(field: string, text: string): number {
  const lugs = parseNumber(text);
  if (lugs === null || !Number.isInteger(lugs) || lugs < 3 || lugs > 12)
    throw new InputError(field, text.trim(), 'is no lug count.', 'Enter 3 to 12 lugs.');
  return lugs;
}

/** What a hub is drilled for; null where nobody counted or measured. */
export const drillingOf = (lugs: number | null, circle: number | null): Drilling | null =>
  lugs === null || circle === null ? null : { lugs, circles: [circle] };

/** As it is typed again: `5x112`. */
export const drillingText = ({ lugs, circles }: Drilling): string => `${lugs}x${circles.join('/')}`;

/** As it is read: `5 × 112 mm`. */
export const drillingWords = ({ lugs, circles }: Drilling, units: UnitSystem): string =>
  `${lugs} × ${circles.map((c) => formatLength(c, units)).join(' / ')}`;

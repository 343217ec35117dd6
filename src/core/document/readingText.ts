import { formatForce, formatLength, formatTurns, type UnitSystem } from '../units/format';
import { asShown, parseAngle, parseLength, parseLoad, parseTurns, type TypedQuantity, unitShown } from '../units/parse';
import { type Direction, roundTo } from '../units/round';
import type { Quantity } from './quantities';

/** A reading as typed, to core units, inside the quantity's range. A yes or no is kept as 1 or 0. @throws InputError */
export function parseReading(q: Quantity, text: string): TypedQuantity {
  switch (q.kind) {
    case 'turns':
      return parseTurns(q.label, text, q);
    case 'angle':
      return parseAngle(q.label, text, q);
    case 'load':
      return parseLoad(q.label, text, q);
    case 'yes-no':
      return { value: text.trim().toLowerCase() === 'yes' ? 1 : 0, unit: '' };
    case 'length':
      return parseLength(q.label, text, q);
  }
}

/** A reading in words and figures, in the units that are read. */
export function readingText(q: Quantity, value: number, units: UnitSystem, direction: Direction = 'nearest'): string {
  switch (q.kind) {
    case 'turns':
      return formatTurns(value, direction);
    case 'angle':
      return `${roundTo(value, 2, direction)}°`.replace('-', '−');
    case 'load':
      // A reading is not rounded to kilonewtons: a corner scale reads finer.
      return units === 'imperial' ? formatForce(value, units, direction) : `${roundTo(value, 0, direction)} N`;
    case 'yes-no':
      return value >= 0.5 ? 'yes' : 'no';
    case 'length':
      return formatLength(value, units, direction);
  }
}

/** The ± of a reading, rounded up so that it never looks better than it is; turns to a hundredth. */
export const pmText = (q: Quantity, pm: number, units: UnitSystem): string =>
  q.kind === 'turns' ? String(Number(pm.toFixed(2))) : readingText(q, pm, units, 'up');

/** What a field of this kind expects when no unit is typed. */
export function unitHint(kind: Quantity['kind'], units: UnitSystem): string {
  if (kind === 'length' || kind === 'load') return unitShown(kind, units);
  return { turns: 'turns', angle: '°', 'yes-no': '' }[kind];
}

/** A reading with the unit that its field shows, where a bare figure was typed. */
export const asRead = (q: Quantity, text: string, units: UnitSystem): string =>
  q.kind === 'length' || q.kind === 'load' ? asShown(text, q.kind, units) : text;

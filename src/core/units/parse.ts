import { InputError } from '../errors';
import { inchToMm, lbfFtToNm, mmToInch, N_PER_KGF, N_PER_LBF, NM_PER_KGF_M, nmToLbfFt, nToLbf } from './factors';
import type { UnitSystem } from './format';
import { parseNumber } from './number';

export interface Range {
  readonly min: number;
  readonly max: number;
}

export interface TypedQuantity {
  /** In the core's unit: mm, N·m, turns or degrees. */
  readonly value: number;
  /** The unit that the text carried, or the core's unit when it carried none. */
  readonly unit: string;
}

const LENGTH_UNITS: readonly (readonly [RegExp, string, (n: number) => number])[] = [
  [/(?:mm|millimet(?:re|er)s?)$/i, 'mm', (n) => n],
  [/cm$/i, 'cm', (n) => n * 10],
  [/(?:"|″|”|''|in\.?|inch(?:es)?)$/i, 'in', inchToMm],
];

const TORQUE_UNITS: readonly (readonly [RegExp, string, (n: number) => number])[] = [
  [/n[\s·.*-]*m$/i, 'N·m', (n) => n],
  [/(?:(?:lbf?|lbs)[\s·.*-]*ft|ft[\s·.*-]*lbf?s?)$/i, 'lbf·ft', lbfFtToNm],
  [/kgf?[\s·.*-]*m$/i, 'kgf·m', (n) => n * NM_PER_KGF_M],
];

const LOAD_UNITS: readonly (readonly [RegExp, string, (n: number) => number])[] = [
  [/kn$/i, 'kN', (n) => n * 1000],
  [/n$/i, 'N', (n) => n],
  [/kgf?$/i, 'kg', (n) => n * N_PER_KGF],
  [/lbf?s?$/i, 'lbf', (n) => n * N_PER_LBF],
];

const TURN_UNITS: readonly (readonly [RegExp, string, (n: number) => number])[] = [
  [/(?:turns?|×|x)$/i, 'turns', (n) => n],
];

const ANGLE_UNITS: readonly (readonly [RegExp, string, (n: number) => number])[] = [
  [/(?:°|deg(?:rees?)?)$/i, '°', (n) => n],
];

function parseWith(
  units: typeof LENGTH_UNITS,
  base: string,
  example: string,
  field: string,
  text: string,
  range: Range,
): TypedQuantity {
  const typed = text.trim();
  if (typed === '') throw new InputError(field, '', 'is empty.', `Type a figure such as ${example}.`);
  const match = units.find(([pattern]) => pattern.test(typed));
  const digits = match ? typed.replace(match[0], '').trim() : typed;
  const n = parseNumber(digits);
  if (n === null) throw new InputError(field, typed, 'is not a figure.', `Type one such as ${example}.`);
  const value = match ? match[2](n) : n;
  const between = `${range.min} and ${range.max} ${base}`;
  if (value < range.min) {
    throw new InputError(field, typed, `is below ${range.min} ${base}.`, `Enter anything between ${between}.`);
  }
  if (value > range.max) {
    throw new InputError(field, typed, `is above ${range.max} ${base}.`, `Enter anything between ${between}.`);
  }
  return { value, unit: match ? match[1] : base };
}

/**
 * Length as typed, to mm. Accepts mm, cm and inches with decimal point or comma and fractions:
 * `20`, `19,05`, `3/4"`, `0.75in`, `1 1/4 in`. A bare number is millimetres; a bare fraction is asked about.
 * @throws InputError naming the field, the value and what would do.
 */
export function parseLength(field: string, text: string, range: Range): TypedQuantity {
  const bare = text.trim();
  // Plates are sold in fractions of an inch, and nobody reads a caliper in fractions of a millimetre.
  if (/[/⁄¼½¾⅛⅜⅝⅞]/.test(bare) && parseNumber(bare) !== null && !LENGTH_UNITS.some(([pattern]) => pattern.test(bare)))
    throw new InputError(
      field,
      bare,
      'is a fraction without a unit: inch or mm?',
      `Type ${bare}" for inches, or a decimal for mm.`,
    );
  return parseWith(LENGTH_UNITS, 'mm', '12.5, 12,5 or 1/2"', field, text, range);
}

/** What a bare figure is in where people read inches and pounds. */
const IMPERIAL = { length: 'in', torque: 'lbf·ft', load: 'lbf' } as const;
export type Shown = keyof typeof IMPERIAL;

/**
 * A figure as the page shows it: a bare `0.25` is a quarter inch where lengths are read in inches, and so is a bare
 * `1/4`. What carries a unit, and what is no figure, stays as it was typed.
 */
export function asShown(text: string, kind: Shown, system: UnitSystem): string {
  const typed = text.trim();
  return system === 'imperial' && typed !== '' && parseNumber(typed) !== null ? `${typed} ${IMPERIAL[kind]}` : text;
}

/** The unit that a bare figure is read in. */
export function unitShown(kind: Shown, system: UnitSystem): string {
  if (system === 'imperial') return IMPERIAL[kind];
  return { length: 'mm', torque: 'N·m', load: 'N' }[kind];
}

/** A figure of the core as the field of a page shows it: to a thousandth of a millimetre, or of an inch. */
export function fieldText(value: number, kind: Shown, system: UnitSystem): string {
  if (system === 'metric') return String(Number(value.toFixed(3)));
  const shown = { length: mmToInch, torque: nmToLbfFt, load: nToLbf }[kind](value);
  return String(Number(shown.toFixed(3)));
}

/** Torque as typed, to N·m: `120`, `120 Nm`, `90 lbf·ft`, `90 ft-lb`. @throws InputError */
export const parseTorque = (field: string, text: string, range: Range): TypedQuantity =>
  parseWith(TORQUE_UNITS, 'N·m', '120 or 90 lbf·ft', field, text, range);

/** Turns as typed: `8`, `7.5`, `15½`. @throws InputError */
export const parseTurns = (field: string, text: string, range: Range): TypedQuantity =>
  parseWith(TURN_UNITS, 'turns', '8, 7.5 or 7 1/4', field, text, range);

/** Wheel load as typed, to N: `4020`, `410 kg`, `4.02 kN`, `900 lb`. A bare number is newtons. @throws InputError */
export const parseLoad = (field: string, text: string, range: Range): TypedQuantity =>
  parseWith(LOAD_UNITS, 'N', '4020 or 410 kg', field, text, range);

/** Angle as typed, to degrees: `5`, `12.5°`. @throws InputError */
export const parseAngle = (field: string, text: string, range: Range): TypedQuantity =>
  parseWith(ANGLE_UNITS, '°', '5 or 12.5', field, text, range);

import { InputError } from '../errors';
import { MM_PER_INCH } from '../units/factors';

export interface Tyre {
  /** Nominal section width, mm. */
  readonly sectionWidth: number;
  /** Section height, mm. */
  readonly sectionHeight: number;
  /** Nominal rim diameter, mm. */
  readonly rimDiameter: number;
  /** Design overall diameter, mm. */
  readonly overallDiameter: number;
}

const METRIC =
  /^(?:lt|p)?\s*(\d{3})\s*\/\s*(\d{2,3})\s*(?:z?(?:r|d|b|-)\s*f?|\/)\s*(\d{2}(?:[.,]5)?)(?:\s*(?:c|lt|xl))*(?:\s*\(?\s*\d{2,3}(?:\s*\/\s*\d{2,3})?\s*\(?[a-z]{1,2}\d?\)?\s*\)?)?\s*(?:xl|c)?$/i;
const FLOTATION =
  /^(\d{2}(?:[.,]\d+)?)\s*[x×]\s*(\d{1,2}(?:[.,]\d+)?)\s*(?:r|-)\s*(\d{2}(?:[.,]5)?)\s*(?:lt)?(?:\s+\d{2,3}[a-z]?)?$/i;

/**
 * Reads a tyre designation: `225/45R17 91W`, `265/35ZR19`, `LT245/75R16`, `215/65R16C`, `225/45ZR17 (94Y)`,
 * `225/45/17`, `31x10.50R15`, and the racing form `200/580R15` where the second figure is the overall diameter in mm.
 * Design sizes: H = S·aspect/100 and rim diameter to the whole mm, D = rim + 2·H. Source: ETRTO design dimensions, ISO
 * 4000-1 (from memory); flotation sizes by their own figures in inches.
 * @throws InputError naming the field and what would do
 */
export function parseTyre(field: string, text: string): Tyre {
  const typed = text.trim();
  const m = METRIC.exec(typed);
  if (m) {
    const width = Number(m[1]);
    const second = Number(m[2]);
    const rim = Math.round(decimal(m[3]) * MM_PER_INCH);
    if (second > 100)
      return checked(field, typed, {
        sectionWidth: width,
        sectionHeight: (second * 1 - rim) / 2,
        rimDiameter: rim,
        overallDiameter: second,
      });
    const height = Math.round((width * second) / 100);
    return checked(field, typed, {
      sectionWidth: width,
      sectionHeight: height,
      rimDiameter: rim,
      overallDiameter: rim + 2 * height,
    });
  }
  const f = FLOTATION.exec(typed);
  if (f) {
    const overall = decimal(f[1]) * MM_PER_INCH;
    const rim = Math.round(decimal(f[3]) * MM_PER_INCH);
    return checked(field, typed, {
      sectionWidth: decimal(f[2]) * MM_PER_INCH,
      sectionHeight: (overall - rim) / 2,
      rimDiameter: rim,
      overallDiameter: overall,
    });
  }
  throw new InputError(
    field,
    typed,
    typed === '' ? 'is empty.' : 'is not a tyre designation.',
    'Type what is on the sidewall, such as 225/45R17 or 31x10.50R15.',
  );
}

const decimal = (s: string | undefined): number => Number((s ?? '').replace(',', '.'));

function checked(field: string, typed: string, tyre: Tyre): Tyre {
  const sane =
    tyre.sectionWidth >= 100 &&
    tyre.sectionWidth <= 400 &&
    tyre.sectionHeight >= 30 &&
    tyre.rimDiameter >= 250 &&
    tyre.rimDiameter <= 700;
  if (sane) return tyre;
  throw new InputError(
    field,
    typed,
    'does not come out as a road tyre.',
    'Type what is on the sidewall, such as 225/45R17 or 31x10.50R15.',
  );
}

/**
 * Section width on another rim, mm: about 5 mm for each half inch of rim width.
 * Source: ETRTO (from memory).
 */
export const sectionWidthOn = (designWidth: number, measuringRimInch: number, rimInch: number): number =>
  designWidth + 10 * (rimInch - measuringRimInch);

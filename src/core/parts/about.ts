import { InputError } from '../errors';
import { parseNumber } from '../units/number';
import { parseLength } from '../units/parse';

/** What a shop keeps of a part beside what decides whether it goes on a car; nothing is judged by it but the socket. */
export interface PartAbout {
  /** The shop’s own code: a file that is read again knows a part by it. */
  readonly code?: string;
  /** Pieces below which it is to be ordered. */
  readonly least?: number;
  readonly finish?: string;
  readonly colour?: string;
  /** Socket across flats, mm, or the pattern of its key. */
  readonly socket?: number;
  /** Outside of the socket that fits it, mm. */
  readonly outside?: number;
  readonly key?: string;
  /** Pieces in a pack as it is bought. */
  readonly pack?: number;
  readonly grams?: number;
  readonly alloy?: string;
  /** Cars or wheels that it was tried on. */
  readonly tried?: string;
  /** Where it can be pried off again, as slots. */
  readonly pry?: string;
}

export const ABOUT_COLUMNS = [
  'code',
  'least',
  'finish',
  'colour',
  'socket',
  'outside',
  'key',
  'pack',
  'grams',
  'alloy',
  'tried',
  'pry',
] as const;
export type AboutColumn = (typeof ABOUT_COLUMNS)[number];
type AboutRow = Readonly<Partial<Record<AboutColumn, string>>>;

const MOST_LETTERS = 200;

function figure(column: AboutColumn, text: string): number {
  if (column === 'socket' || column === 'outside') return parseLength(column, text, { min: 4, max: 80 }).value;
  const most = column === 'least' ? 100000 : column === 'pack' ? 10000 : 20000;
  const n = parseNumber(text);
  if (n === null || n < 0 || n > most || (column !== 'grams' && !Number.isInteger(n)))
    throw new InputError(column, text, 'is not a number that can be.', `Enter 0 to ${most}, or leave it empty.`);
  return n;
}

const FIGURES: readonly AboutColumn[] = ['least', 'socket', 'outside', 'pack', 'grams'];

/**
 * Reads what is said of a part beside its figures; empty cells are left out. @throws InputError that names the column
 */
export function readAbout(row: AboutRow): PartAbout | undefined {
  const said: Record<string, string | number> = {};
  for (const column of ABOUT_COLUMNS) {
    const text = (row[column] ?? '').trim();
    if (text === '') continue;
    if (text.length > MOST_LETTERS)
      throw new InputError(column, `${text.slice(0, 20)}…`, 'is too long.', `Enter ${MOST_LETTERS} letters at most.`);
    said[column] = FIGURES.includes(column) ? figure(column, text) : text;
  }
  return Object.keys(said).length === 0 ? undefined : (said as PartAbout);
}

/** The same as cells of a row. */
export const aboutRow = (about: PartAbout | undefined): Partial<Record<AboutColumn, string>> =>
  Object.fromEntries(ABOUT_COLUMNS.map((c) => [c, about?.[c] === undefined ? '' : String(about[c])]));

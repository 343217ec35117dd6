import { InputError } from '../errors';
import { parseNumber } from '../units/number';
import { parseLength } from '../units/parse';

/** What lies on the shelf beside plates and fasteners; no joint is judged by it. */
export const OTHER_KINDS = ['ring', 'socket', 'key', 'locker', 'consumable'] as const;
export type OtherKind = (typeof OTHER_KINDS)[number];

export const LOCKER_GRADES = ['low', 'medium', 'high'] as const;
export type LockerGrade = (typeof LOCKER_GRADES)[number];

export type OtherPart =
  /** A ring between spigot and bore, mm. */
  | { readonly what: 'ring'; readonly inside: number; readonly outside: number }
  /** Across flats and outside, mm; null where nobody measured the outside. */
  | { readonly what: 'socket'; readonly size: number; readonly outside: number | null }
  | { readonly what: 'key'; readonly pattern: string }
  /** Locker with its cure time, h; null where the leaflet is not read. */
  | { readonly what: 'locker'; readonly grade: LockerGrade; readonly cureHours: number | null }
  | { readonly what: 'consumable'; readonly dryMinutes: number | null };

export const OTHER_COLUMNS = ['what', 'ring_inside', 'ring_outside', 'grade', 'cure_hours', 'dry_minutes'] as const;
type OtherColumn = (typeof OTHER_COLUMNS)[number];
type OtherRow = Readonly<Partial<Record<OtherColumn | 'socket' | 'outside' | 'key', string>>>;

const cell = (row: OtherRow, column: keyof OtherRow): string => (row[column] ?? '').trim();

const mm = (row: OtherRow, column: keyof OtherRow, min: number, max: number): number =>
  parseLength(column, cell(row, column), { min, max }).value;

function time(row: OtherRow, column: OtherColumn, most: number): number | null {
  const text = cell(row, column);
  if (text === '') return null;
  const n = parseNumber(text);
  if (n === null || n < 0 || n > most)
    throw new InputError(column, text, 'is no time that can be.', `Enter 0 to ${most}, or leave it empty.`);
  return n;
}

function one<T extends string>(row: OtherRow, column: OtherColumn, allowed: readonly T[]): T {
  const found = allowed.find((a) => a === cell(row, column));
  if (found) return found;
  throw new InputError(column, cell(row, column), 'is not known.', `Use one of ${allowed.join(', ')}.`);
}

/** Reads what is no plate and no fastener. @throws InputError that names the column */
export function readOther(row: OtherRow): OtherPart {
  const what = one(row, 'what', OTHER_KINDS);
  switch (what) {
    case 'ring': {
      const [inside, outside] = [mm(row, 'ring_inside', 30, 200), mm(row, 'ring_outside', 30, 200)];
      if (outside <= inside)
        throw new InputError(
          'ring_outside',
          cell(row, 'ring_outside'),
          'is no more than its inside.',
          `Enter more than ${inside} mm.`,
        );
      return { what, inside, outside };
    }
    case 'socket':
      return {
        what,
        size: mm(row, 'socket', 4, 80),
        outside: cell(row, 'outside') === '' ? null : mm(row, 'outside', 4, 80),
      };
    case 'key': {
      const pattern = cell(row, 'key');
      if (pattern === '') throw new InputError('key', '', 'is empty.', 'Say its pattern, such as “fan 3”.');
      return { what, pattern };
    }
    case 'locker':
      return { what, grade: one(row, 'grade', LOCKER_GRADES), cureHours: time(row, 'cure_hours', 168) };
    case 'consumable':
      return { what, dryMinutes: time(row, 'dry_minutes', 600) };
  }
}

/** The same as cells of a row. */
export function otherRow(o: OtherPart): Record<string, string> {
  const text = (x: number | null): string => (x === null ? '' : String(x));
  switch (o.what) {
    case 'ring':
      return { what: o.what, ring_inside: text(o.inside), ring_outside: text(o.outside) };
    case 'socket':
      return { what: o.what, socket: text(o.size), outside: text(o.outside) };
    case 'key':
      return { what: o.what, key: o.pattern };
    case 'locker':
      return { what: o.what, grade: o.grade, cure_hours: text(o.cureHours) };
    case 'consumable':
      return { what: o.what, dry_minutes: text(o.dryMinutes) };
  }
}

import Papa from 'papaparse';
import { tryInput } from '@/core/errors';
import {
  CATALOGUE_COLUMNS,
  type CatalogueItem,
  type CatalogueRow,
  type Column,
  type RowIssue,
  readRow,
} from '@/core/parts/catalogue';
import { catalogueRow } from '@/core/parts/catalogueRow';
import { type Row, RowReader } from './csvRows';

/** A file as a table: its heading, its lines, and what is broken in the file itself. */
export interface Table {
  readonly heading: readonly string[];
  readonly rows: readonly Row[];
  readonly faults: readonly RowIssue[];
}

/** Which heading each column is read from; a column that is not in it is empty. */
export type Mapping = Readonly<Partial<Record<Column, number>>>;

const plain = (heading: string): string =>
  heading
    .trim()
    .toLowerCase()
    .replace(/[\s-]+/g, '_');

/** What files call a column besides its own name. */
const ALSO: Readonly<Record<string, Column>> = {
  type: 'kind',
  part: 'name',
  description: 'name',
  qty: 'count',
  quantity: 'count',
  stock: 'count',
  shelf: 'bin',
  location: 'bin',
  holes: 'lugs',
  circle: 'bolt_circle',
  pcd: 'bolt_circle',
  width: 'thickness',
  centre_bore: 'bore',
  center_bore: 'bore',
  thread_size: 'thread',
  grade: 'class',
  property_class: 'class',
  part_number: 'code',
  sku: 'code',
  weight: 'grams',
  minimum: 'least',
};

/** The columns that a heading speaks of, as far as their names tell. */
export function guessMapping(heading: readonly string[]): Mapping {
  const found: Partial<Record<Column, number>> = {};
  heading.forEach((h, i) => {
    const name = plain(h);
    const column = CATALOGUE_COLUMNS.find((c) => c === name) ?? ALSO[name];
    if (column && found[column] === undefined) found[column] = i;
  });
  return found;
}

/** Reads a file as a table, its first line as the heading. */
export function readTable(text: string): Table {
  const reader = new RowReader();
  const [heading, ...rows] = reader.feed(text, true);
  return { heading: heading?.cells ?? [], rows, faults: reader.faults };
}

/**
 * What a spreadsheet would run, kept from it by an apostrophe; a name that begins so by itself gets one more, so that
 * each reads back as it was.
 */
export const FORMULA = /^'*[=+\-@\t\r]/;

/** A formula that a spreadsheet was kept from running is read as what it was written for. */
const unescaped = (cell: string): string => (cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell);

/** Cells of a line under the columns that they are read as. */
export const rowOf = (cells: readonly string[], mapping: Mapping): CatalogueRow =>
  Object.fromEntries(
    Object.entries(mapping).flatMap(([column, i]) => (i === undefined ? [] : [[column, unescaped(cells[i] ?? '')]])),
  );

export interface ParsedCatalogue {
  readonly items: readonly CatalogueItem[];
  readonly issues: readonly RowIssue[];
}

/** A line of a catalogue that is read: a part, or why it is none. */
export type ReadLine = { readonly line: number } & (
  | { readonly item: CatalogueItem }
  | { readonly item?: undefined; readonly message: string }
);

/** Reads lines of a catalogue, each on its own. */
export const linesRead = (rows: readonly Row[], mapping: Mapping): ReadLine[] =>
  rows.map(({ line, cells }) => {
    const read = tryInput(() => readRow(rowOf(cells, mapping)));
    return read.error === undefined ? { line, item: read.value } : { line, message: read.error };
  });

/** What is said where a code stands a second time. */
export const codeTwice = (code: string, before: number): string =>
  `code “${code}” stands in line ${before} already. A code names one part.`;

/** What is said of a file whose heading names no kind; null where it does. */
export const noKind = (by: Mapping): string | null =>
  by.kind === undefined
    ? `The heading line has no column “kind”. It starts like this: ${CATALOGUE_COLUMNS.slice(0, 4).join(',')}`
    : null;

/** Reads a catalogue file. @param mapping where the columns stand; left out, as the heading says */
export const parseCatalogue = (text: string, mapping?: Mapping): ParsedCatalogue => partsOf(readTable(text), mapping);

/** Parts of a file that was read as a table. @param mapping where the columns stand; left out, as the heading says */
export function partsOf(table: Table, mapping?: Mapping): ParsedCatalogue {
  const by = mapping ?? guessMapping(table.heading);
  const without = noKind(by);
  if (without !== null) return { items: [], issues: [{ line: 1, message: without }] };
  const items: CatalogueItem[] = [];
  const issues: RowIssue[] = [...table.faults];
  const seen = new Map<string, number>();
  for (const read of linesRead(table.rows, by)) {
    const code = read.item?.about?.code;
    const before = code === undefined ? undefined : seen.get(code);
    if (read.item === undefined) issues.push({ line: read.line, message: read.message });
    else if (code !== undefined && before !== undefined)
      issues.push({ line: read.line, message: codeTwice(code, before) });
    else {
      if (code !== undefined) seen.set(code, read.line);
      items.push(read.item);
    }
  }
  return { items, issues: issues.sort((x, y) => x.line - y.line) };
}

/**
 * Writes parts as a catalogue file that reads back the same; a cell that a spreadsheet would run as a formula is kept
 * from it.
 */
export const writeCatalogue = (items: readonly CatalogueItem[]): string =>
  `${Papa.unparse(items.map(catalogueRow), { columns: [...CATALOGUE_COLUMNS], newline: '\n', escapeFormulae: FORMULA })}\n`;

import Papa from 'papaparse';
import {
  CATALOGUE_COLUMNS,
  type CatalogueItem,
  type CatalogueRow,
  type Column,
  readCatalogue,
  type RowIssue,
} from '@/core/parts/catalogue';
import { catalogueRow } from '@/core/parts/catalogueRow';

/** A file as a table: its heading, its lines, and what the reader itself stumbled over. */
export interface Table {
  readonly heading: readonly string[];
  readonly rows: readonly (readonly string[])[];
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

/**
 * Reads a file as a table: a byte order mark and a `sep=` line are taken off, the separator is found out, an unclosed quote is told with
 * its line.
 */
export function readTable(text: string): Table {
  const bare = text.replace(/^\uFEFF/, '');
  const sep = /^sep=(.)\r?\n/i.exec(bare);
  const body = sep ? bare.slice(sep[0].length) : bare;
  const lines = sep ? 1 : 0;
  const parsed = Papa.parse<string[]>(body, {
    skipEmptyLines: 'greedy',
    ...(sep ? { delimiter: sep[1] as string } : { delimitersToGuess: [',', ';', '\t', '|'] }),
  });
  const [heading = [], ...rows] = parsed.data;
  const faults = parsed.errors.flatMap((e): RowIssue[] =>
    e.type === 'Quotes'
      ? [
          {
            line: (e.row ?? 0) + 1 + lines,
            message: 'A quote is opened and not closed, so everything after it was read as one cell. Close it.',
          },
        ]
      : [],
  );
  return { heading, rows, faults };
}

/**
 * What a spreadsheet would run, kept from it by an apostrophe; a name that begins so by itself gets one more, so that each reads back as it
 * was.
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

/** A code names one part: the second line with it is told, and not read. */
function oncePerCode(read: { items: CatalogueItem[]; lines: number[] }, issues: RowIssue[]): CatalogueItem[] {
  const seen = new Map<string, number>();
  return read.items.filter((item, i) => {
    const code = item.about?.code;
    const line = read.lines[i] as number;
    const before = code === undefined ? undefined : seen.get(code);
    if (code !== undefined && before === undefined) seen.set(code, line);
    if (before !== undefined)
      issues.push({ line, message: `code “${code}” stands in line ${before} already. A code names one part.` });
    return before === undefined;
  });
}

/** Reads a catalogue file. @param mapping where the columns stand; left out, as the heading says */
export const parseCatalogue = (text: string, mapping?: Mapping): ParsedCatalogue => partsOf(readTable(text), mapping);

/** Parts of a file that was read as a table. @param mapping where the columns stand; left out, as the heading says */
export function partsOf(table: Table, mapping?: Mapping): ParsedCatalogue {
  const by = mapping ?? guessMapping(table.heading);
  if (by.kind === undefined) {
    return {
      items: [],
      issues: [
        {
          line: 1,
          message: `The heading line has no column “kind”. It starts like this: ${CATALOGUE_COLUMNS.slice(0, 4).join(',')}`,
        },
      ],
    };
  }
  const { items, issues } = readCatalogue(table.rows.map((cells) => rowOf(cells, by)));
  const wrong = new Set(issues.map((i) => i.line));
  const lines = table.rows.map((_, i) => i + 2).filter((line) => !wrong.has(line));
  const all = [...table.faults, ...issues];
  const good = oncePerCode({ items, lines }, all);
  return { items: good, issues: all.sort((a, b) => a.line - b.line) };
}

/** Writes parts as a catalogue file that reads back the same; a cell that a spreadsheet would run as a formula is kept from it. */
export const writeCatalogue = (items: readonly CatalogueItem[]): string =>
  `${Papa.unparse(items.map(catalogueRow), { columns: [...CATALOGUE_COLUMNS], newline: '\n', escapeFormulae: FORMULA })}\n`;

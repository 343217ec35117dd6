import Papa from 'papaparse';
import { FITMENT_COLUMNS, type FitmentColumn, type FitmentRow, fitmentRow } from '@/core/document/fitmentRow';
import { tryInput } from '@/core/errors';
import { FORMULA } from './csv';
import { RowReader } from './csvRows';

/** What cars of each model had, as CSV (RFC 4180) that reads back the same. */
export const writeFitment = (rows: readonly FitmentRow[]): string =>
  `${Papa.unparse(
    rows.map((r) => ({ ...r, pm: r.pm ?? '' })),
    { columns: [...FITMENT_COLUMNS], newline: '\r\n', escapeFormulae: FORMULA },
  )}\r\n`;

/** What is wrong with a line of the file. */
export interface FitmentIssue {
  readonly line: number;
  readonly message: string;
}

export interface FitmentFile {
  readonly rows: readonly FitmentRow[];
  readonly issues: readonly FitmentIssue[];
}

/** Cells that a spreadsheet was kept from running are read as what they were written for. */
const plain = (cell: string | undefined): string =>
  cell?.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : (cell ?? '');

/** Reads such a file: lines that can be read, and what is wrong with the others, by the file's own lines. */
export function readFitment(text: string): FitmentFile {
  const reader = new RowReader();
  const [heading, ...lines] = reader.feed(text, true);
  const names = (heading?.cells ?? []).map((h) => h.trim().toLowerCase());
  const missing = (['model', 'axle', 'what', 'value'] as const).filter((c) => !names.includes(c));
  if (missing.length > 0)
    return {
      rows: [],
      issues: [
        {
          line: heading?.line ?? 1,
          message: `The heading has no column ${missing.join(', ')}. It is: ${FITMENT_COLUMNS.join(', ')}.`,
        },
      ],
    };
  const rows: FitmentRow[] = [];
  const issues: FitmentIssue[] = [...reader.faults];
  const seen = new Map<string, number>();
  for (const { line, cells } of lines) {
    const under = (c: FitmentColumn): string => plain(cells[names.indexOf(c)]);
    const asked = Object.fromEntries(FITMENT_COLUMNS.map((c) => [c, under(c)])) as Record<FitmentColumn, string>;
    const read = tryInput(() => fitmentRow(asked));
    if (read.error !== undefined) {
      issues.push({ line, message: read.error });
      continue;
    }
    const row = read.value;
    // A fact may have several values, each with its cars; a figure stands once.
    const key = [row.model.toLowerCase(), row.axle, row.what, row.pm === null ? row.value : ''].join('/');
    const before = seen.get(key);
    if (before !== undefined)
      issues.push({ line, message: `Line ${before} says the same of these cars. Leave one of them.` });
    else rows.push(row);
    seen.set(key, before ?? line);
  }
  return { rows, issues: issues.sort((a, b) => a.line - b.line) };
}

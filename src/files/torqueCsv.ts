import Papa from 'papaparse';
import { FORMULA } from './csv';

/** A torque entry as a row: figures in N·m and degrees, times in UTC. */
export interface TorqueCsvRow {
  readonly axle: string;
  readonly corner: string;
  readonly joint: string;
  readonly seq: number;
  readonly pass: string;
  /** Position, 1 at the top and clockwise; 0 where the whole wheel is meant. */
  readonly lug: number;
  readonly figure_nm: number;
  readonly reading_nm: number | null;
  readonly moved_deg: number | null;
  readonly told: string | null;
  readonly trace: string | null;
  readonly tool: string;
  readonly note: string | null;
  readonly by: string;
  readonly at: string;
  readonly hash: string;
}

const COLUMNS: readonly (keyof TorqueCsvRow)[] = [
  'axle',
  'corner',
  'joint',
  'seq',
  'pass',
  'lug',
  'figure_nm',
  'reading_nm',
  'moved_deg',
  'told',
  'trace',
  'tool',
  'note',
  'by',
  'at',
  'hash',
];

/** The torque log of a visit as CSV; cells that a spreadsheet would take for a formula are kept from it. */
export const torqueCsv = (rows: readonly TorqueCsvRow[]): string =>
  `${Papa.unparse([...rows], { columns: [...COLUMNS], newline: '\n', escapeFormulae: FORMULA })}\n`;

import Papa from 'papaparse';
import type { OrderLine } from '@/core/calendar/orders';
import { FORMULA } from './csv';

/** What is to be ordered as CSV (RFC 4180), a row a line and visit. */
export function ordersCsv(lines: readonly OrderLine[]): string {
  const rows = lines.flatMap((l) =>
    l.of.map((f) => ({
      what: l.what,
      pieces_short: f.short,
      pieces_short_in_all: l.short,
      for: f.title,
      when: f.when,
      ordered_pieces: f.order?.pieces ?? '',
      promised_for: f.order?.dueOn ?? '',
    })),
  );
  return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: FORMULA });
}

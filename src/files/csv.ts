import Papa from 'papaparse';
import {
  CATALOGUE_COLUMNS,
  type CatalogueItem,
  type CatalogueRow,
  readCatalogue,
  type RowIssue,
} from '@/core/parts/catalogue';
import { catalogueRow } from '@/core/parts/catalogueRow';

/** Reads a catalogue file. The heading line names the columns; unknown ones are left alone, missing ones are empty. */
export function parseCatalogue(text: string): { items: CatalogueItem[]; issues: RowIssue[] } {
  const parsed = Papa.parse<CatalogueRow>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  if (!parsed.meta.fields?.includes('kind')) {
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
  return readCatalogue(parsed.data);
}

/** Writes parts as a catalogue file that reads back the same. */
export const writeCatalogue = (items: readonly CatalogueItem[]): string =>
  `${Papa.unparse(items.map(catalogueRow), { columns: [...CATALOGUE_COLUMNS], newline: '\n' })}\n`;

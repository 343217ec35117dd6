import { expose } from 'comlink';
import { tryInput } from '@/core/errors';
import { readRow } from '@/core/parts/catalogue';
import { guessMapping, type Mapping, partsOf, readTable, rowOf, type Table } from '@/files/csv';

/** A catalogue file as it is looked at before it is taken in. */
export interface Preview {
  readonly heading: readonly string[];
  readonly mapping: Mapping;
  readonly rows: number;
  /** The first lines: their cells, and what is wrong with each; null where it is sound. */
  readonly first: readonly {
    readonly line: number;
    readonly cells: readonly string[];
    readonly wrong: string | null;
  }[];
  readonly good: number;
  readonly issues: readonly { readonly line: number; readonly message: string }[];
  readonly left: number;
  /** The bytes are no UTF-8 and were read as the old Western alphabet. */
  readonly reread: boolean;
  /** The file is so long that only its beginning was looked at here; the rest is judged as it is taken in. */
  readonly partly: boolean;
}

const FIRST = 5;
const ISSUES = 60;

/** Text of a file; what is no UTF-8 is read as Windows-1252 and said to be. */
function textOf(bytes: ArrayBuffer): { text: string; reread: boolean } {
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), reread: false };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), reread: true };
  }
}

/** As much of a file as is looked at as a whole, bytes; of a longer one only the beginning is. */
const WHOLE = 20 * 1024 ** 2;
const BEGINNING = 4 * 1024 ** 2;

interface Held {
  readonly file: Blob;
  readonly reread: boolean;
  readonly partly: boolean;
  readonly table: Table;
}
let held: Held = { file: new Blob(), reread: false, partly: false, table: readTable('') };

/** Catalogue files are read off the main thread; the file stays here until it is sent. */
const api = {
  async open(file: Blob): Promise<Preview> {
    if (file.size > WHOLE) {
      // Cut at the end of a line, so that no line is judged by its half.
      const text = new TextDecoder().decode(await file.slice(0, BEGINNING).arrayBuffer());
      held = { file, reread: false, partly: true, table: readTable(text.slice(0, text.lastIndexOf('\n') + 1)) };
    } else {
      const { text, reread } = textOf(await file.arrayBuffer());
      held = { file: reread ? new Blob([text]) : file, reread, partly: false, table: readTable(text) };
    }
    return look(guessMapping(held.table.heading));
  },
  map(mapping: Mapping): Preview {
    return look(mapping);
  },
  file: (): Blob => held.file,
};

function look(mapping: Mapping): Preview {
  const { table } = held;
  const { items, issues } = partsOf(table, mapping);
  return {
    heading: table.heading,
    mapping,
    rows: table.rows.length,
    first: table.rows.slice(0, FIRST).map(({ line, cells }) => ({
      line,
      cells,
      wrong: tryInput(() => readRow(rowOf(cells, mapping))).error ?? null,
    })),
    good: items.length,
    issues: issues.slice(0, ISSUES),
    left: issues.length,
    reread: held.reread,
    partly: held.partly,
  };
}

export type CatalogueWorker = typeof api;

expose(api);

import { expose } from 'comlink';
import { readRow } from '@/core/parts/catalogue';
import { tryInput } from '@/core/errors';
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

let held: { text: string; reread: boolean; table: Table } = { text: '', reread: false, table: readTable('') };

/** Catalogue files are read off the main thread; the text stays here until it is sent. */
const api = {
  open(bytes: ArrayBuffer): Preview {
    const read = textOf(bytes);
    held = { ...read, table: readTable(read.text) };
    return look(guessMapping(held.table.heading));
  },
  map(mapping: Mapping): Preview {
    return look(mapping);
  },
  text: (): string => held.text,
};

function look(mapping: Mapping): Preview {
  const { table } = held;
  const { items, issues } = partsOf(table, mapping);
  return {
    heading: table.heading,
    mapping,
    rows: table.rows.length,
    first: table.rows.slice(0, FIRST).map((cells, i) => ({
      line: i + 2,
      cells,
      wrong: tryInput(() => readRow(rowOf(cells, mapping))).error ?? null,
    })),
    good: items.length,
    issues: issues.slice(0, ISSUES),
    left: issues.length,
    reread: held.reread,
  };
}

export type CatalogueWorker = typeof api;

expose(api);

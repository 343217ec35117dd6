import Papa from 'papaparse';

/** A line of a table: its cells, and the line of the file it begins in. */
export interface Row {
  readonly line: number;
  readonly cells: readonly string[];
}

/** A place where the file itself is broken. */
export interface Fault {
  readonly line: number;
  readonly message: string;
}

/**
 * As much as a line may take, in characters: a quote that is never closed does not swallow the memory with the file.
 */
const LONGEST = 1_000_000;
/** As much of the beginning as tells separator and line ends. */
const SNIFFED = 65_536;

interface Piecewise {
  parse(text: string, from: number, ignoreLastRow: boolean): Papa.ParseResult<string[]>;
}

const unclosed = (line: number): Fault => ({
  line,
  message: 'A quote is opened and not closed, so everything after it was read as one cell. Close it.',
});
const lineEnds = (cell: string): number => cell.match(/\r\n|\n|\r/g)?.length ?? 0;

/**
 * Reads a table piece by piece, however long it is: a byte order mark and a `sep=` line are taken off, the separator is
 * found out, lines without anything in them are left out and counted.
 */
export class RowReader {
  /** What is broken in the file, as far as it was read. */
  readonly faults: Fault[] = [];
  #rest = '';
  #line = 1;
  #parser: Piecewise | null = null;
  #ended = false;

  /** @param last nothing comes after this piece @returns the lines that are whole now */
  feed(piece: string, last: boolean): Row[] {
    if (this.#ended) return [];
    this.#rest += piece;
    if (this.#parser === null && !last && this.#rest.length < SNIFFED) return [];
    this.#parser ??= this.#begin();
    const read = this.#parser.parse(this.#rest, 0, !last);
    const rows: Row[] = [];
    for (const cells of read.data) {
      if (cells.some((c) => c.trim() !== '')) rows.push({ line: this.#line, cells });
      this.#line += 1 + cells.reduce((n, c) => n + lineEnds(c), 0);
    }
    if (last) {
      const open = read.errors.find((e) => e.type === 'Quotes' && e.code === 'MissingQuotes');
      if (open) this.faults.push(unclosed(rows.at(-1)?.line ?? this.#line));
    }
    this.#rest = last ? '' : this.#rest.slice(read.meta.cursor);
    if (this.#rest.length > LONGEST) {
      this.faults.push(unclosed(this.#line));
      this.#ended = true;
    }
    return rows;
  }

  #begin(): Piecewise {
    let text = this.#rest.replace(/^\uFEFF/, '');
    const sep = /^sep=(.)(\r\n|\n|\r)/i.exec(text);
    if (sep) {
      text = text.slice(sep[0].length);
      this.#line = 2;
    }
    const { delimiter, linebreak } = Papa.parse<string[]>(text.slice(0, SNIFFED), {
      preview: 10,
      skipEmptyLines: 'greedy',
      ...(sep ? { delimiter: sep[1] as string } : { delimitersToGuess: [',', ';', '\t', '|'] }),
    }).meta;
    this.#rest = text;
    return new Papa.Parser({ delimiter, newline: linebreak as '\n' }) as unknown as Piecewise;
  }
}

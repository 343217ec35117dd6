import 'server-only';
import { setImmediate as others } from 'node:timers/promises';
import type { RowIssue } from '@/core/parts/catalogue';
import { codeTwice, guessMapping, linesRead, type Mapping, noKind } from '@/files/csv';
import { type Row, RowReader } from '@/files/csvRows';
import { type Db, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { dropImport, endOfFile, LINES_AT_ONCE, putStaged, stageLines, startImport } from '@/store/partImports';
import type { Imported } from '@/store/parts';

/** What is said of a file on its way: first its id, by which it can be stopped, then how far it is. */
export type OnTheWay =
  | { readonly id: string }
  | { readonly share: number /** It is read and can be stopped no more. */; readonly sure?: true };

export interface FileTaken extends Imported {
  /** The first lines that were left out, and why. */
  readonly issues: readonly RowIssue[];
  /** How many were left out. */
  readonly left: number;
}

/** Lines left out that are told one by one. */
const TOLD = 200;

interface Way {
  /** Bytes of the whole file. */
  readonly length: number;
  readonly by: string;
  /** Where the columns stand; left out, as the heading says. */
  readonly mapping: Mapping | undefined;
  say(step: OnTheWay): unknown;
  /** Whether whoever sent it is gone. */
  gone(): boolean;
}

/**
 * Takes a catalogue file to the shelf as it arrives, all of its sound lines or none, in memory for no more than some of
 * them.
 * @throws RefusedError where it was stopped, did not arrive whole or is no text
 */
export async function takeCatalogueFile(file: ReadableStream<Uint8Array>, way: Way): Promise<FileTaken> {
  const { db } = await theStore();
  const id = await startImport(db, way.by, new Date());
  await way.say({ id });
  const left = new LeftOut();
  try {
    await stageAll(db, id, file, way, left);
    await endOfFile(db, id, new Date());
  } catch (error) {
    await dropImport(db, id);
    throw error;
  }
  way.say({ share: 0.5, sure: true });
  const put = await putStaged(db, id, async (share) => {
    way.say({ share: 0.5 + share / 2, sure: true });
    await others();
  });
  return { ...put, ...left.told() };
}

/** Stops a file that is on its way. @returns whether it was stopped; false where it is read and goes on the shelf */
export const stopFile = async (id: string): Promise<boolean> => dropImport((await theStore()).db, id);

/** Lines that are left out: how many, and the first of them. */
class LeftOut {
  #issues: RowIssue[] = [];
  #left = 0;
  add(issue: RowIssue): void {
    this.#left += 1;
    if (this.#issues.length < TOLD) this.#issues.push(issue);
  }
  told = () => ({ issues: this.#issues.sort((a, b) => a.line - b.line), left: this.#left });
}

async function stageAll(
  db: Db,
  id: string,
  file: ReadableStream<Uint8Array>,
  { length, mapping, say, gone }: Way,
  left: LeftOut,
): Promise<void> {
  const reader = new RowReader();
  const text = new TextDecoder('utf-8', { fatal: true });
  let by: Mapping | null = null;
  let arrived = 0;
  const take = async (rows: Row[]): Promise<void> => {
    if (by === null) {
      const heading = rows.shift();
      if (!heading) return;
      by = mapping ?? guessMapping(heading.cells);
      const without = noKind(by);
      if (without !== null) throw new RefusedError(without);
    }
    for (let from = 0; from < rows.length; from += LINES_AT_ONCE) {
      if (gone()) throw new RefusedError('Stopped: nothing of the file was kept.');
      const lines = linesRead(rows.slice(from, from + LINES_AT_ONCE), by);
      const sound = lines.flatMap(({ line, item }) => (item === undefined ? [] : [{ line, item }]));
      for (const l of lines) if (l.item === undefined) left.add({ line: l.line, message: l.message });
      for (const t of await stageLines(db, id, sound)) left.add({ line: t.line, message: codeTwice(t.code, t.before) });
      // The others in the shop get their turn.
      await others();
    }
  };
  for await (const piece of file as unknown as AsyncIterable<Uint8Array>) {
    arrived += piece.byteLength;
    await take(reader.feed(decoded(text, piece), false));
    say({ share: (arrived / length) * 0.5 });
  }
  await take(reader.feed(decoded(text), true));
  for (const fault of reader.faults) left.add(fault);
}

function decoded(text: TextDecoder, piece?: Uint8Array): string {
  try {
    return piece ? text.decode(piece, { stream: true }) : text.decode();
  } catch {
    throw new RefusedError('The file is no UTF-8 text. Save it as CSV in UTF-8 and send it once more.');
  }
}

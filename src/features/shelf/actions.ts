'use server';

import type { RowIssue } from '@/core/parts/catalogue';
import { parseCatalogue } from '@/files/csv';
import { act, actOn } from '@/usecases/act';
import { idOf, RefusedError, type Result } from '@/usecases/result';
import { putOnShelf, takeOffShelf } from '@/usecases/shelf';

const MOST_CHARACTERS = 2_000_000;

export interface Imported {
  readonly added: number;
  readonly issues: readonly RowIssue[];
}

/** Puts the good lines of a catalogue file on the shelf and tells of the others, line by line. */
export async function importCatalogue(text: string): Promise<Result<Imported>> {
  return act(async (who) => {
    if (text.length > MOST_CHARACTERS)
      throw new RefusedError(`The file is larger than ${MOST_CHARACTERS / 1e6} MB. Split it.`);
    const { items, issues } = parseCatalogue(text);
    const added = await putOnShelf(items, who);
    return { added, issues };
  });
}

/** Takes a part off the shelf. */
export async function takeOff(id: string): Promise<Result<null>> {
  return actOn((who) => takeOffShelf(idOf(id), who));
}

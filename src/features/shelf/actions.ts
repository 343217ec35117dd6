'use server';

import type { RowIssue } from '@/core/search/catalogue';
import { parseCatalogue } from '@/files/csv';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { addParts, archivePart } from '@/store/parts';
import { act } from '@/usecases/act';
import type { Result } from '@/usecases/result';

const MOST_CHARACTERS = 2_000_000;

export interface Imported {
  readonly added: number;
  readonly issues: readonly RowIssue[];
}

/** Puts the good lines of a catalogue file on the shelf and tells of the others, line by line. */
export async function importCatalogue(text: string): Promise<Result<Imported>> {
  return act(async (who) => {
    if (text.length > MOST_CHARACTERS) throw new RefusedError(`The file is larger than ${MOST_CHARACTERS / 1e6} MB. Split it.`);
    const { items, issues } = parseCatalogue(text);
    const added = await addParts((await theStore()).db, items, who, new Date());
    return { added, issues };
  });
}

/** Takes a part off the shelf. */
export async function takeOff(id: string): Promise<Result<null>> {
  return act(async (who) => {
    await archivePart((await theStore()).db, id, who, new Date());
    return null;
  });
}

import { SEATS } from '@/core/document/vocabulary';
import { InputError } from '@/core/errors';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { parseDrilling } from '@/core/parts/drilling';
import { commonBolts, commonNut, commonPlates } from '@/core/parts/generic';
import { parseLength } from '@/core/units/parse';

/** Which common sizes are wanted, as typed; a group whose first field is empty is left out. */
export interface CommonAsked {
  /** Drilling of the plates, `5x112`. */
  readonly plates: string;
  readonly bore: string;
  readonly thread: string;
  readonly from: string;
  readonly to: string;
  readonly seat: string;
  readonly nuts: boolean;
}

/** Parts of common sizes. @throws InputError that names the field */
export function commonFor({ plates, bore, thread, from, to, seat, nuts }: CommonAsked): CatalogueItem[] {
  const items: CatalogueItem[] = [];
  if (plates.trim() !== '') {
    const { lugs, circles } = parseDrilling('Spacers for', plates);
    const inside = bore.trim() === '' ? null : parseLength('Bore', bore, { min: 30, max: 200 }).value;
    for (const circle of circles) items.push(...commonPlates({ lugs, circle }, inside));
  }
  if (thread.trim() !== '') {
    const known = SEATS.find((s) => s === seat && s !== 'unknown');
    if (!known) throw new InputError('Seat', seat, 'is not said.', 'Pick the seat of the bolts or nuts.');
    if (nuts) items.push(commonNut(thread.trim(), known));
    else {
      const [a, b] = [lengthOf('Shortest', from), lengthOf('Longest', to)];
      if (a > b) throw new InputError('Longest', to, 'is shorter than the shortest.', `Enter ${a} mm or more.`);
      items.push(...commonBolts(thread.trim(), known, a, b));
    }
  }
  if (items.length === 0)
    throw new InputError('Spacers for', '', 'is empty, and so is the thread.', 'Type 5x112, or M14x1.5.');
  return items;
}

const lengthOf = (field: string, typed: string): number => parseLength(field, typed, { min: 10, max: 150 }).value;

import { cornersOf } from '../document/axles';
import { CORNER_LABEL } from '../document/labels';
import type { Axle, Corner } from '../document/vocabulary';

/** What was done to the arch of a corner, by whom, and when (ISO 8601). */
export interface ArchCut {
  readonly at: string;
  readonly by: string;
  readonly note: string;
}
export type ArchCuts = Readonly<Partial<Record<Corner, ArchCut>>>;

/**
 * Arch work of an axle in one line: once where both sides had the same, else each by its corner, with the last who did
 * it. Null where there was none.
 */
export function archWorkOf(axle: Axle, cuts: ArchCuts): ArchCut | null {
  const done = cornersOf(axle).flatMap((c) => {
    const cut = cuts[c];
    return cut ? [[c, cut] as const] : [];
  });
  let last: ArchCut | null = null;
  for (const [, cut] of done) if (last === null || cut.at > last.at) last = cut;
  if (last === null) return null;
  const { note } = last;
  const alike = done.length === cornersOf(axle).length && done.every(([, cut]) => cut.note === note);
  return { ...last, note: alike ? note : done.map(([c, cut]) => `${CORNER_LABEL[c]}: ${cut.note}`).join('; ') };
}

import type { PartAbout } from './about';

/** A choice's finish is no longer than this. */
const FINISH_MOST = 40;

/** What hands tell look-alike bags by: finish and colour of a part as the shelf has them; null where nobody said. */
export function finishOf(about: PartAbout | undefined): string | null {
  const said = [about?.finish, about?.colour].filter((x) => x !== undefined && x.trim() !== '');
  return said.length === 0 ? null : said.join(', ');
}

/** The same as a choice takes it over; nothing where the shelf does not know. */
export function asItLooks({ about }: { readonly about?: PartAbout }): { readonly finish?: string } {
  const finish = finishOf(about)?.slice(0, FINISH_MOST);
  return finish === undefined ? {} : { finish };
}

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w !== '');

/** Whether a part looks as a kit is wanted: each word of the wish is among the part's, in any order. */
export function looksSo(is: string, wanted: string): boolean {
  const own = new Set(wordsOf(is));
  return wordsOf(wanted).every((w) => own.has(w));
}

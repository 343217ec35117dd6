import { useEffect, useState } from 'react';
import type { ShelfLine } from '@/usecases/shelf/shelf';

/**
 * The lines behind some that are there already, a piece at a time until there are no more. @throws where the server
 * does not answer
 */
async function restOf(first: readonly ShelfLine[], signal: AbortSignal): Promise<readonly ShelfLine[]> {
  const all = [...first];
  for (;;) {
    const after = all.at(-1)?.id;
    const answer = await fetch(`/api/shelf/lines${after === undefined ? '' : `?after=${after}`}`, { signal });
    if (!answer.ok) throw new Error(String(answer.status));
    const more = (await answer.json()) as ShelfLine[];
    if (more.length === 0) return all;
    all.push(...more);
  }
}

/** The whole shelf, from the lines that came with the page on; asked for anew whenever those change. */
export function useWholeShelf(
  first: readonly ShelfLine[],
  total: number,
): { lines: readonly ShelfLine[]; whole: boolean } {
  const [rest, setRest] = useState<{ of: readonly ShelfLine[]; lines: readonly ShelfLine[] } | null>(null);
  useEffect(() => {
    if (first.length >= total) return;
    const gone = new AbortController();
    restOf(first, gone.signal)
      .then((lines) => setRest({ of: first, lines }))
      // Without an answer what came with the page stays; typing looks through that.
      .catch(() => {});
    return () => gone.abort();
  }, [first, total]);
  if (first.length >= total) return { lines: first, whole: true };
  // What was fetched for the lines before stands until the new ones are here.
  return { lines: rest?.lines ?? first, whole: rest !== null };
}

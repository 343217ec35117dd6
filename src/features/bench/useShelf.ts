import { useCallback, useEffect, useState } from 'react';
import type { ShelfPart } from '@/core/whatif/fromShelf';
import { ask } from '@/ui/ask';
import { shelfParts } from './actions';

export interface BenchShelf {
  /** Null until it is here. */
  readonly parts: readonly ShelfPart[] | null;
  /** Why it did not come; null while it is on its way or here. */
  readonly failure: string | null;
  again(): void;
}

/** The workshop's shelf, fetched once it is looked at; where that fails it says so and is asked for again on a press. */
export function useShelf(wanted = true): BenchShelf {
  const [parts, setParts] = useState<readonly ShelfPart[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (!wanted) return;
    void tries;
    let gone = false;
    void ask(shelfParts).then((r) => {
      if (gone) return;
      if (r.ok) setParts(r.value);
      else setFailure(r.message);
    });
    return () => {
      gone = true;
    };
  }, [wanted, tries]);
  const again = useCallback(() => {
    setFailure(null);
    setTries((n) => n + 1);
  }, []);
  return { parts, failure, again };
}

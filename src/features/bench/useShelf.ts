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

/**
 * The workshop's shelf, fetched once it is looked at; where that fails it says so and is asked for again on a press.
 */
export function useShelf(): BenchShelf {
  const [parts, setParts] = useState<readonly ShelfPart[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const fetchIt = useCallback(async () => {
    setFailure(null);
    const r = await ask(shelfParts);
    if (r.ok) setParts(r.value);
    else setFailure(r.message);
  }, []);
  useEffect(() => void fetchIt(), [fetchIt]);
  return { parts, failure, again: () => void fetchIt() };
}

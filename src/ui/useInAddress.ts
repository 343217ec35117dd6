import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';

function write(key: string, value: string): void {
  const url = new URL(window.location.href);
  if (url.searchParams.get(key) === value) return;
  url.searchParams.set(key, value);
  window.history.replaceState(null, '', url);
}

/**
 * Where one is on a page, kept in its address: a reload and the back button come back to it. Nothing is asked of the server for it.
 * @param known what the address may say; anything else is the start
 * @param busy something is on its way to the server: the router takes a new address for a navigation and drops the answer, so the
 *   address follows once it has arrived
 */
export function useInAddress<T extends string>(
  key: string,
  start: T,
  known: readonly T[],
  busy = false,
): [T, (value: T) => void] {
  const asked = useSearchParams().get(key);
  const [value, setValue] = useState<T>(known.find((k) => k === asked) ?? start);
  const [moved, setMoved] = useState(false);
  useEffect(() => {
    if (moved && !busy) write(key, value);
  }, [key, value, moved, busy]);
  const set = useCallback((next: T) => {
    setValue(next);
    setMoved(true);
  }, []);
  return [value, set];
}

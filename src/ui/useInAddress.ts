import { useSearchParams } from 'next/navigation';
import { useCallback, useState } from 'react';

/**
 * Where one is on a page, kept in its address: a reload and the back button come back to it. Nothing is asked of the server for it.
 * @param known what the address may say; anything else is the start
 */
export function useInAddress<T extends string>(key: string, start: T, known: readonly T[]): [T, (value: T) => void] {
  const asked = useSearchParams().get(key);
  const [value, setValue] = useState<T>(known.find((k) => k === asked) ?? start);
  const set = useCallback(
    (next: T) => {
      setValue(next);
      const url = new URL(window.location.href);
      url.searchParams.set(key, next);
      window.history.replaceState(null, '', url);
    },
    [key],
  );
  return [value, set];
}

import { useCallback, useEffect, useState } from 'react';

/** What stands behind the # of an address; an escape that is broken is read as it is written. */
function hashNow(): string {
  const raw = window.location.hash.slice(1);
  try {
    return decodeURIComponent(raw);
  } catch {
    return raw;
  }
}

/**
 * Where one is on a page that is shown anew often, kept behind the # of its address: the router fetches nothing for it
 * and drops nothing that is on its way. A reload comes back to it.
 * @param known what the address may say; anything else is the start
 */
export function useInHash<T extends string>(start: T, known: readonly T[]): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(start);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the address is read once; from then on it follows.
  useEffect(() => {
    const found = known.find((k) => k === hashNow());
    if (found !== undefined) setValue(found);
  }, []);
  const set = useCallback((next: T) => {
    setValue(next);
    window.history.replaceState(null, '', `#${encodeURIComponent(next)}`);
  }, []);
  return [value, set];
}

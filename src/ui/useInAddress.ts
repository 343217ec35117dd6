import { useSearchParams } from 'next/navigation';
import { useInHash } from './useInHash';

/**
 * Where one is on a page, kept in its address. A link names the place in its query; each move after that goes behind
 * the #, so that the router's own idea of the page, query included, stays true and a refresh never loads the page
 * anew.
 * @param key name in the query of a link
 * @param known what the address may say; anything else is the start
 */
export function useInAddress<T extends string>(key: string, start: T, known: readonly T[]): [T, (value: T) => void] {
  const linked = useSearchParams().get(key);
  return useInHash<T>(known.find((k) => k === linked) ?? start, known);
}

import { useSessionStorage } from 'usehooks-ts';

/** The server knows nothing of it, so the first picture is without and the browser's own follows. */
const AFTER_FIRST = { initializeWithValue: false };

/**
 * What was typed, tapped or drawn and is not kept yet. It stays with the browser's tab, so that looking at another
 * corner or reloading does not lose it.
 * @param key names the place on the page; one place, one key
 * @param initial a value of the module, not made anew on each render
 * @returns value, setter, and what clears it once it is kept
 */
export const useUnkept = <T>(key: string, initial: T) =>
  useSessionStorage<T>(`vectis/unkept/${key}`, initial, AFTER_FIRST);

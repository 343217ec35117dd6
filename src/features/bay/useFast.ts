import { useCallback, useRef, useState } from 'react';

/** So many presses by hand within so many ms are asked about. */
const MANY = 12;
const WITHIN_MS = 10_000;

/** Notices when a card is ticked faster than the work can be done. Scanning and torque rounds do not count. */
export function useFast(): {
  readonly keys: readonly string[] | null;
  ticked(keys: readonly string[]): void;
  answered(): void;
} {
  const lately = useRef<{ keys: readonly string[]; at: number }[]>([]);
  const [keys, setKeys] = useState<readonly string[] | null>(null);
  const ticked = useCallback((together: readonly string[]) => {
    const now = performance.now();
    lately.current = [...lately.current.filter((t) => now - t.at < WITHIN_MS), { keys: together, at: now }];
    if (lately.current.length >= MANY) setKeys(lately.current.flatMap((t) => t.keys));
  }, []);
  const answered = useCallback(() => {
    lately.current = [];
    setKeys(null);
  }, []);
  return { keys, ticked, answered };
}

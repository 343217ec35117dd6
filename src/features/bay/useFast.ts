import { useCallback, useRef, useState } from 'react';

/** So many ticks by hand within so many ms are asked about. */
const MANY = 12;
const WITHIN_MS = 10_000;

/** Notices when a card is ticked faster than the work can be done. Scanning and torque rounds do not count. */
export function useFast(): { readonly keys: readonly string[] | null; ticked(key: string): void; answered(): void } {
  const lately = useRef<{ key: string; at: number }[]>([]);
  const [keys, setKeys] = useState<readonly string[] | null>(null);
  const ticked = useCallback((key: string) => {
    const now = performance.now();
    lately.current = [...lately.current.filter((t) => now - t.at < WITHIN_MS), { key, at: now }];
    if (lately.current.length >= MANY) setKeys(lately.current.map((t) => t.key));
  }, []);
  const answered = useCallback(() => {
    lately.current = [];
    setKeys(null);
  }, []);
  return { keys, ticked, answered };
}

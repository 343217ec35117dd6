import { useEffect, useState } from 'react';
import { ask } from '@/ui/ask';
import type { Result } from '@/usecases/result';

const REST_MS = 350;

/**
 * What was seen here of something that is typed, asked for once the typing rests; null where nothing was, and until it
 * is known.
 * @param typed what is asked for; null where it is too short to ask @param look a function of the module
 */
export function useSeen<T>(typed: string | null, look: (typed: string) => Promise<Result<T | null>>): T | null {
  const [seen, setSeen] = useState<{ typed: string; of: T } | null>(null);
  useEffect(() => {
    if (typed === null) return;
    let stale = false;
    const rests = setTimeout(async () => {
      const result = await ask(() => look(typed));
      if (!stale) setSeen(result.ok && result.value !== null ? { typed, of: result.value } : null);
    }, REST_MS);
    return () => {
      stale = true;
      clearTimeout(rests);
    };
  }, [typed, look]);
  return seen?.typed === typed ? (seen?.of ?? null) : null;
}

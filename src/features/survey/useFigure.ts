import { useRef, useState, useTransition } from 'react';
import { tryInput } from '@/core/errors';
import { ask } from '@/ui/ask';
import { useUnkept } from '@/ui/useUnkept';
import type { Result } from '@/usecases/result';
import { nextField } from './nextField';

/**
 * A figure that is typed and then kept: what was typed and what is wrong with it. Once it is kept the field is empty and
 * the next one is stood in.
 * @param place names the field, so that what is not kept yet is found again
 * @param read reads the text or throws what would do; its value is not looked at
 */
export function useFigure(
  place: string,
  read: (text: string) => unknown,
  send: (text: string) => Promise<Result<null>>,
) {
  const input = useRef<HTMLInputElement>(null);
  const [typed, setTyped, clear] = useUnkept(place, '');
  const [error, setError] = useState<string | null>(null);
  const [busy, start] = useTransition();

  const change = (text: string) => {
    setTyped(text);
    if (error) setError(null);
  };
  const keep = () => {
    const wrong = tryInput(() => read(typed)).error;
    if (wrong !== undefined) return setError(wrong);
    start(async () => {
      const result = await ask(() => send(typed));
      if (!result.ok) return setError(result.message);
      clear();
      setError(null);
      nextField(input.current);
    });
  };
  /** Takes something back that was kept; a refusal is said where an error of the field is. */
  const back = (take: () => Promise<Result<null>>) =>
    start(async () => {
      const result = await ask(take);
      setError(result.ok ? null : result.message);
    });
  return { input, typed, change, error, busy, keep, back };
}

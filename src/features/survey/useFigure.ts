import { useEffect, useRef, useState, useTransition } from 'react';
import { tryInput } from '@/core/errors';
import { ask } from '@/ui/ask';
import { useUnkept } from '@/ui/useUnkept';
import type { Result } from '@/usecases/result';
import { nextField } from './nextField';

/**
 * A figure that is typed and then saved: what was typed and what is wrong with it. Enter empties the field at once and goes on to the
 * next, so that what is typed right after it lands there; what could not be saved comes back into its field, beside what was typed since.
 * @param place names the field, so that what is not saved yet is found again, after a reload too
 * @param read reads the text or throws what would do; its value is not looked at
 */
export function useFigure(
  place: string,
  read: (text: string) => unknown,
  send: (text: string) => Promise<Result<null>>,
) {
  const input = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useUnkept(place, '');
  const [sent, setSent, arrived] = useUnkept(`${place}/sent`, '');
  const sending = useRef(false);
  const [error, setError] = useState<string | null>(null);
  const [busy, start] = useTransition();

  // A reload cut it off on its way: it stands in its field again.
  useEffect(() => {
    if (sent === '' || sending.current) return;
    setTyped((now) => (now === '' ? sent : now));
    arrived();
  }, [sent, setTyped, arrived]);

  const change = (text: string) => {
    setTyped(text);
    if (error) setError(null);
  };
  const keep = () => {
    const text = typed;
    const wrong = tryInput(() => read(text)).error;
    if (wrong !== undefined) return setError(wrong);
    setError(null);
    sending.current = true;
    setSent(text);
    setTyped('');
    nextField(input.current);
    start(async () => {
      const result = await ask(() => send(text));
      sending.current = false;
      if (!result.ok) {
        const since = input.current?.value ?? '';
        setError(since === '' ? result.message : `“${text}” is not saved: ${result.message}`);
        setTyped((now) => (now === '' ? text : now));
      }
      arrived();
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

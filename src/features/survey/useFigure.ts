import { useEffect, useRef, useState, useTransition } from 'react';
import { tryInput } from '@/core/errors';
import { ask } from '@/ui/ask';
import { taken } from '@/ui/outbox';
import { useUnkept } from '@/ui/useUnkept';
import type { Result } from '@/usecases/result';
import { nextField } from './nextField';
import { postReading, textOf, useSentFrom } from './onWay';

/**
 * A figure that is typed and then sent through the outbox. Enter empties the field at once and goes on to the next, so
 * that what is typed right after it lands there; while the server is away it waits on this device, through a closed
 * browser too. What is refused comes back into its field, beside what was typed since.
 * @param place names the field, so that what is not kept yet is found again, after a reload too
 * @param read reads the text or throws what would do; its value is not looked at
 * @param body what is sent for a text, but for its id
 */
export function useFigure(place: string, read: (text: string) => unknown, body: (text: string) => object) {
  const input = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useUnkept(place, '');
  const [error, setError] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const { onWay, refused } = useSentFrom(place);

  useEffect(() => {
    if (!refused) return;
    const text = textOf(refused);
    const since = input.current?.value ?? '';
    const why = refused.refused ?? '';
    setError(since === '' ? why : `“${text}” is not saved: ${why}`);
    setTyped((now) => (now === '' ? text : now));
    taken(refused);
  }, [refused, setTyped]);

  const change = (text: string) => {
    setTyped(text);
    if (error) setError(null);
  };
  /** @returns whether it is on its way; what will not do stays in its field with what would */
  const keep = (): boolean => {
    const text = typed;
    const wrong = tryInput(() => read(text)).error;
    setError(wrong ?? null);
    if (wrong !== undefined) return false;
    postReading(place, text, body(text));
    setTyped('');
    nextField(input.current);
    return true;
  };
  /** Takes something back that was kept; a refusal is said where an error of the field is. */
  const back = (take: () => Promise<Result<null>>) =>
    start(async () => {
      const result = await ask(take);
      setError(result.ok ? null : result.message);
    });
  return { input, typed, change, error, busy: busy || onWay.length > 0, onWay, keep, back };
}

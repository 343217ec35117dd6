import { useEffect, useState } from 'react';
import { tryInput } from '@/core/errors';

/**
 * A field that is judged live. What was typed stays as typed; only what can be read goes on. A change of the value
 * from outside (stepper, a candidate put on the bench) replaces the text; one's own typing is left alone.
 * @param show a function of the module, not made anew on each render
 */
export function useTyped<T>(
  value: T,
  show: (value: T) => string,
  read: (text: string) => T,
  onValue: (value: T) => void,
) {
  const [typed, setTyped] = useState(() => show(value));
  const [own, setOwn] = useState(value);
  const [error, setError] = useState<string>();

  useEffect(() => {
    if (value === own) return;
    setOwn(value);
    setTyped(show(value));
    setError(undefined);
  }, [value, own, show]);

  const change = (text: string) => {
    setTyped(text);
    const r = tryInput(() => read(text));
    setError(r.error);
    if (r.error !== undefined) return;
    setOwn(r.value);
    onValue(r.value);
  };
  return { typed, error, change };
}

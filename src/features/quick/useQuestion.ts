import { useMemo } from 'react';
import { tryInput } from '@/core/errors';
import { useUnkept } from '@/ui/useUnkept';
import { type Question, readAsk, type Values } from './asks';

const NOTHING: Readonly<Record<string, string>> = {};

export interface Asked {
  readonly typed: Readonly<Record<string, string>>;
  readonly values: Values;
  /** What is wrong with a field, by its id. */
  readonly errors: Readonly<Record<string, string>>;
  readonly wrong: boolean;
  /** Labels of fields that the answer still needs. */
  readonly missing: readonly string[];
  set(id: string, text: string): void;
  clear(): void;
}

/** The fields of a question as typed, and what was read of them. What is typed stays with the browser's tab. */
export function useQuestion(question: Question): Asked {
  const [typed, setTyped] = useUnkept(`quick/${question.id}`, NOTHING);
  return useMemo(() => {
    const read: Record<string, number | string | null> = {};
    const errors: Record<string, string> = {};
    const missing: string[] = [];
    for (const ask of question.asks) {
      if (ask.kind === 'one-of') {
        read[ask.id] =
          typed[ask.id] ?? ask.options.find((o) => o.value === 'unknown')?.value ?? ask.options[0]?.value ?? '';
        continue;
      }
      const text = (typed[ask.id] ?? '').trim();
      read[ask.id] = null;
      if (text === '') {
        if (ask.needed) missing.push(ask.label);
        continue;
      }
      const r = tryInput(() => readAsk(ask, text));
      if (r.error === undefined) read[ask.id] = r.value;
      else errors[ask.id] = r.error;
    }
    return {
      typed,
      errors,
      missing,
      wrong: Object.keys(errors).length > 0,
      values: {
        num: (id) => (typeof read[id] === 'number' ? (read[id] as number) : null),
        word: (id) => (typeof read[id] === 'string' ? (read[id] as string) : ''),
      },
      set: (id, text) => setTyped((t) => ({ ...t, [id]: text })),
      clear: () => setTyped(NOTHING),
    };
  }, [question, typed, setTyped]);
}

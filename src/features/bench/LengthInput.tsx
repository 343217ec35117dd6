'use client';

import { useEffect, useState } from 'react';
import { InputError } from '@/core/errors';
import { parseLength, type Range } from '@/core/units/parse';
import { Field } from '@/ui/Field';

/**
 * A length that is judged live. What was typed stays as typed; only a figure that parses goes on. An empty
 * field is allowed where the length may be unknown.
 */
export function LengthInput({ label, value, range, onLength, optional, hint, className }: {
  label: string;
  value: number | null;
  range: Range;
  onLength: (mm: number | null) => void;
  optional?: boolean;
  hint?: string;
  className?: string;
}) {
  const [typed, setTyped] = useState(value === null ? '' : show(value));
  const [error, setError] = useState<string>();
  const [own, setOwn] = useState(value);

  // A change from outside (stepper, arrow keys) replaces the text; one's own typing is left alone.
  useEffect(() => {
    if (value === own) return;
    setOwn(value);
    setTyped(value === null ? '' : show(value));
    setError(undefined);
  }, [value, own]);

  const change = (text: string) => {
    setTyped(text);
    if (optional && text.trim() === '') {
      setError(undefined);
      setOwn(null);
      onLength(null);
      return;
    }
    try {
      const mm = parseLength(label, text, range).value;
      setError(undefined);
      setOwn(mm);
      onLength(mm);
    } catch (e) {
      if (!(e instanceof InputError)) throw e;
      setError(e.message);
    }
  };
  return <Field label={label} figure unit="mm" inputMode="decimal" value={typed} error={error} hint={hint} onChange={(e) => change(e.target.value)} className={className ?? ''} />;
}

const show = (mm: number): string => String(Number(mm.toFixed(3)));

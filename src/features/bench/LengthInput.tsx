'use client';

import { parseLength, type Range } from '@/core/units/parse';
import { Field } from '@/ui/Field';
import { useTyped } from '@/ui/useTyped';

/** A length that is judged live. An empty field is allowed where the length may be unknown. */
export function LengthInput({
  label,
  value,
  range,
  onLength,
  optional,
  hint,
  className,
}: {
  label: string;
  value: number | null;
  range: Range;
  onLength: (mm: number | null) => void;
  optional?: boolean;
  hint?: string;
  className?: string;
}) {
  const { typed, error, change } = useTyped(
    value,
    show,
    (text) => (optional && text.trim() === '' ? null : parseLength(label, text, range).value),
    onLength,
  );
  return (
    <Field
      label={label}
      figure
      unit="mm"
      inputMode="decimal"
      value={typed}
      error={error}
      hint={hint}
      onChange={(e) => change(e.target.value)}
      className={className ?? ''}
    />
  );
}

const show = (mm: number | null): string => (mm === null ? '' : String(Number(mm.toFixed(3))));

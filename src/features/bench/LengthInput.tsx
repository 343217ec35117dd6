'use client';

import { parseLength, type Range } from '@/core/units/parse';
import { Field } from '@/ui/Field';
import { useShownUnit } from '@/ui/units';
import { useTyped } from '@/ui/useTyped';

interface LengthInputProps {
  readonly label: string;
  readonly value: number | null;
  readonly range: Range;
  readonly onLength: (mm: number | null) => void;
  readonly optional?: boolean;
  readonly hint?: string;
  readonly className?: string;
}

/**
 * A length that is judged live, read in the unit that stands in the field. An empty field is allowed where the length
 * may be unknown.
 */
export function LengthInput(props: LengthInputProps) {
  // In other units the same length is written anew.
  return <InUnits key={useShownUnit('length').system} {...props} />;
}

function InUnits({ label, value, range, onLength, optional, hint, className }: LengthInputProps) {
  const shown = useShownUnit('length');
  const { typed, error, change } = useTyped(
    value,
    shown.text,
    (text) => (optional && text.trim() === '' ? null : parseLength(label, shown.typed(text), range).value),
    onLength,
  );
  return (
    <Field
      label={label}
      figure
      unit={shown.unit}
      inputMode="decimal"
      value={typed}
      error={error}
      hint={hint}
      onChange={(e) => change(e.target.value)}
      className={className ?? ''}
    />
  );
}

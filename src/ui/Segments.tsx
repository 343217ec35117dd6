import { RadioGroup } from 'radix-ui';
import { useId } from 'react';

/** One of a few, side by side; every choice visible and as large as a thumb. */
export function Segments<T extends string>({
  label,
  hideLabel,
  pairs,
  value,
  options,
  onChange,
}: {
  label: string;
  /** The label stands beside it already and is only read out. */
  hideLabel?: boolean;
  /** Left and right stand beside each other, as on the car. */
  pairs?: boolean;
  /** Null while nothing is chosen. */
  value: T | null;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <span id={id} className={hideLabel ? 'sr-only' : 'narrow text-[13px] font-[600] text-soft'}>
        {label}
      </span>
      <RadioGroup.Root
        aria-labelledby={id}
        value={value ?? ''}
        onValueChange={(v) => onChange(v as T)}
        className={pairs ? 'grid grid-cols-2 gap-px' : 'flex flex-wrap gap-px'}
      >
        {options.map((o) => (
          <RadioGroup.Item
            key={o.value}
            value={o.value}
            className="touch min-w-[44px] border border-strong bg-sheet px-3 text-[14px] first:rounded-l-[3px] last:rounded-r-[3px] data-[state=checked]:border-accent data-[state=checked]:bg-accent data-[state=checked]:text-accent-ink"
          >
            {o.label}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </div>
  );
}

import { type ComponentProps, type ReactNode, useId } from 'react';
import { cx } from './cx';

interface FrameProps {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly error?: string | undefined;
  readonly className?: string;
  /** The label stands beside it already and is only read out. */
  readonly hideLabel?: boolean;
  /**
   * Where what stands in it is expected from elsewhere: from where, and what says that somebody looked. It is drawn
   * dashed.
   */
  readonly expected?: { readonly from: string; readonly onLooked: () => void } | null;
}

const BOX =
  'touch w-full rounded-[3px] border bg-sheet px-3 text-ink placeholder:text-soft aria-[invalid=true]:border-stop aria-[invalid=true]:bg-stop-wash';

function Frame({
  label,
  hideLabel,
  hint,
  error,
  className,
  expected,
  id,
  children,
}: FrameProps & { id: string; children: ReactNode }) {
  return (
    <div className={cx('flex flex-col gap-1', className)}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'narrow text-[13px] font-[600] text-soft'}>
        {label}
      </label>
      {children}
      {expected ? (
        <p className="flex flex-wrap items-center gap-x-2 text-[13px] text-soft">
          expected, {expected.from}
          <button
            type="button"
            onClick={expected.onLooked}
            aria-label={`${label}: looked at, it is so`}
            className="touch px-1 font-[560] text-accent underline underline-offset-4"
          >
            Looked at
          </button>
        </p>
      ) : hint && !error ? (
        <p id={`${id}-hint`} className="text-[13px] text-soft">
          {hint}
        </p>
      ) : null}
      {error ? (
        <p id={`${id}-error`} role="alert" className="text-[13px] font-[560] text-stop">
          {error}
        </p>
      ) : null}
    </div>
  );
}

const described = (id: string, hint: ReactNode, error: string | undefined) =>
  error ? `${id}-error` : hint ? `${id}-hint` : undefined;

/** A text field for words or figures. Never blocks typing; the sentence under it says what would do. */
export function Field({
  label,
  hideLabel,
  hint,
  error,
  className,
  unit,
  figure,
  expected,
  ...rest
}: FrameProps & ComponentProps<'input'> & { unit?: string; figure?: boolean }) {
  const id = useId();
  return (
    <Frame
      label={label}
      hideLabel={hideLabel ?? false}
      hint={hint}
      error={error}
      className={className ?? ''}
      expected={expected ?? null}
      id={id}
    >
      <div className="relative">
        <input
          id={id}
          autoComplete="off"
          aria-invalid={Boolean(error)}
          aria-describedby={described(id, expected ? null : hint, error)}
          className={cx(
            BOX,
            error ? '' : 'border-strong',
            expected && 'border-dashed',
            figure && 'figure text-[17px]',
            unit && (unit.length <= 2 ? 'pr-9' : 'pr-16'),
          )}
          {...rest}
        />
        {unit ? (
          <span className="pointer-events-none absolute inset-y-0 right-3 flex items-center text-[13px] text-soft">
            {unit}
          </span>
        ) : null}
      </div>
    </Frame>
  );
}

/** A choice from a fixed list, by the system's own picker: it works with gloves. */
export function SelectField({
  label,
  hint,
  error,
  className,
  options,
  expected,
  ...rest
}: FrameProps & ComponentProps<'select'> & { options: readonly { value: string; label: string }[] }) {
  const id = useId();
  return (
    <Frame label={label} hint={hint} error={error} className={className ?? ''} expected={expected ?? null} id={id}>
      <select
        id={id}
        aria-invalid={Boolean(error)}
        aria-describedby={described(id, expected ? null : hint, error)}
        className={cx(BOX, 'picker', error ? '' : 'border-strong', expected && 'border-dashed')}
        {...rest}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </Frame>
  );
}

/** Options of a label table, in its order. */
export const optionsOf = (labels: Readonly<Record<string, string>>): { value: string; label: string }[] =>
  Object.entries(labels).map(([value, label]) => ({ value, label }));

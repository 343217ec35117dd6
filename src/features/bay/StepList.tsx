import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { cx } from '@/ui/cx';
import type { FitStep } from './fitProps';

/** The rest of a corner as a quiet list: what is done by whom, what is open, and the way to each. */
export function StepList({
  title,
  steps,
  at,
  isDone,
  onPick,
  onToggle,
}: {
  title: string;
  steps: readonly FitStep[];
  at: string;
  isDone: (s: FitStep) => boolean;
  onPick: (s: FitStep) => void;
  onToggle: (s: FitStep, on: boolean) => void;
}) {
  return (
    <section aria-label={`Card of the ${title}`}>
      <h2 className="mb-1 first-letter:uppercase">{title}</h2>
      <ol className="divide-y divide-line border-y border-line">
        {steps.map((s, i) => {
          const done = isDone(s);
          const label = s.card?.title ?? s.text;
          return (
            <li
              key={s.key}
              className={cx('grid grid-cols-[44px_minmax(0,1fr)] items-center', s.key === at && 'bg-accent-wash')}
            >
              <Checkbox.Root
                checked={done}
                disabled={s.card?.round !== undefined}
                onCheckedChange={(on) => onToggle(s, on === true)}
                aria-label={`${label}, step ${i + 1}`}
                className="flex h-11 w-11 items-center justify-center disabled:cursor-not-allowed"
              >
                <span
                  className={cx(
                    'flex h-5 w-5 items-center justify-center rounded-[3px] border-2 bg-sheet',
                    s.hold ? 'border-strong' : 'border-line',
                  )}
                >
                  <Checkbox.Indicator>
                    <Check size={15} strokeWidth={3} className="text-accent" aria-hidden="true" />
                  </Checkbox.Indicator>
                </span>
              </Checkbox.Root>
              <button
                type="button"
                aria-current={s.key === at ? 'step' : undefined}
                onClick={() => onPick(s)}
                className="touch py-1 text-left text-[14px] leading-tight aria-[current=step]:font-[640]"
              >
                {label}
                {s.hold && !done ? <span className="text-[12px] text-soft"> · hold</span> : null}
                {done && s.done ? (
                  <span className="block text-[12px] text-soft">
                    {s.done.reason ? `reason: ${s.done.reason}` : s.done.who}
                  </span>
                ) : null}
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

import { type CSSProperties, createContext, useContext } from 'react';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/Verdict';
import type { Bar } from '@/usecases/calendar/day';
import { useHeld } from './useHeld';

/** How many things are open before a visit can be done, by its id; what is not looked at yet is not in it. */
export const OpenThings = createContext<Readonly<Record<string, number>>>({});

/**
 * A booking as something that can be picked up, opened, and read out; how it stands outlines it, and stands in it as a
 * word too.
 */
export function BarFace({
  bar,
  detail,
  style,
  className,
  onOpen,
}: {
  bar: Bar;
  /** Place or person that is not the row it stands in. */
  detail: string;
  style?: CSSProperties;
  className?: string;
  onOpen: (bar: Bar) => void;
}) {
  const fixed = bar.state === 'done';
  const { isDragging, style: moved, held } = useHeld(bar.id, { bar }, () => onOpen(bar), fixed);
  const left = useContext(OpenThings)[bar.visitId] ?? 0;
  const open = left > 0 && bar.kind === 'visit' ? [`not ready: ${left} open`] : [];
  const words = [bar.stateText, ...open, bar.tooLate ?? '', ...bar.notes].filter((w) => w !== '');
  return (
    <button
      type="button"
      {...held}
      data-booking={bar.id}
      data-state={bar.state}
      style={{ ...style, ...moved }}
      className={cx(
        'booking',
        bar.kind === 'recheck' && 'rounded-r-[22px]',
        isDragging && 'opacity-80 shadow-lg',
        className,
      )}
    >
      <small className="sr-only">{`${bar.title} ${bar.plate}, ${bar.about}, ${bar.when}${detail ? `, ${detail}` : ''}${words.length > 0 ? `, ${words.join(', ')}` : ''}`}</small>
      <b aria-hidden>
        {bar.state === 'late' || bar.state === 'not begun' || bar.tooLate ? (
          <VerdictMark level="caution" size={12} />
        ) : null}
        {bar.title}
      </b>
      <i aria-hidden>{[bar.about, detail].filter((x) => x !== '').join(' · ')}</i>
      {words.length > 0 ? <span aria-hidden>{words[0]}</span> : null}
    </button>
  );
}

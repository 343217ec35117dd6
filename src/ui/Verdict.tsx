import { LEVEL_LABEL } from '@/core/document/labels';
import type { Level } from '@/core/rules/kit/finding';
import { cx } from './cx';

const TONE: Readonly<Record<Level, string>> = {
  stop: 'text-stop',
  unmeasured: 'text-ink',
  caution: 'text-caution',
  note: 'text-note',
  pass: 'text-pass',
};

/** The mark of a level: a shape of its own, so that colour is never alone. Unmeasured is a dashed outline. */
export function VerdictMark({ level, size = 16 }: { level: Level; size?: number }) {
  return (
    <svg viewBox="0 0 16 16" width={size} height={size} aria-hidden="true" className={cx('shrink-0', TONE[level])}>
      {SHAPE[level]}
    </svg>
  );
}

const SHAPE: Readonly<Record<Level, React.ReactNode>> = {
  stop: (
    <>
      <rect x="1" y="1" width="14" height="14" fill="currentColor" />
      <path d="M4 4 12 12M12 4 4 12" stroke="var(--sheet)" strokeWidth="2" />
    </>
  ),
  unmeasured: (
    <rect
      x="1.5"
      y="1.5"
      width="13"
      height="13"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.5"
      strokeDasharray="2.5 2"
    />
  ),
  caution: <path d="M1 8 8 1 15 8 8 15Z M8 4.5V9 M8 10.5V12" fill="none" stroke="currentColor" strokeWidth="1.6" />,
  note: <path d="M2 3.5H14M2 8H14M2 12.5H9" fill="none" stroke="currentColor" strokeWidth="1.6" />,
  pass: <path d="M1.5 8.5 6 13 14.5 3" fill="none" stroke="currentColor" strokeWidth="2.2" />,
};

/** Mark and word together. */
export function Verdict({ level, className }: { level: Level; className?: string }) {
  return (
    <span
      className={cx(
        'inline-flex shrink-0 items-center gap-1.5 text-[13px] font-[620] whitespace-nowrap',
        TONE[level],
        level === 'unmeasured' && 'border border-dashed border-strong px-1',
        className,
      )}
    >
      <VerdictMark level={level} size={13} />
      {LEVEL_LABEL[level]}
    </span>
  );
}

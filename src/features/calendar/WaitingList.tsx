import { Verdict } from '@/ui/Verdict';
import type { Waiting } from '@/usecases/calendar/day';
import { useHeld } from './useHeld';

/** What has no time yet. Dragged onto the ruler, or pressed, it gets one. */
export function WaitingList({
  waiting,
  more,
  onAsk,
}: {
  waiting: readonly Waiting[];
  more: boolean;
  onAsk: (w: Waiting) => void;
}) {
  return (
    <section
      aria-labelledby="waiting"
      className="flex max-h-[420px] flex-col gap-1 overflow-y-auto max-lg:grid max-lg:max-h-none max-lg:grid-cols-2 max-lg:items-start"
    >
      <h2 id="waiting" className="sticky top-0 z-[1] bg-paper pb-1 max-lg:col-span-2">
        Not booked <span className="figure font-normal">{waiting.length}</span>
        {more ? ' and more' : ''}
      </h2>
      {waiting.length === 0 ? (
        <p className="text-[14px] text-soft">Every open visit and every recheck that is due has its time.</p>
      ) : null}
      {waiting.map((w) => (
        <One key={`${w.visitId}/${w.recheckId ?? ''}`} w={w} onAsk={onAsk} />
      ))}
      {more ? <p className="text-[13px] text-soft">More are below, by stage.</p> : null}
    </section>
  );
}

function One({ w, onAsk }: { w: Waiting; onAsk: (w: Waiting) => void }) {
  const { isDragging, style, held } = useHeld(`waiting/${w.visitId}/${w.recheckId ?? ''}`, { waiting: w }, () =>
    onAsk(w),
  );
  return (
    <button
      type="button"
      {...held}
      style={style}
      className={`touch flex flex-col border-l-4 bg-sheet px-2 py-1 text-left ${w.recheckId ? 'border-note' : 'border-accent'} ${isDragging ? 'relative opacity-80 shadow-lg' : ''}`}
    >
      {/* Read out with the plate; what is seen is the same in short. */}
      <span className="sr-only">{`Book ${w.title} ${w.plate}, ${w.about}${w.by ? `, ${w.by}` : ''}`}</span>
      <span aria-hidden className="max-w-full truncate text-[14px] font-[600]">
        {w.title}
      </span>
      <span aria-hidden className="text-[13px] text-soft">
        {w.about}
      </span>
      {w.by ? (
        <span aria-hidden className="flex items-center gap-1.5 text-[13px]">
          {w.overdue ? <Verdict level="caution" /> : null}
          {w.by}
        </span>
      ) : null}
    </button>
  );
}

import { useEffect, useRef } from 'react';
import type { Quantity } from '@/core/document/quantities';
import { taken as takeBack } from '@/ui/outbox';
import { placeHere, postReading, useSentFrom } from '../onWay';
import type { ShownStop } from './stop';

/** What is looked at: yes or no by thumb, or by the keys Y and N. */
export function BigAnswer({ stop, q, onKept }: { stop: ShownStop; q: Quantity; onKept: () => void }) {
  const { jobId, corner, taken } = stop;
  const place = placeHere(jobId, stop);
  const { onWay, refused } = useSentFrom(place);
  const last = taken.at(-1);
  const sent = onWay.at(-1);
  const answer = sent ?? (last ? (last.value >= 0.5 ? 'yes' : 'no') : null);
  const keep = (typed: 'yes' | 'no') => {
    if (refused) takeBack(refused);
    postReading(place, typed, { is: 'job', jobId, quantity: q.id, corner, typed, method: 'looked' });
    onKept();
  };
  const latest = useRef(keep);
  latest.current = keep;
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      // Letters that are typed, or that pick from a list, are no answer.
      if (e.ctrlKey || e.metaKey || e.altKey || (e.target as HTMLElement).closest('input, select, textarea')) return;
      const typed = e.key.toLowerCase();
      if (typed !== 'y' && typed !== 'n') return;
      e.preventDefault();
      latest.current(typed === 'y' ? 'yes' : 'no');
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  return (
    <div data-quantity={q.id} className="flex flex-col gap-3">
      <div className="grid grid-cols-2 gap-3">
        {(['yes', 'no'] as const).map((word) => (
          <button
            key={word}
            type="button"
            aria-pressed={answer === word}
            onClick={() => keep(word)}
            className="flex min-h-[112px] flex-col items-center justify-center rounded-[3px] border-2 border-strong bg-sheet text-[26px] font-[620] hover:bg-accent-wash aria-pressed:border-accent aria-pressed:bg-accent-wash"
          >
            {word === 'yes' ? 'Yes' : 'No'}
            <span className="text-[13px] font-[400] text-soft">key {word === 'yes' ? 'Y' : 'N'}</span>
          </button>
        ))}
      </div>
      {last && sent === undefined ? (
        <p className="text-[14px] text-soft">
          Answered {last.value >= 0.5 ? 'yes' : 'no'}, {last.by}, {last.at}.
        </p>
      ) : null}
      {refused ? (
        <p role="alert" className="font-[560] text-stop">
          {refused.refused}
        </p>
      ) : null}
    </div>
  );
}

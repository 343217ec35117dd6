import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Segments } from '@/ui/Segments';
import { VerdictMark } from '@/ui/Verdict';
import { keepReading } from './actions';
import { rowGrid, type TakenReading } from './ReadingRow';

const ANSWERS = [
  { value: 'yes' as const, label: 'Yes' },
  { value: 'no' as const, label: 'No' },
];

/** What is looked at and answered with yes or no; the last word counts. */
export function YesNoRow({
  jobId,
  q,
  corner,
  taken,
  stacked,
}: {
  jobId: string;
  q: Quantity;
  corner: Corner;
  taken: readonly TakenReading[];
  stacked: boolean;
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const last = taken[taken.length - 1];
  const answer = last ? (last.value >= 0.5 ? 'yes' : 'no') : null;
  const keep = (typed: 'yes' | 'no') =>
    start(async () => {
      const result = await ask(() => keepReading(jobId, { quantity: q.id, corner, typed, method: 'looked' }));
      setFailure(result.ok ? null : result.message);
    });
  return (
    <div className={rowGrid(stacked)} data-quantity={q.id} aria-busy={busy}>
      <div>
        <p className="font-[600]">{q.label}</p>
        <p className="text-[13px] leading-snug text-soft">{q.how}</p>
      </div>
      {last ? (
        <span className="text-[14px]">
          <span className="text-[17px] font-[600]">{answer}</span>
          <span className="block text-[12.5px] text-soft">
            {last.by}, {last.at}
          </span>
        </span>
      ) : (
        <span className="inline-flex items-center gap-2 text-[14px]">
          <VerdictMark level="unmeasured" size={13} /> unmeasured
        </span>
      )}
      <Segments
        label={`${q.label}, ${CORNER_LABEL[corner]}`}
        hideLabel
        value={answer}
        options={ANSWERS}
        onChange={keep}
      />
      <span />
      {failure ? (
        <p role="alert" className="col-span-full text-[14px] font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}

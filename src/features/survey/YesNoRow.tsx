import { CORNER_LABEL } from '@/core/document/labels';
import type { Quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { taken as takeBack } from '@/ui/outbox';
import { Segments } from '@/ui/Segments';
import { VerdictMark } from '@/ui/Verdict';
import { postReading, useSentFrom } from './onWay';
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
  /** Null for what belongs to the whole axle. */
  corner: Corner | null;
  taken: readonly TakenReading[];
  stacked: boolean;
}) {
  const place = `${jobId}/${corner}/${q.id}`;
  const { onWay, refused } = useSentFrom(place);
  const last = taken[taken.length - 1];
  const stored = last ? (last.value >= 0.5 ? 'yes' : 'no') : null;
  const sent = onWay.at(-1);
  const answer = sent === 'yes' || sent === 'no' ? sent : stored;
  const keep = (typed: 'yes' | 'no') => {
    if (refused) takeBack(refused);
    postReading(place, typed, { is: 'job', jobId, quantity: q.id, corner, typed, method: 'looked' });
  };
  return (
    <div className={rowGrid(stacked)} data-quantity={q.id} aria-busy={sent !== undefined}>
      <div>
        <p className="font-[600]">{q.label}</p>
        <p className="text-[13px] leading-snug text-soft">{q.how}</p>
      </div>
      {last ? (
        <span className="text-[14px]">
          <span className="text-[17px] font-[600]">{stored}</span>
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
        label={corner === null ? q.label : `${q.label}, ${CORNER_LABEL[corner]}`}
        hideLabel
        value={answer}
        options={ANSWERS}
        onChange={keep}
      />
      <span />
      {refused ? (
        <p role="alert" className="col-span-full text-[14px] font-[560] text-stop">
          {refused.refused}
        </p>
      ) : null}
    </div>
  );
}

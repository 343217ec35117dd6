import { v7 as newId } from 'uuid';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { isMine, type Parcel, post, taken as takeBack, useOutbox } from '@/ui/outbox';
import { Segments } from '@/ui/Segments';
import { VerdictMark } from '@/ui/Verdict';
import { rowGrid, type TakenReading } from './ReadingRow';
import { READINGS_URL } from './useFigure';

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
  const box = useOutbox();
  const place = `${jobId}/${corner}/${q.id}`;
  const here = (p: Parcel): boolean => (p.shows as { place?: string } | undefined)?.place === place;
  const pending = [...box.kept, ...box.waiting].filter(here).at(-1);
  const refused = box.refused.find((p) => here(p) && isMine(p));
  const last = taken[taken.length - 1];
  const stored = last ? (last.value >= 0.5 ? 'yes' : 'no') : null;
  const answer = pending ? (pending.shows as { text: 'yes' | 'no' }).text : stored;
  const keep = (typed: 'yes' | 'no') => {
    if (refused) takeBack(refused);
    const body = { is: 'job', id: newId(), jobId, quantity: q.id, corner, typed, method: 'looked' };
    post({ id: body.id, url: READINGS_URL, body, shows: { place, text: typed }, returns: true });
  };
  return (
    <div className={rowGrid(stacked)} data-quantity={q.id} aria-busy={pending !== undefined}>
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
        label={`${q.label}, ${CORNER_LABEL[corner]}`}
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

import type { Corner } from '@/core/document/vocabulary';
import type { BayDetail } from '@/core/procedure/bay';
import { VerdictMark } from '@/ui/Verdict';
import { StartClock } from './Clocks';
import type { FitAxle, FitStep } from './fitProps';

/** What is done on the way to a hold point and said with it: one press, an entry each. */
export function Before({
  steps,
  axle,
  corner,
  now,
  onSay,
}: {
  steps: readonly FitStep[];
  axle: FitAxle;
  corner: Corner;
  now: number;
  onSay: (detail: BayDetail, corner?: Corner) => void;
}) {
  return (
    <ol aria-label="First" className="flex flex-col gap-3 border-l-4 border-line pl-3">
      {steps.map(({ key, text, caution, card }) => (
        <li key={key} className="flex flex-col gap-1">
          <p className="max-w-[60ch] text-[17px] leading-snug">
            <span className="font-[640]">{card?.title}.</span> {text}
            {card?.tool ? <span className="text-soft"> In hand: {card.tool}.</span> : null}
          </p>
          {caution ? (
            <p className="flex items-center gap-2 text-[15px] font-[600] text-caution">
              <VerdictMark level="caution" size={14} /> {caution}
            </p>
          ) : null}
          {card?.starts ? (
            <StartClock
              kind={card.starts}
              running={axle.clocks.find((c) => c.corner === corner && c.kind === card.starts) ?? null}
              lockers={[]}
              now={now}
              onSay={(d) => onSay(d, corner)}
            />
          ) : null}
        </li>
      ))}
    </ol>
  );
}

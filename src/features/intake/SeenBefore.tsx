import { useState } from 'react';
import type { FitmentFact, KnownFact } from '@/core/document/fitment';
import { seatInSentence } from '@/core/document/labels';
import type { Seat } from '@/core/document/vocabulary';
import { Button } from '@/ui/Button';
import type { KnownModel } from '@/usecases/survey/fitment';
import { seenOnModel } from './actions';
import { useSeen } from './useSeen';

const WORDS: Readonly<Record<FitmentFact, (value: string) => string>> = {
  thread: (v) => v,
  fastening: (v) => (v === 'bolt' ? 'bolts' : 'studs and nuts'),
  lugs: (v) => `${v} lugs`,
  boltCircle: (v) => `circle ${v} mm`,
  seat: (v) => seatInSentence(v as Seat),
  threadMaterial: (v) => `thread in ${v}`,
  nutStyle: (v) => `${v} nuts`,
};

const lineOf = (facts: Partial<Record<FitmentFact, KnownFact>>): string =>
  (Object.entries(facts) as [FitmentFact, KnownFact][])
    .map(([fact, { value, cars, of }]) => `${WORDS[fact](value)}${cars === of ? '' : ` (${cars} of ${of})`}`)
    .join(', ');

/** What this shop has seen on cars of the name that is typed, offered to be filled in as expected. */
export function SeenBefore({ name, onFill }: { name: string; onFill: (known: KnownModel) => void }) {
  const known = useSeen(name.trim().length < 3 ? null : name, seenOnModel);
  const [filled, setFilled] = useState<string | null>(null);
  if (known === null) return null;
  const { cars, elsewhere, front, rear } = known;
  const [atFront, atRear] = [lineOf(front), lineOf(rear)];
  if (atFront === '' && atRear === '') return null;
  return (
    <section
      aria-label="Seen on such cars"
      className="flex flex-wrap items-center gap-4 border-2 border-dashed border-strong p-3"
    >
      <div className="min-w-[260px] flex-1 text-[14px]">
        <p>
          This shop has had {cars === 0 ? 'no' : cars === 1 ? 'one' : cars} {name.trim()}
          {elsewhere > 0 ? `; other shops had ${elsewhere === 1 ? 'one' : elsewhere}` : ''}.
        </p>
        {atFront === atRear ? (
          <p className="figure">{atFront}</p>
        ) : (
          <>
            <p className="figure">Front: {atFront || 'nothing known'}</p>
            <p className="figure">Rear: {atRear || 'nothing known'}</p>
          </>
        )}
        <p className="text-[13px] text-soft">
          Filled in, each is dashed until you check it at this car. Torque needs its source again.
        </p>
      </div>
      <Button
        disabled={filled === name}
        onClick={() => {
          setFilled(name);
          onFill(known);
        }}
      >
        Fill in as expected
      </Button>
    </section>
  );
}

import { useState } from 'react';
import type { KnownFact } from '@/core/document/fitment';
import { seatInSentence } from '@/core/document/labels';
import type { Seat } from '@/core/document/vocabulary';
import type { WheelFact } from '@/core/document/wheelFacts';
import { Button } from '@/ui/Button';
import { seenWheels } from './actions';
import { useSeen } from './useSeen';

const WORDS: Readonly<Record<WheelFact, (value: string) => string>> = {
  tyre: (v) => v,
  offset: (v) => `ET ${v}`,
  wheelSeat: (v) => seatInSentence(v as Seat),
  drilling: (v) => v,
};

const look = (asked: string) => seenWheels(...(JSON.parse(asked) as Parameters<typeof seenWheels>));

/** What wheels of the name that is typed were here on other cars, offered to be filled in as expected. */
export function SeenWheels({
  name,
  on,
  onFill,
}: {
  name: string;
  /** The car that they go on, or its model. */
  on: Parameters<typeof seenWheels>[1];
  onFill: (known: readonly (readonly [WheelFact, KnownFact])[]) => void;
}) {
  const asked = JSON.stringify([name.trim(), on]);
  const short = name.trim().length < 3 || ('model' in on && on.model.trim() === '');
  const seen = useSeen(short ? null : asked, look);
  const [filled, setFilled] = useState<string | null>(null);
  if (seen === null) return null;
  const { sets } = seen;
  const facts = Object.entries(seen.facts) as [WheelFact, KnownFact][];
  return (
    <section
      aria-label="Such wheels were here"
      className="col-span-full flex flex-wrap items-center gap-4 border-2 border-dashed border-strong p-3"
    >
      <p className="min-w-[260px] flex-1 text-[14px]">
        “{name.trim()}” was here on {sets === 1 ? 'one car' : `${sets} cars`}:{' '}
        <span className="figure">
          {facts
            .map(([fact, { value, cars, of }]) => `${WORDS[fact](value)}${cars === of ? '' : ` (${cars} of ${of})`}`)
            .join(', ')}
        </span>
        . Filled in, each is dashed until you check it at these wheels.
      </p>
      <Button
        disabled={filled === asked}
        onClick={() => {
          setFilled(asked);
          onFill(facts);
        }}
      >
        Fill in the wheels
      </Button>
    </section>
  );
}

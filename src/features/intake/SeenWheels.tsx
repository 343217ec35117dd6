import { useEffect, useState } from 'react';
import type { KnownFact } from '@/core/document/fitment';
import { seatInSentence } from '@/core/document/labels';
import type { Seat } from '@/core/document/vocabulary';
import type { WheelFact } from '@/core/document/wheelFacts';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import type { WheelsSeen } from '@/usecases/vehicle/wheelsByName';
import { seenWheels } from './actions';

const REST_MS = 350;

const WORDS: Readonly<Record<WheelFact, (value: string) => string>> = {
  tyre: (v) => v,
  offset: (v) => `ET ${v}`,
  wheelSeat: (v) => seatInSentence(v as Seat),
  drilling: (v) => v,
};

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
  const [seen, setSeen] = useState<{ asked: string; of: WheelsSeen } | null>(null);
  const [filled, setFilled] = useState<string | null>(null);
  useEffect(() => {
    const [typed, car] = JSON.parse(asked) as [string, typeof on];
    if (typed.length < 3 || ('model' in car && car.model.trim() === '')) return;
    let stale = false;
    const rests = setTimeout(async () => {
      const result = await ask(() => seenWheels(typed, car));
      if (!stale) setSeen(result.ok && result.value ? { asked, of: result.value } : null);
    }, REST_MS);
    return () => {
      stale = true;
      clearTimeout(rests);
    };
  }, [asked]);
  if (seen?.asked !== asked) return null;
  const { sets } = seen.of;
  const facts = Object.entries(seen.of.facts) as [WheelFact, KnownFact][];
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

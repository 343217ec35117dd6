import { useEffect, useRef, useState } from 'react';
import type { Quantity } from '@/core/document/quantities';
import { parseReading } from '@/core/document/readingText';
import { tryInput } from '@/core/errors';
import { Button } from '@/ui/Button';
import type { Result } from '@/usecases/result';
import type { TakenReading } from '@/usecases/survey/takenShown';
import type { useSetupOn } from './OnCar';

/**
 * Whether the last reading was taken as this one is: with something on or nothing, of the part on the car or of a new
 * one.
 */
const sameState = (last: TakenReading, on: ReturnType<typeof useSetupOn>): boolean =>
  (last.on === '') === (on.plate === undefined && on.trial === undefined) &&
  last.on.includes('by hand') === (on.trial !== undefined);

/** A minute in which the same field is typed again, ms. */
const SAME_MINUTE = 60_000;

/**
 * Whether what was typed may be meant instead of the last reading: further from it than both errors, and typed again
 * within the minute or three times as far off. A repeat that agrees is never asked about.
 */
function seemsCorrected(q: Quantity, last: TakenReading, typed: string): boolean {
  const read = tryInput(() => parseReading(q, typed)).value;
  if (read === undefined || q.lastCounts) return false;
  const apart = Math.abs(read.value - last.value);
  const errors = 2 * Math.max(last.pm, TINY);
  return apart > errors && (Date.now() - last.takenAt < SAME_MINUTE || apart > 3 * errors);
}
const TINY = 0.05;

/**
 * Asks whether a figure that is typed again corrects the last one or is a second reading: 14 and 24 are never averaged
 * in silence.
 */
export function Which({ last, typed, onPick }: { last: string; typed: string; onPick: (instead: boolean) => void }) {
  const asked = useRef<HTMLElement>(null);
  // The keyboard goes on: Enter corrects, Tab and Enter keeps both.
  useEffect(() => asked.current?.querySelector('button')?.focus(), []);
  return (
    <section
      ref={asked}
      aria-label="Correction or second reading"
      className="col-span-full flex flex-wrap items-center gap-3"
    >
      <p className="text-[14px] text-caution">
        {last} was read before, {typed} now.
      </p>
      <Button onClick={() => onPick(true)}>Correct the last one</Button>
      <Button look="quiet" onClick={() => onPick(false)}>
        Second reading
      </Button>
    </section>
  );
}

/**
 * Keeps a figure, or asks first whether it corrects the last one.
 * @param last figure that stands at this place; @param on what is on now @param keep sends what is typed @param back
 * takes the last one back
 */
export function useCorrection({
  q,
  last,
  on,
  text,
  keep,
  back,
}: {
  q: Quantity;
  last: TakenReading | undefined;
  on: ReturnType<typeof useSetupOn>;
  text: string;
  keep: () => void;
  back: (take: () => Promise<Result<null>>) => void;
}) {
  const [asked, setAsked] = useState(false);
  return {
    asked,
    forget: () => setAsked(false),
    submit: () => {
      if (last && sameState(last, on) && seemsCorrected(q, last, text)) setAsked(true);
      else keep();
    },
    answer: (instead: boolean, takeBack: (id: string) => Promise<Result<null>>) => {
      setAsked(false);
      // What was typed goes on its way first: a page that is left in between loses nothing, and two figures apart are
      // asked about again.
      keep();
      if (instead && last) back(() => takeBack(last.id));
    },
  };
}

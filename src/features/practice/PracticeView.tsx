'use client';

import { useMemo, useState } from 'react';
import { quantity } from '@/core/document/quantities';
import { pmText, readingText } from '@/core/document/readingText';
import { assess } from '@/core/evaluate/evaluate';
import { plural } from '@/core/plural';
import type { PracticeCar } from '@/core/practice/lessons';
import { asRead, type PracticeReading, practiceReadings, readingAt } from '@/core/practice/readings';
import { toolFor } from '@/core/practice/tools';
import type { UnitSystem } from '@/core/units/format';
import { WhereToMeasure } from '@/drawing/where/WhereToMeasure';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Answer } from './Answer';
import { CaliperTool } from './CaliperTool';
import { TurnTool } from './TurnTool';
import { carText, LESSON_WORDS, onCarText, readingName, wishText } from './words';

/**
 * One practice car: its owner's wish, what eyes see, readings that are taken one by one, and a decision. What it comes
 * to is answered by the car itself. Nothing of it is kept anywhere.
 */
export function PracticeView({ car, next, units }: { car: PracticeCar; next: string; units: UnitSystem }) {
  const all = useMemo(() => practiceReadings(car.whole), [car]);
  const [read, setRead] = useState<ReadonlyMap<string, number>>(new Map());
  const taken = useMemo(() => [...read.keys()], [read]);
  const [at, setAt] = useState<string>(all[0]?.id ?? '');
  const [decided, setDecided] = useState<'fit' | 'leave' | null>(null);
  const reading = all.find((r) => r.id === at);
  const minutes = all.filter((r) => taken.includes(r.id)).reduce((sum, r) => sum + r.minutes, 0);
  const take = (r: PracticeReading, value: number) => {
    const then = new Map([...read, [r.id, value]]);
    setRead(then);
    // On to the next one that is open, as in the walk.
    const place = all.indexOf(r);
    const open = [...all.slice(place + 1), ...all.slice(0, place)].find((x) => !then.has(x.id));
    if (open) setAt(open.id);
  };
  const plan = useMemo(() => asRead(car.whole, read), [car, read]);

  return (
    <div className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-6 max-lg:grid-cols-1">
      <section aria-label="The car" className="flex min-w-0 flex-col gap-3">
        <h1>{car.lesson ? LESSON_WORDS[car.lesson].title : 'A car that comes in'}</h1>
        <dl className="grid grid-cols-[110px_minmax(0,1fr)] gap-x-3 gap-y-2 text-[16px]">
          <dt className="text-soft">The car</dt>
          <dd>{carText(car, units)}</dd>
          <dt className="text-soft">On it now</dt>
          <dd>{onCarText(car, units)}</dd>
          <dt className="text-soft">Wanted</dt>
          <dd className="font-[600]">{wishText(car, units)}</dd>
        </dl>
        {decided === null && reading ? (
          <div className="flex flex-col gap-1 border-t border-line pt-3">
            <h2>{readingName(reading)}</h2>
            <p className="text-[14px] text-soft">{quantity(reading.quantity).how}</p>
            <ToolFor
              key={reading.id}
              car={car}
              reading={reading}
              units={units}
              onTake={(value) => take(reading, value)}
            />
            <details className="max-w-[420px] text-[14px]">
              <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
                Where it is measured
              </summary>
              <WhereToMeasure id={reading.quantity} fastening={car.world.joint.fastening} />
            </details>
          </div>
        ) : null}
        {decided !== null ? (
          <Answer car={car} plan={plan} read={read} all={all} decided={decided} units={units} next={next} />
        ) : null}
      </section>
      <section aria-label="Readings" className="flex min-w-0 flex-col gap-3">
        <div className="flex flex-wrap items-baseline justify-between gap-2">
          <h2>Readings</h2>
          <p className="text-[14px] text-soft" aria-live="polite">
            {plural(taken.length, 'reading')} taken, about {minutes} min
          </p>
        </div>
        <ul className="divide-y divide-line border-y border-line">
          {all.map((r) => (
            <li key={r.id} className={cx('flex flex-wrap items-center gap-3 py-1', r.id === at && 'bg-accent-wash')}>
              <button
                type="button"
                onClick={() => setAt(r.id)}
                aria-current={r.id === at ? 'true' : undefined}
                className="touch min-w-0 flex-1 px-2 text-left text-[15px]"
              >
                {readingName(r)}
              </button>
              {read.has(r.id) ? (
                <span className="figure px-2 font-[600]">{shownReading(car, r, read.get(r.id) ?? 0, units)}</span>
              ) : null}
              <Button
                look="quiet"
                disabled={decided !== null}
                onClick={() => setAt(r.id)}
                aria-label={`${read.has(r.id) ? 'Measure again' : 'Measure'}: ${readingName(r)}`}
              >
                {read.has(r.id) ? 'Again' : 'Measure'}
              </Button>
            </li>
          ))}
        </ul>
        {decided === null ? (
          <div className="sticky bottom-0 flex flex-wrap gap-2 bg-paper py-2">
            <Button look="main" className="min-h-[56px] flex-1" onClick={() => setDecided('fit')}>
              Fit it and let it go
            </Button>
            <Button className="min-h-[56px] flex-1" onClick={() => setDecided('leave')}>
              Do not fit it
            </Button>
          </div>
        ) : null}
        {decided !== null ? (
          <p className="text-[14px] text-soft">
            {assess(plan).blocking.length === 0
              ? 'With what you measured the bench lets this go forward.'
              : 'With what you measured the bench does not let this go forward.'}
          </p>
        ) : null}
      </section>
    </div>
  );
}

/** The tool that takes a reading: jaws on a part, turns by hand, or a look. */
function ToolFor({
  car,
  reading,
  units,
  onTake,
}: {
  car: PracticeCar;
  reading: PracticeReading;
  units: UnitSystem;
  onTake: (value: number) => void;
}) {
  const tool = useMemo(() => toolFor(car.world, car.whole, reading), [car, reading]);
  switch (tool.kind) {
    case 'caliper':
      return <CaliperTool tool={tool} of={reading.quantity} units={units} onTake={onTake} />;
    case 'counter':
      return <TurnTool turns={tool.turns} onTake={onTake} />;
    case 'look':
      return (
        <Button look="main" className="self-start" onClick={() => onTake(readingAt(car.whole, reading).value)}>
          Look
        </Button>
      );
  }
}

function shownReading(car: PracticeCar, r: PracticeReading, value: number, units: UnitSystem): string {
  const q = quantity(r.quantity);
  const { pm } = readingAt(car.whole, r);
  return q.kind === 'yes-no'
    ? readingText(q, value, units)
    : `${readingText(q, value, units)} ± ${pmText(q, pm, units)}`;
}

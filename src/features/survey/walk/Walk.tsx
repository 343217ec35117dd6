'use client';

import { useEffect } from 'react';
import { inSetup } from '@/core/document/bare';
import { CORNER_LABEL } from '@/core/document/labels';
import { quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { plural } from '@/core/plural';
import { nextOpen } from '@/core/procedure/walk';
import type { UnitSystem } from '@/core/units/format';
import { WhereToMeasure } from '@/drawing/where/WhereToMeasure';
import { Button } from '@/ui/Button';
import { useOutbox } from '@/ui/outbox';
import { useInAddress } from '@/ui/useInAddress';
import { VerdictMark } from '@/ui/Verdict';
import { CaliperDock } from '../CaliperDock';
import { OnCar, OnCarField, useOnCar } from '../OnCar';
import { placeHere, placeOf, waitText } from '../onWay';
import { RuledOut } from '../RuledOut';
import { ShowAs } from '../ShowAs';
import { ToBench } from '../ToBench';
import { TorquedAgain } from '../TorquedAgain';
import { TurnCounter } from '../TurnCounter';
import { AsWheel } from './AsWheel';
import { BigAnswer } from './BigAnswer';
import { BigFigure } from './BigFigure';
import { ReadBack } from './ReadBack';
import { keyOf, type ShownStop, type WalkJob } from './stop';
import { WalkPlaces } from './WalkPlaces';

/** The last page of the walk, by its name in the address. */
const END = 'end';

/** Measuring as a walk: one reading at a time, in the order in which hands come to them; the next comes by itself. */
export function Walk({
  jobId,
  jobs,
  stops,
  arriveAt,
  demo,
  units,
}: {
  /** The job that was opened; the others are of the same visit. */
  jobId: string;
  jobs: readonly WalkJob[];
  stops: readonly ShownStop[];
  /** The stop that a link asks for; null for none. */
  arriveAt: string | null;
  demo: boolean;
  units: UnitSystem;
}) {
  const box = useOutbox();
  // What is on its way is measured, as far as hands are concerned.
  const onWay = new Set([...box.kept, ...box.waiting].map(placeOf));
  const isOpen = (s: ShownStop): boolean => s.open && !onWay.has(placeHere(s.jobId, s));
  const keys = stops.map(keyOf);
  const first = stops.find((s) => s.open);
  const [key, setKey] = useInAddress<string>('stop', arriveAt ?? (first ? keyOf(first) : END), [...keys, END]);
  const at = keys.indexOf(key);
  const stop = stops[at];
  const needed = stops.filter((s) => isOpen(s) && s.settles === null).length;
  const more = stops.find((s) => isOpen(s) && s.settles !== null);
  const go = (to: number | null) => setKey(to === null ? END : (keys[to] ?? END));
  const onKept = () => go(nextOpen(stops, at, (s) => s !== stop && isOpen(s)));
  // The page knows of the copies a moment later: what they answer is not walked to.
  const onAlike = () => go(nextOpen(stops, at, (s) => s.like?.id !== stop?.like?.id && isOpen(s)));
  const step = (by: number) =>
    go(at < 0 ? (by < 0 ? stops.length - 1 : 0) : Math.min(stops.length, Math.max(0, at + by)));
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== 'PageDown' && e.key !== 'PageUp') return;
      e.preventDefault();
      step(e.key === 'PageDown' ? 1 : -1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  const job = jobs.find((j) => j.id === (stop?.jobId ?? jobId)) as WalkJob;
  return (
    <div className="grid min-w-0 grid-cols-[minmax(0,1fr)_300px] max-lg:grid-cols-[minmax(0,1fr)]">
      <main className="flex min-w-0 flex-col gap-4 p-5 pt-3 max-lg:pb-24 pointer-coarse:pb-24">
        <WalkPlaces stops={stops} at={at} isOpen={isOpen} onGo={go} />
        {box.trouble ? (
          <p role="alert" className="border-l-4 border-stop pl-3 font-[560] text-stop">
            {box.trouble} {waitText(box.waiting.length)}
          </p>
        ) : null}
        {stop ? (
          <AtStop
            key={key}
            stop={stop}
            job={job}
            no={at + 1}
            of={stops.length}
            units={units}
            onKept={onKept}
            onAlike={onAlike}
          />
        ) : (
          <AtEnd jobs={jobs} open={needed} more={more} onFirst={() => go(nextOpen(stops, -1, isOpen))}>
            <ReadBack stops={stops} onWay={onWay} units={units} onGo={go} />
          </AtEnd>
        )}
        <div className="mt-auto flex items-center gap-3 border-t border-line pt-3">
          <Button disabled={at === 0 || stops.length === 0} onClick={() => step(-1)}>
            Back
          </Button>
          {stop ? (
            <Button look="quiet" onClick={() => step(1)}>
              {isOpen(stop) ? 'Later' : 'Next'}
            </Button>
          ) : null}
          <span className="ml-auto text-[13px] text-soft max-md:hidden">Enter saves. Page up and page down move.</span>
        </div>
      </main>
      <Side
        jobId={jobId}
        job={job}
        loosened={jobs.flatMap((j) => j.loosened.corners)}
        open={needed}
        waiting={box.waiting.length}
        demo={demo}
      />
    </div>
  );
}

/** A reading, where it is taken and what is on the car there. */
function AtStop({
  stop,
  job,
  no,
  of,
  units,
  onKept,
  onAlike,
}: {
  stop: ShownStop;
  job: WalkJob;
  no: number;
  of: number;
  units: UnitSystem;
  onKept: () => void;
  /** The other wheels were written down as one of them. */
  onAlike: () => void;
}) {
  const q = quantity(stop.quantity);
  const corner = stop.corner ?? (job.corners[0] as Corner);
  const [onCar, setOnCar] = useOnCar(job.id, corner, job.known[corner]);
  const fastener = job.fastening === 'bolt' ? 'bolt' : 'nut';
  return (
    <OnCar value={onCar}>
      <div>
        <p className="figure text-[13px] text-soft" data-testid="walk-at">
          {no} of {of}
        </p>
        <h1>{stop.name}</h1>
        <p className="max-w-[640px] text-[15px]">{q.how}</p>
        {stop.open ? (
          <p className="text-[13px] text-soft">
            {stop.settles === null
              ? `Waiting for it: ${q.blocks}.`
              : `It would clear ${checks(stop.settles)}${withOthers(stop.together)}.`}
          </p>
        ) : null}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(340px,1fr)] items-start gap-6 max-md:grid-cols-1">
        <WhereToMeasure id={q.id} fastening={job.fastening} />
        <div className="flex min-w-0 flex-col gap-4">
          {q.id === 'turns' ? (
            <TurnCounter
              jobId={job.id}
              corner={corner}
              pitch={job.pitch}
              units={units}
              fastener={fastener}
              taken={stop.taken}
              how=""
              mate={job.mate[corner] ?? null}
              locking={job.locking}
              onKept={onKept}
            />
          ) : q.kind === 'yes-no' ? (
            <BigAnswer stop={stop} q={q} onKept={onKept} />
          ) : (
            <BigFigure stop={stop} q={q} units={units} onKept={onKept} />
          )}
          {stop.like ? <AsWheel like={stop.like} vehicleId={stop.wheel?.vehicleId ?? ''} onKept={onAlike} /> : null}
        </div>
      </div>
      {q.id === 'turns' ? <TorquedAgain jobId={job.id} corner={corner} loosened={job.loosened} /> : null}
      {inSetup(q.id) ? (
        <OnCarField corner={corner} on={onCar} sets={job.sets} fastener={fastener} onChange={setOnCar} />
      ) : null}
    </OnCar>
  );
}

/** Everything asked for is in, or what was left for later. */
function AtEnd({
  jobs,
  open,
  more,
  onFirst,
  children,
}: {
  jobs: readonly WalkJob[];
  open: number;
  /** A reading that is not needed by itself and lets more be judged. */
  more: ShownStop | undefined;
  onFirst: () => void;
  children: React.ReactNode;
}) {
  return (
    <div className="flex flex-col items-start gap-3">
      <h1>{open === 0 ? 'All readings needed so far are in' : 'Some readings were left for later'}</h1>
      <p className="max-w-[560px]">
        {open === 0
          ? 'On the bench the choice is made. What it still needs is asked for here again.'
          : 'What is not measured stays unmeasured, and no choice passes on it.'}
      </p>
      {open > 0 ? (
        <Button look="main" onClick={onFirst}>
          To the first of them
        </Button>
      ) : more ? (
        <p className="flex flex-wrap items-center gap-3">
          One more would clear {checks(more.settles ?? 0)}
          {withOthers(more.together)}: {more.name}.<Button onClick={onFirst}>Measure it</Button>
        </p>
      ) : null}
      {jobs.flatMap((j) =>
        j.corners.map((c) => <TorquedAgain key={c} jobId={j.id} corner={c} loosened={j.loosened} />),
      )}
      {children}
    </div>
  );
}

const withOthers = (together: boolean): string => (together ? ', with the other readings that are open' : '');
const checks = (n: number): string => plural(n, 'check');

/** What the car rules out, how much is open, and the ways on. */
function Side({
  jobId,
  job,
  loosened,
  open,
  waiting,
  demo,
}: {
  jobId: string;
  job: WalkJob;
  loosened: readonly Corner[];
  open: number;
  waiting: number;
  demo: boolean;
}) {
  return (
    <aside aria-labelledby="open" className="border-l border-line max-lg:border-t max-lg:border-l-0">
      <div className="flex flex-col gap-3 p-4 max-lg:pb-24 pointer-coarse:pb-24 lg:sticky lg:top-0">
        <RuledOut lines={job.ruledOut} />
        <div className="flex items-baseline justify-between gap-3">
          <h2 id="open">Still unmeasured</h2>
          <p className="figure text-[18px] font-[620]">{open}</p>
        </div>
        <p className="text-[13px] text-soft">What could not be seen stays unmeasured.</p>
        {loosened.length > 0 ? (
          <p className="flex items-start gap-2 text-[14px] leading-snug">
            <span className="pt-1">
              <VerdictMark level="caution" size={13} />
            </span>
            Loosened to count at the {loosened.map((c) => CORNER_LABEL[c]).join(', ')}: torqued again before the car
            moves.
          </p>
        ) : null}
        <ToBench jobId={jobId} done={open === 0} waiting={waiting} />
        <ShowAs as="list" />
        <p className="text-[13px] text-soft">Chalk tests, arch work and clearance by the clock are there.</p>
        <CaliperDock shown={demo} />
      </div>
    </aside>
  );
}

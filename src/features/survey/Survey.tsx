'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import type { Plan } from '@/core/document/document';
import { CORNER_LABEL } from '@/core/document/labels';
import { type Quantity, type QuantityId, quantity } from '@/core/document/quantities';
import { type Axle, CORNERS, type Corner, type Seat } from '@/core/document/vocabulary';
import type { UnitSystem } from '@/core/units/format';
import type { NextReading } from '@/core/whatif/nextReading';
import { BoltPicture } from '@/drawing/BoltPicture';
import { PlanView } from '@/drawing/PlanView';
import { WhatIs } from '@/drawing/WhatIs';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { useOutbox } from '@/ui/outbox';
import { useInAddress } from '@/ui/useInAddress';
import { ArchWork, type ArchWorkDone } from './ArchWork';
import { CaliperDock } from './CaliperDock';
import { type ChalkKept, ChalkTest } from './ChalkTest';
import { ClearanceClock } from './ClearanceClock';
import { EarlierReadings, type EarlierShown } from './EarlierReadings';
import { rowOf, standIn } from './nextField';
import { OnCar, OnCarField, type TypedSetup, useOnCar } from './OnCar';
import { placeHere, placeOf, waitText } from './onWay';
import { LENGTHS, LOADED, OWN_PLACE, PLACES, STANCE } from './places';
import { ReadingRow, type TakenReading } from './ReadingRow';
import { RuledOut } from './RuledOut';
import { ShowAs } from './ShowAs';
import { ToBench } from './ToBench';
import { type Loosened, TorquedAgain } from './TorquedAgain';
import { TurnConverter } from './TurnConverter';
import { TurnCounter } from './TurnCounter';
import { type MissingHere, Unmeasured } from './Unmeasured';
import { type SurveySet, type SurveyWheel, WheelTable } from './WheelTable';
import { YesNoRow } from './YesNoRow';

export interface SurveyProps {
  readonly jobId: string;
  readonly vehicleId: string;
  readonly axle: Axle;
  readonly corners: readonly Corner[];
  /** Corner to begin at. */
  readonly begin: Corner;
  /** The job on the other axle in the same visit, or null. */
  /** Jobs of this visit that other corners belong to. */
  readonly elsewhere: Readonly<Partial<Record<Corner, string>>>;
  /** Readings still open at each corner of the visit. */
  readonly open: Readonly<Partial<Record<Corner, number>>>;
  readonly quantities: readonly QuantityId[];
  readonly readings: readonly TakenReading[];
  readonly sets: readonly SurveySet[];
  readonly jobSet: string;
  readonly wheels: readonly SurveyWheel[];
  readonly chalk: readonly ChalkKept[];
  readonly archWork: readonly ArchWorkDone[];
  /** The car as it was measured, for what is tried on it. */
  readonly plan: Plan;
  /** What the car is known to have on, by corner, as it would be typed. */
  readonly known: Readonly<Partial<Record<Corner, TypedSetup>>>;
  /** What the car as it was taken in and measured rules out, worded. */
  readonly ruledOut: readonly string[];
  /** Reading whose field is asked for by the address; null for none. */
  readonly arriveAt: QuantityId | null;
  readonly earlier: readonly EarlierShown[];
  readonly missing: readonly MissingHere[];
  /** The one reading that lets most rules be judged. */
  readonly next: NextReading | null;
  readonly pitch: number;
  readonly units: UnitSystem;
  readonly fastener: 'bolt' | 'nut';
  readonly locking: boolean;
  readonly loosened: Loosened;
  readonly seat: Seat;
  readonly demo: boolean;
}

/** Measuring a corner at a time: plan view to move, a row for each reading, what is still open at the right. */
export function Survey(p: SurveyProps) {
  const { jobId, corners, units } = p;
  const router = useRouter();
  const [corner, setCorner] = useInAddress<Corner>('corner', p.begin, corners);
  const [onCar, setOnCar] = useOnCar(jobId, corner, p.known[corner]);
  const box = useOutbox();
  // What is on its way is measured, as far as hands are concerned.
  const onWay = new Set([...box.kept, ...box.waiting].map(placeOf));
  const missing = p.missing.filter((m) => !onWay.has(placeHere(jobId, m)));
  const { next } = p;
  const all = p.quantities.map(quantity);
  const cornerWide = all.filter((q) => q.scope === 'corner' && !OWN_PLACE.includes(q.id));
  const rows = (ids: readonly QuantityId[]) => ids.flatMap((id) => cornerWide.find((q) => q.id === id) ?? []);
  const boltLengths = all.filter((q) => (Object.values(LENGTHS) as string[]).includes(q.id));
  const hardware = cornerWide.filter((q) => !STANCE.includes(q.id) && !LOADED.includes(q.id));
  const latest = (id: QuantityId, at: Corner | null) => p.readings.filter((r) => r.quantity === id && r.corner === at);
  const reachable = CORNERS.filter((c) => corners.includes(c) || p.elsewhere[c] !== undefined);
  const marks = Object.fromEntries(p.wheels.filter((w) => w.setId === p.jobSet).map((w) => [w.corner, w.mark]));

  const pick = (c: Corner) => {
    if (corners.includes(c)) setCorner(c);
    else if (p.elsewhere[c]) router.push(`/jobs/${p.elsewhere[c]}/measure?corner=${c}`);
  };
  const mateReadings = p.fastener === 'bolt' ? latest('tappedDepth', corner) : latest('nutThread', null);
  const mate = mateReadings.at(-1)?.value ?? null;
  const goTo = (m: MissingHere) => {
    if (m.corner) setCorner(m.corner);
    // Once the corner's rows are on the page.
    requestAnimationFrame(() => {
      const row = rowOf(m.quantity, m.wheel?.id);
      standIn(row);
      row?.scrollIntoView({ block: 'center' });
    });
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, on arrival; what is measured afterwards leads nowhere by itself
  useEffect(() => {
    if (p.arriveAt === null) return;
    const wheel = missing.find((m) => m.quantity === p.arriveAt)?.wheel;
    const row = rowOf(p.arriveAt, wheel?.id) ?? rowOf(p.arriveAt);
    standIn(row);
    row?.scrollIntoView({ block: 'center' });
  }, [p.arriveAt]);
  const row = (q: Quantity, stacked = false) => {
    const at = q.scope === 'axle' ? null : corner;
    const key = `${at ?? ''}/${q.id}`;
    return q.kind === 'yes-no' ? (
      <YesNoRow key={key} jobId={jobId} q={q} corner={at} taken={latest(q.id, at)} stacked={stacked} />
    ) : (
      <ReadingRow key={key} jobId={jobId} q={q} corner={at} taken={latest(q.id, at)} units={units} stacked={stacked} />
    );
  };

  return (
    <OnCar value={onCar}>
      <div className="grid min-w-0 grid-cols-[minmax(0,1fr)_300px] max-lg:grid-cols-1">
        <main className="flex min-w-0 flex-col gap-5 p-5 max-lg:pb-24 pointer-coarse:pb-24">
          <Top corner={corner} corners={reachable} onPick={pick} />
          {box.trouble ? (
            <p role="alert" className="border-l-4 border-stop pl-3 font-[560] text-stop">
              {box.trouble} {waitText(box.waiting.length)}
            </p>
          ) : null}
          <TorquedAgain key={corner} jobId={jobId} corner={corner} loosened={p.loosened} />
          <OnCarField corner={corner} on={onCar} sets={p.sets} fastener={p.fastener} onChange={setOnCar} />
          <EarlierReadings jobId={jobId} earlier={p.earlier} />
          <div className="grid grid-cols-[300px_minmax(0,1fr)] items-start gap-6 max-lg:grid-cols-1">
            <PlanView corners={reachable} active={corner} open={p.open} marks={marks} onPick={pick} />
            <Rows id="stance" title={`Stance of the ${CORNER_LABEL[corner]}, on the ground`}>
              {rows(STANCE).map((q) => row(q, true))}
            </Rows>
          </div>
          <div id="clearance">
            <ClearanceClock
              key={`${corner}/clock`}
              jobId={jobId}
              corner={corner}
              taken={latest('loadedClearance', corner)}
              units={units}
            />
            <div className="divide-y divide-line border-t border-line">{rows(LOADED).map((q) => row(q))}</div>
          </div>
          <section aria-label={`Hardware of the ${CORNER_LABEL[corner]}`} id="hardware">
            <h2 className="border-b border-line pb-1">
              Hardware of the {CORNER_LABEL[corner]}: count the turns, then wheel off
            </h2>
            <div className="grid grid-cols-[minmax(0,1fr)_264px] items-start gap-6 py-3 max-lg:grid-cols-1">
              <TurnCounter
                key={corner}
                jobId={jobId}
                corner={corner}
                pitch={p.pitch}
                units={units}
                fastener={p.fastener}
                taken={latest('turns', corner)}
                how={quantity('turns').how}
                mate={mate}
                locking={p.locking}
              />
              <TurnConverter pitch={p.pitch} units={units} />
            </div>
            <div className="divide-y divide-line border-t border-line">{hardware.map((q) => row(q))}</div>
          </section>
          <WheelTable
            vehicleId={p.vehicleId}
            sets={p.sets}
            jobSet={p.jobSet}
            wheels={p.wheels}
            axle={p.axle}
            units={units}
          />
          <Rows id="axle" title="Once for the axle">
            {boltLengths.length > 0 ? (
              <div className="grid grid-cols-[300px_minmax(0,1fr)] items-center gap-6 max-lg:grid-cols-1">
                <BoltPicture seat={p.seat} onPick={(length) => standIn(rowOf(LENGTHS[length]))} />
                <div className="divide-y divide-line">{boltLengths.map((q) => row(q, true))}</div>
              </div>
            ) : null}
            {all.filter((q) => q.scope === 'axle' && !boltLengths.includes(q)).map((q) => row(q))}
            {p.quantities.includes('nutGrip') ? <WhatIs word="nut-grip" /> : null}
          </Rows>
          <ChalkTest
            key={`${corner}/chalk`}
            jobId={jobId}
            corner={corner}
            tests={p.chalk.filter((t) => t.corner === corner)}
            plan={p.plan}
            units={units}
          />
          <ArchWork key={`${corner}/arch`} jobId={jobId} corners={corners} corner={corner} done={p.archWork} />
        </main>
        <aside aria-labelledby="missing" className="border-l border-line max-lg:border-t max-lg:border-l-0">
          <div className="flex flex-col gap-3 p-4 max-lg:pb-24 pointer-coarse:pb-24 lg:sticky lg:top-0 lg:max-h-[calc(100vh-52px)]">
            <RuledOut lines={p.ruledOut} />
            <div className="flex items-baseline justify-between gap-3">
              <h2 id="missing">Still unmeasured</h2>
              {missing.length > 0 ? <p className="figure text-[14px] text-soft">{missing.length} in all</p> : null}
            </div>
            {/* The list gives way, so that the caliper and the way on stay in sight. */}
            <div className={cx('lg:overflow-y-auto', missing.length > 0 && 'min-h-[120px]')}>
              <Unmeasured missing={missing} next={next} onGo={goTo} />
            </div>
            <p className="text-[13px] text-soft">What could not be seen stays unmeasured.</p>
            <ToBench jobId={jobId} done={missing.length === 0} waiting={box.waiting.length} />
            <ShowAs as="walk" />
            <CaliperDock shown={p.demo} />
          </div>
        </aside>
        <ThumbBar
          corners={reachable}
          corner={corner}
          first={missing.find((m) => m.corner === corner) ?? missing[0]}
          onPick={pick}
          onGo={goTo}
        />
      </div>
    </OnCar>
  );
}

/** What stays in sight while the page is scrolled: which corner, the way to the others, the places on the page. */
function Top({ corner, corners, onPick }: { corner: Corner; corners: readonly Corner[]; onPick: (c: Corner) => void }) {
  return (
    <div data-stays className="z-[5] -mx-5 -mt-5 border-b border-line bg-paper px-5 pt-2 lg:sticky lg:top-0">
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        <h1>Measure {CORNER_LABEL[corner]}</h1>
        <div className="flex gap-px max-lg:hidden">
          {corners.map((c) => (
            <button
              key={c}
              type="button"
              aria-pressed={c === corner}
              aria-label={`To the ${CORNER_LABEL[c]}`}
              onClick={() => onPick(c)}
              className="touch rounded-[3px] border border-transparent px-2.5 text-[14px] hover:border-line aria-pressed:border-line aria-pressed:font-[640] aria-pressed:text-accent"
            >
              {CORNER_LABEL[c]}
            </button>
          ))}
        </div>
      </div>
      <nav aria-label="Places on this page" className="-mx-2 flex flex-wrap">
        {PLACES.map(([id, label]) => (
          <a
            key={id}
            href={`#${id}`}
            className="touch flex items-center px-2 text-[14px] text-accent underline underline-offset-4"
          >
            {label}
          </a>
        ))}
      </nav>
    </div>
  );
}

/** On a tablet: corners and the next open reading under the thumbs. */
function ThumbBar({
  corners,
  corner,
  first,
  onPick,
  onGo,
}: {
  corners: readonly Corner[];
  corner: Corner;
  first: MissingHere | undefined;
  onPick: (c: Corner) => void;
  onGo: (m: MissingHere) => void;
}) {
  const step = (by: number) =>
    onPick(corners[(corners.indexOf(corner) + by + corners.length) % corners.length] as Corner);
  return (
    <section
      aria-label="Under the thumbs"
      className="no-print thumb-bar fixed inset-x-0 bottom-0 z-10 hidden grid-cols-3 gap-2 border-t border-line bg-sheet p-2 max-lg:grid pointer-coarse:grid"
      data-testid="thumb-bar"
    >
      <Button onClick={() => step(-1)}>Corner back</Button>
      <Button look="main" disabled={!first} onClick={() => first && onGo(first)}>
        {first ? 'Next open reading' : 'All measured'}
      </Button>
      <Button onClick={() => step(1)}>Corner on</Button>
    </section>
  );
}

function Rows({ id, title, children }: { id: string; title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title} id={id}>
      <h2 className="border-b border-line pb-1">{title}</h2>
      <div className="divide-y divide-line">{children}</div>
    </section>
  );
}

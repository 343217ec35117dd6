'use client';

import { Redo2, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { memo, useDeferredValue, useEffect, useMemo, useState, useTransition } from 'react';
import { endOf } from '@/core/document/axles';
import { quantity } from '@/core/document/quantities';
import type { Axle } from '@/core/document/vocabulary';
import { type Evaluation, needsSignOff } from '@/core/evaluate/evaluate';
import { USUAL } from '@/core/stance/archModel';
import type { UnitSystem } from '@/core/units/format';
import { nextReading } from '@/core/whatif/nextReading';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { FindingList } from '@/ui/FindingList';
import { NavLink } from '@/ui/NavLink';
import { useInAddress } from '@/ui/useInAddress';
import { Verdict } from '@/ui/Verdict';
import { Accept, type Signature, type Signing } from './Accept';
import { AlsoSets } from './AlsoSets';
import { freezeChoice, setReady } from './actions';
import { BENCH_TABS, type BenchTab, BenchTabs } from './BenchTabs';
import { Drawings } from './Drawings';
import { FastenerChoice } from './FastenerChoice';
import { NotCounted } from './NotCounted';
import { NotSaved } from './NotSaved';
import type { Pose } from './RubMap';
import { Shortcuts } from './Shortcuts';
import { SpacerChoice } from './SpacerChoice';
import { sizesFor, stepSize } from './sizes';
import { ThumbBar } from './ThumbBar';
import { acceptedOf, type Bench, type BenchParts, type Choice, useBench } from './useBench';
import { WaysOut } from './WaysOut';
import type { OtherAxle } from './WholeCar';
import { waysTo } from './ways';

export interface BenchProps {
  readonly jobId: string;
  readonly vehicleId: string;
  readonly version: number;
  readonly parts: BenchParts;
  readonly start: Choice;
  readonly units: UnitSystem;
  /** Sentence about a plan that is already frozen, or null. */
  readonly frozen: string | null;
  /** What changed since it was frozen, a line each. */
  readonly changes: readonly string[];
  /** The other jobs of this visit, and the axles that have none. */
  readonly others: readonly OtherAxle[];
  readonly without: readonly Axle[];
  readonly signing: Signing;
}

const TAKES_ARROWS = /^(INPUT|TEXTAREA|SELECT)$/;

/** Choosing: section in the middle, choice under it, findings at the right in order of danger. */
export function BenchView({
  jobId,
  vehicleId,
  version,
  parts,
  start,
  units,
  frozen,
  changes,
  others,
  without,
  signing,
}: BenchProps) {
  const router = useRouter();
  const bench = useBench(jobId, version, parts, start);
  // While a face is dragged the drawings are painted first; findings and tables follow when there is time.
  const later = useDeferredValue(bench);
  const { evaluation, plan, choice, setSpacer, setAside, undo, redo } = bench;
  const [failure, setFailure] = useState<string | null>(null);
  const [signature, setSignature] = useState<Signature | null>(null);
  const [busy, begin] = useTransition();
  const [tab, setTab] = useInAddress<BenchTab>('tab', 'figures', BENCH_TABS);
  const [keys, setKeys] = useState(false);
  const { findings, verdict } = evaluation;
  const { toClear } = bench;
  const [corner, setCorner] = useState(() => tighter(evaluation));
  const [pose, setPose] = useState<Pose | null>(null);
  const take = choice.rub ?? USUAL[endOf(plan.axle)];

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement;
      if (TAKES_ARROWS.test(target.tagName)) return;
      if ((e.ctrlKey || e.metaKey) && !e.altKey && /^[zy]$/i.test(e.key)) {
        e.preventDefault();
        (e.shiftKey || /y/i.test(e.key) ? redo : undo)?.();
      }
      if (/^(radio|tab|slider)$/.test(target.getAttribute('role') ?? '') || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'c') {
        setAside();
        setTab('candidates');
      } else if (e.key === '/') {
        e.preventDefault();
        setTab('fits');
      } else if (e.key === '?') setKeys(true);
      const direction =
        e.key === 'ArrowUp' || e.key === 'ArrowRight' ? 1 : e.key === 'ArrowDown' || e.key === 'ArrowLeft' ? -1 : null;
      if (direction === null) return;
      e.preventDefault();
      setSpacer({ thickness: stepSize(choice.spacer.thickness, direction, sizesFor(units)) });
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [choice.spacer.thickness, setSpacer, setAside, setTab, undo, redo, units]);

  /** What was signed goes along only while the bench still shows it accepted. */
  const accepted = bench.lead === null ? null : signature;
  const forward = () =>
    begin(async () => {
      setFailure(null);
      // What is taken forward is what is kept, under the version that keeping it gave.
      const kept = await bench.flush();
      if (kept === null) return setFailure('Not approved: what is on this bench is not saved.');
      const result = await ask(() => freezeChoice(jobId, kept, choice, accepted));
      if (result.ok) router.push(`/jobs/${jobId}/stage`);
      else setFailure(result.message);
    });

  const asPlanB = () =>
    begin(async () => {
      const result = await ask(() => setReady(jobId, choice, accepted));
      setFailure(result.ok ? null : result.message);
    });

  const standing = findings.some((f) => f.level === 'stop' || f.level === 'unmeasured');
  const asksName = findings.some((f) => needsSignOff(f, plan.use));

  return (
    <div className="grid min-w-0 grid-cols-[minmax(0,1fr)_340px] max-lg:grid-cols-1">
      <main className="flex min-w-0 flex-col gap-3 p-4 max-lg:pb-24 pointer-coarse:pb-24">
        <h1 className="sr-only">Choose</h1>
        <NotCounted jobId={jobId} />
        {frozen ? (
          <div className={cx('border-l-2 pl-3 text-[14px]', changes.length > 0 ? 'border-stop' : 'border-accent')}>
            <p>{frozen}</p>
            {changes.length > 0 ? (
              <ul className="list-disc pl-5" aria-label="Changed since">
                {changes.map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ul>
            ) : null}
          </div>
        ) : null}
        <Drawings
          bench={bench}
          corner={corner}
          onCorner={setCorner}
          take={take}
          pose={tab === 'rub' ? pose : null}
          units={units}
        />
        <div data-dimension="thickness">
          <SpacerChoice bench={bench} units={units} />
        </div>
        <div data-dimension="length">
          <FastenerChoice bench={bench} units={units} />
          <AlsoSets bench={bench} units={units} />
        </div>
        <LaterTabs
          jobId={jobId}
          bench={later}
          units={units}
          tab={tab}
          onTab={setTab}
          others={others}
          without={without}
          corner={corner}
          take={take}
          pose={pose}
          onPose={setPose}
        />
        <Shortcuts open={keys} onOpen={setKeys} />
      </main>
      <aside aria-labelledby="findings" className="min-w-0 border-l border-line max-lg:border-t max-lg:border-l-0">
        {/* Verdict and the way on stay in sight; the list scrolls in what is left. */}
        <div className="flex flex-col gap-3 p-4 max-lg:pb-24 pointer-coarse:pb-24 lg:sticky lg:top-0 lg:max-h-[calc(100vh-52px)]">
          <div className="flex items-center justify-between">
            <h2 id="findings">Findings, worst first</h2>
            <Verdict level={verdict} />
          </div>
          {asksName && !standing ? (
            <Accept
              key={acceptedOf(choice)}
              competition={plan.use === 'competition'}
              start={bench.lead}
              signing={signing}
              onLead={(lead, typed) => {
                bench.setLead(lead);
                setSignature(typed);
              }}
            />
          ) : null}
          <div className="flex flex-col gap-1">
            <Button look="main" disabled={busy || toClear > 0} onClick={forward} aria-describedby="forward-why">
              Approve
            </Button>
            <p id="forward-why" className="text-[13px] text-soft" aria-live="polite">
              {toClear > 0
                ? `${toClear} ${toClear === 1 ? 'point' : 'points'} to clear first.`
                : 'Freezes this choice as the plan for the job card.'}{' '}
              {bench.saved === 'saving' ? 'Saving …' : bench.saved === 'saved' ? 'Bench saved.' : ''}
            </p>
            <Button look="quiet" disabled={busy || toClear > 0} onClick={asPlanB}>
              Save as plan B
            </Button>
            <div className="flex gap-1">
              <Button look="quiet" className="flex-1" disabled={undo === null} onClick={() => undo?.()}>
                <Undo2 size={16} aria-hidden="true" /> Undo
              </Button>
              <Button look="quiet" className="flex-1" disabled={redo === null} onClick={() => redo?.()}>
                <Redo2 size={16} aria-hidden="true" /> Redo
              </Button>
            </div>
            <NotSaved bench={bench} units={units} />
            {failure ? (
              <p role="alert" className="text-[14px] text-stop">
                {failure}
              </p>
            ) : null}
          </div>
          <div className="-mr-4 flex flex-col gap-3 pr-4 lg:min-h-[160px] lg:overflow-y-auto">
            <Next bench={later} jobId={jobId} />
            <LaterFindings bench={later} units={units} jobId={jobId} vehicleId={vehicleId} />
          </div>
        </div>
      </aside>
      <ThumbBar bench={bench} units={units} busy={busy} onForward={forward} />
    </div>
  );
}

/** Which one reading would let most rules be judged, and the way there. */
const Next = memo(function Next({ bench, jobId }: { bench: Bench; jobId: string }) {
  const next = useMemo(() => nextReading(bench.plan), [bench.plan]);
  if (next === null) return null;
  return (
    <p className="border-l-2 border-accent pl-2 text-[14px]" data-testid="next-reading">
      Measure next:{' '}
      <NavLink
        href={`/jobs/${jobId}/measure?field=${next.quantity}`}
        className="font-[600] text-accent underline underline-offset-4"
      >
        {quantity(next.quantity).label}
      </NavLink>{' '}
      (clears {next.settles} {next.settles === 1 ? 'check' : 'checks'}).
    </p>
  );
});

const LaterTabs = memo(BenchTabs);

/** Ways out and findings, worst first. */
const LaterFindings = memo(function LaterFindings({
  bench,
  units,
  jobId,
  vehicleId,
}: {
  bench: Bench;
  units: UnitSystem;
  jobId: string;
  vehicleId: string;
}) {
  const { plan, evaluation } = bench;
  return (
    <>
      <WaysOut plan={plan} units={units} />
      <FindingList
        plan={plan}
        findings={evaluation.findings}
        wording={{ units, pitch: evaluation.numbers.thread.pitch }}
        ways={waysTo(plan, { jobId, vehicleId })}
      />
    </>
  );
});

/** The corner with the smaller gap, which is the one to look at first. */
function tighter(e: Evaluation): number {
  const gaps = e.numbers.corners.map((c) => c.gapAfter?.value ?? Number.POSITIVE_INFINITY);
  return Math.max(0, gaps.indexOf(Math.min(...gaps)));
}

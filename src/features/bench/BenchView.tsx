'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState, useTransition } from 'react';
import { drawnEngagement } from '@/core/plan/result';
import type { PlanParts } from '@/core/plan/assemble';
import type { UnitSystem } from '@/core/units/format';
import { StackSection } from '@/drawing/StackSection';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { cx } from '@/ui/cx';
import { FindingList } from '@/ui/FindingList';
import { Verdict } from '@/ui/Verdict';
import { freezeChoice } from './actions';
import { FastenerChoice } from './FastenerChoice';
import { type BenchTab, BenchTabs } from './BenchTabs';
import { Shortcuts } from './Shortcuts';
import { SpacerChoice } from './SpacerChoice';
import { sizesFor, stepSize } from './sizes';
import { type Choice, useBench } from './useBench';
import { WaysOut } from './WaysOut';
import type { ShelfPart } from './WhatFits';

export interface BenchProps {
  readonly jobId: string;
  readonly version: number;
  readonly parts: Omit<PlanParts, 'spacer' | 'fastener' | 'leadSignOff' | 'camberChange'>;
  readonly start: Choice;
  readonly units: UnitSystem;
  /** Sentence about a plan that is already frozen, or null. */
  readonly frozen: string | null;
  /** What changed since it was frozen, a line each. */
  readonly changes: readonly string[];
  /** Parts that the search may use. */
  readonly shelf: readonly ShelfPart[];
}

const TAKES_ARROWS = /^(INPUT|TEXTAREA|SELECT)$/;

/** Choosing: section in the middle, choice under it, findings at the right in order of danger. */
export function BenchView({ jobId, version, parts, start, units, frozen, changes, shelf }: BenchProps) {
  const router = useRouter();
  const bench = useBench(jobId, version, parts, start);
  const { evaluation, plan, choice, setSpacer, setAside } = bench;
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, begin] = useTransition();
  const [tab, setTab] = useState<BenchTab>('figures');
  const [keys, setKeys] = useState(false);
  const { numbers, findings, blocking, verdict } = evaluation;
  const least = drawnEngagement(numbers.corners);

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement;
      if (TAKES_ARROWS.test(target.tagName) || /^(radio|tab|slider)$/.test(target.getAttribute('role') ?? '') || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'c') {
        setAside();
        setTab('candidates');
      } else if (e.key === '/') {
        e.preventDefault();
        setTab('fits');
      } else if (e.key === '?') setKeys(true);
      const direction = e.key === 'ArrowUp' || e.key === 'ArrowRight' ? 1 : e.key === 'ArrowDown' || e.key === 'ArrowLeft' ? -1 : null;
      if (direction === null) return;
      e.preventDefault();
      setSpacer({ thickness: stepSize(choice.spacer.thickness, direction, sizesFor(units)) });
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [choice.spacer.thickness, setSpacer, setAside, units]);

  const forward = () =>
    begin(async () => {
      setFailure(null);
      const result = await freezeChoice(jobId, choice, bench.lead);
      if (result.ok) router.push(`/jobs/${jobId}/stage`);
      else setFailure(result.message);
    });

  const onlyCautions = plan.use === 'competition' && findings.some((f) => f.level === 'caution') && !findings.some((f) => f.level === 'stop' || f.level === 'unmeasured');

  return (
    <div className="grid min-w-0 grid-cols-[minmax(0,1fr)_340px] max-lg:grid-cols-1">
      <main className="flex min-w-0 flex-col gap-3 p-4">
        <h1 className="sr-only">Choose</h1>
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
        <StackSection
          geometry={evaluation.geometry}
          units={units}
          minimum={numbers.minimum}
          engagement={least}
          pm={Math.max(0, ...numbers.corners.map((c) => c.engagement?.pm ?? 0))}
          ok={least !== null && least >= numbers.minimum}
          onThickness={(thickness) => setSpacer({ thickness })}
          onPick={(id) => document.querySelector<HTMLInputElement>(`[data-dimension="${id}"] input`)?.focus()}
        />
        <div data-dimension="thickness">
          <SpacerChoice bench={bench} units={units} />
        </div>
        <div data-dimension="length">
          <FastenerChoice bench={bench} units={units} />
        </div>
        <BenchTabs bench={bench} units={units} tab={tab} onTab={setTab} shelf={shelf} />
        <Shortcuts open={keys} onOpen={setKeys} />
      </main>
      <aside aria-labelledby="findings" className="flex min-w-0 flex-col gap-3 border-l border-line p-4 max-lg:border-t max-lg:border-l-0">
        <div className="flex items-center justify-between">
          <h2 id="findings">Findings, worst first</h2>
          <Verdict level={verdict} />
        </div>
        {onlyCautions ? <LeadSignOff onLead={bench.setLead} /> : null}
        <div className="flex flex-col gap-1">
          <Button look="main" disabled={busy || blocking.length > 0} onClick={forward} aria-describedby="forward-why">
            Take forward
          </Button>
          <p id="forward-why" className="text-[13px] text-soft" aria-live="polite">
            {blocking.length > 0
              ? `${blocking.length} ${blocking.length === 1 ? 'finding stands' : 'findings stand'} in the way.`
              : 'Freezes this choice as the plan for the job card.'}{' '}
            {bench.saved === 'saving' ? 'Saving …' : bench.saved === 'saved' ? 'Bench saved.' : ''}
          </p>
          {typeof bench.saved === 'object' ? (
            <p role="alert" className="text-[14px] text-stop">
              {bench.saved.failed} Yours: {choice.spacer.thickness} mm. Reload to see the other.
            </p>
          ) : null}
          {failure ? <p role="alert" className="text-[14px] text-stop">{failure}</p> : null}
        </div>
        <WaysOut plan={plan} units={units} />
        <FindingList findings={findings} wording={{ units, pitch: numbers.thread.pitch }} />
      </aside>
    </div>
  );
}

/** Competition: every caution is a stop unless the lead signs it off, with a name and a reason. */
function LeadSignOff({ onLead }: { onLead: (lead: { by: string; reason: string } | null) => void }) {
  const [by, setBy] = useState('');
  const [reason, setReason] = useState('');
  const tell = (b: string, r: string) => onLead(b.trim() && r.trim() ? { by: b.trim(), reason: r.trim() } : null);
  return (
    <fieldset className="flex flex-col gap-2 border border-line p-3">
      <legend className="px-1 text-[13px] font-[600]">Competition: the lead signs off the cautions</legend>
      <Field label="Lead" value={by} onChange={(e) => { setBy(e.target.value); tell(e.target.value, reason); }} />
      <Field label="Reason" value={reason} onChange={(e) => { setReason(e.target.value); tell(by, e.target.value); }} />
    </fieldset>
  );
}

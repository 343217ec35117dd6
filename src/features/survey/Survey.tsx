'use client';

import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/plan/labels';
import { missingReading } from '@/core/plan/messages';
import { quantity, type QuantityId } from '@/core/plan/quantities';
import type { Corner } from '@/core/plan/vocabulary';
import type { UnitSystem } from '@/core/units/format';
import { PlanView } from '@/drawing/PlanView';
import { Button } from '@/ui/Button';
import { VerdictMark } from '@/ui/Verdict';
import { goChoose } from './actions';
import { ClearanceClock } from './ClearanceClock';
import { ReadingRow, type TakenReading } from './ReadingRow';
import { TurnCounter } from './TurnCounter';

export interface SurveyProps {
  readonly jobId: string;
  readonly corners: readonly Corner[];
  readonly quantities: readonly QuantityId[];
  readonly readings: readonly TakenReading[];
  readonly missing: readonly { quantity: QuantityId; corner: Corner | null }[];
  readonly pitch: number;
  readonly units: UnitSystem;
  readonly fastener: 'bolt' | 'nut';
  readonly locking: boolean;
}

/** Measuring a corner at a time: plan view to move, a row for each reading, what is still open at the right. */
export function Survey({ jobId, corners, quantities, readings, missing, pitch, units, fastener, locking }: SurveyProps) {
  const router = useRouter();
  const [corner, setCorner] = useState<Corner>(corners[0] as Corner);
  const [focus, setFocus] = useState<QuantityId | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const all = quantities.map(quantity);
  const axleWide = all.filter((q) => q.scope === 'axle');
  const perCorner = all.filter((q) => q.scope === 'corner' && q.id !== 'turns' && q.id !== 'loadedClearance');
  const turns = quantity('turns');
  const latest = (id: QuantityId, at: Corner | null) => readings.filter((r) => r.quantity === id && r.corner === at);
  const grouped = [...new Set(missing.map((m) => m.quantity))].map((id) => [id, missing.filter((m) => m.quantity === id).map((m) => m.corner)] as const);
  const openAt = Object.fromEntries(corners.map((c) => [c, missing.filter((m) => m.corner === c).length]));

  const go = () =>
    start(async () => {
      const result = await goChoose(jobId);
      if (result.ok) router.push(`/jobs/${jobId}/choose`);
      else setFailure(result.message);
    });

  return (
    <div className="grid min-w-0 grid-cols-[minmax(0,1fr)_300px] max-lg:grid-cols-1">
      <main className="flex min-w-0 flex-col gap-5 p-5">
        <h1>Measure {CORNER_LABEL[corner]}</h1>
        <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-6 max-md:grid-cols-1">
          <PlanView corners={corners} active={corner} open={openAt} onPick={setCorner} />
          <TurnCounter key={corner} jobId={jobId} corner={corner} pitch={pitch} units={units} fastener={fastener} taken={latest('turns', corner)} how={turns.how} locking={locking} />
        </div>
        <Rows title={`At the ${CORNER_LABEL[corner]}`}>
          {perCorner.map((q) => (
            <ReadingRow key={`${corner}/${q.id}`} jobId={jobId} q={q} corner={corner} taken={latest(q.id, corner)} units={units} focused={focus === q.id} />
          ))}
        </Rows>
        <ClearanceClock key={`${corner}/clock`} jobId={jobId} corner={corner} taken={latest('loadedClearance', corner)} units={units} focused={focus === 'loadedClearance'} />
        <Rows title="Once for the axle">
          {axleWide.map((q) => (
            <ReadingRow key={q.id} jobId={jobId} q={q} corner={null} taken={latest(q.id, null)} units={units} focused={focus === q.id} />
          ))}
        </Rows>
      </main>
      <aside aria-labelledby="missing" className="flex flex-col gap-3 border-l border-line p-4 max-lg:border-t max-lg:border-l-0">
        <h2 id="missing">Still unmeasured</h2>
        {missing.length === 0 ? (
          <p className="text-[14px]">Everything that a decision waits for has been measured.</p>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {grouped.map(([id, at]) => (
              <li key={id} className="py-1.5 text-[14px] leading-snug">
                <span className="flex items-center gap-2">
                  <VerdictMark level="unmeasured" size={13} />
                  {missingReading(id)}
                </span>
                <span className="flex gap-1 pl-5">
                  {at.map((c) => (
                    <button
                      key={c ?? 'axle'}
                      type="button"
                      className="touch px-1 text-left font-[560] text-accent underline underline-offset-4"
                      onClick={() => {
                        if (c) setCorner(c);
                        setFocus(id);
                      }}
                    >
                      {c ? CORNER_LABEL[c] : 'measure it'}
                    </button>
                  ))}
                </span>
              </li>
            ))}
          </ul>
        )}
        <p className="text-[13px] text-soft">What could not be seen stays unmeasured. Unmeasured is not pass.</p>
        {failure ? <p role="alert" className="text-stop">{failure}</p> : null}
        <Button look={missing.length === 0 ? 'main' : 'plain'} onClick={go} disabled={busy}>
          Go to the bench
        </Button>
      </aside>
    </div>
  );
}

function Rows({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="border-b border-line pb-1">{title}</h2>
      <div className="divide-y divide-line">{children}</div>
    </section>
  );
}

'use client';

import { useEffect, useRef, useState } from 'react';
import { quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { combineRepeats } from '@/core/uncertainty';
import { formatLength, formatTurns, type UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { Segments } from '@/ui/Segments';
import { useUnkept } from '@/ui/useUnkept';
import { useSetupOn } from './OnCar';
import { postReading } from './onWay';
import { ReadingRow, type TakenReading } from './ReadingRow';

const NONE: readonly number[] = [];
const BUSY_TAGS = /^(INPUT|TEXTAREA|SELECT|BUTTON|A)$/;

/** Counts turns by thumb or space bar, quarter turns by key, undo by key; turns and millimetres side by side. */
export function TurnCounter({
  jobId,
  corner,
  pitch,
  units,
  fastener,
  taken,
  how,
  mate,
  locking,
  onKept,
}: {
  jobId: string;
  corner: Corner;
  pitch: number;
  units: UnitSystem;
  fastener: 'bolt' | 'nut';
  taken: readonly TakenReading[];
  how: string;
  /** Full thread of the hub or the nut, mm; null where nobody measured it. */
  mate: number | null;
  /** The axle has a locking fastener, so it has to be said which one is counted. */
  locking: boolean;
  /** A count was sent on its way. */
  onKept?: () => void;
}) {
  const [steps, setSteps, clear] = useUnkept(`${jobId}/${corner}/count`, NONE);
  const on = useSetupOn('turns');
  const counter = useRef<HTMLElement>(null);
  const turns = steps.reduce((a, b) => a + b, 0);
  const last = taken[taken.length - 1];
  const kept = last ? combineRepeats(taken.filter((r) => r.on === last.on)).value : 0;
  const add = (n: number) => setSteps((s) => [...s, n]);

  const enter = useRef(() => {});
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement;
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      if (BUSY_TAGS.test(target.tagName) && target.dataset.counter === undefined) return;
      if (e.key === 'Enter') enter.current();
      else if (/^[0-9]$/.test(e.key))
        return counter.current?.querySelector<HTMLInputElement>('[data-reading]')?.focus();
      else if (e.key === ' ') setSteps((s) => [...s, 1]);
      else if (e.key === 'q') setSteps((s) => [...s, 0.25]);
      else if (e.key === 'Backspace') setSteps((s) => s.slice(0, -1));
      else return;
      e.preventDefault();
      // Counted by key from anywhere on the page, the count is still seen.
      counter.current?.scrollIntoView({ block: 'nearest' });
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [setSteps]);

  const [onLocking, setOnLocking] = useState(false);
  const refused = onLocking
    ? `A locking ${fastener} engages less than the others, so its count says nothing of them. Count an ordinary one.`
    : null;

  // Sent as a typed count is; refused it comes back into the field below, with the reason.
  const keep = () => {
    const typed = String(turns);
    const body = { is: 'job', jobId, quantity: 'turns', corner, typed, method: 'count', ...on };
    postReading(`${jobId}/${corner}/turns`, typed, body);
    clear();
    onKept?.();
  };

  // Enter on the counter saves what was counted, and is no turn.
  useEffect(() => {
    enter.current = () => {
      if (steps.length > 0 && !onLocking) keep();
    };
  });

  return (
    <section aria-label="Count turns" data-quantity="turns" ref={counter} className="flex min-w-0 flex-col gap-3">
      {locking ? (
        <Segments
          label={`Which ${fastener} is counted`}
          value={onLocking ? 'locking' : 'ordinary'}
          options={[
            { value: 'ordinary', label: 'An ordinary one' },
            { value: 'locking', label: 'The locking one' },
          ]}
          onChange={(v) => setOnLocking(v === 'locking')}
        />
      ) : null}
      {refused ? (
        <p role="alert" className="text-[14px] font-[560] text-stop">
          {refused}
        </p>
      ) : null}
      <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-3">
        <button
          type="button"
          data-counter
          onClick={() => add(1)}
          className="flex min-h-[132px] flex-col items-center justify-center rounded-[3px] border-2 border-accent bg-accent-wash px-4 text-center active:brightness-95"
        >
          <span className="text-[15px] font-[600]">Tap once a turn of the {fastener}</span>
          <output className="figure text-[44px] leading-none font-[650]" aria-label="Turns counted">
            {Number(turns.toFixed(2))}
          </output>
          <span className="figure text-[15px]">turns = {formatLength(turns * pitch, units)}</span>
        </button>
        <div className="flex flex-col gap-1.5">
          <Button data-counter onClick={() => add(0.25)}>
            + ¼ turn
          </Button>
          <Button
            data-counter
            look="quiet"
            disabled={steps.length === 0}
            onClick={() => setSteps((s) => s.slice(0, -1))}
          >
            Undo tap
          </Button>
          <Button look="main" disabled={steps.length === 0 || onLocking} onClick={keep}>
            Save count
          </Button>
        </div>
      </div>
      {last ? (
        <p className="figure text-[15px]" data-testid="turns-both-ways">
          Kept: {formatTurns(kept)}, travels {formatLength(kept * pitch, units)}
          {mate === null
            ? '; what holds is no more than its mate’s thread'
            : `, ${formatLength(Math.min(mate, kept * pitch), units, 'down')} of it in the ${fastener === 'bolt' ? 'hub' : 'nut'}`}
        </p>
      ) : null}
      <p className="text-[13px] text-soft">
        {how} Keys: space one turn, q a quarter, backspace undo, Enter save; digits go to the field.
      </p>
      <ReadingRow
        jobId={jobId}
        q={{ ...quantity('turns'), how: 'Or type the count.' }}
        corner={corner}
        taken={taken}
        units={units}
        stacked
        blocked={onLocking}
        onKept={onKept}
      />
    </section>
  );
}

import { useEffect, useState } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { BayDetail, RunningClock } from '@/core/procedure/bay';
import { CLOCK_LABEL, type ClockKind, clockState, waitText } from '@/core/procedure/clocks';
import { parseNumber } from '@/core/units/number';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import type { ShelfLocker } from './fitProps';

/** This machine’s time as the server has it, moving on; a tablet whose own clock is wrong shows the same. */
export function useServerNow(atRender: number): number {
  const [now, setNow] = useState(atRender);
  useEffect(() => {
    const begun = performance.now();
    setNow(atRender);
    const often = setInterval(() => setNow(atRender + performance.now() - begun), 1000);
    return () => clearInterval(often);
  }, [atRender]);
  return now;
}

/** Whether a wait is through by the time shown. */
export const isThrough = (c: RunningClock, now: number): boolean =>
  c.waived !== null || clockState(c, now).is === 'over';

function leftText(c: RunningClock, now: number): string {
  if (c.waived) return `not waited for: ${c.waived.why} (${c.waived.by})`;
  const state = clockState(c, now);
  if (state.is === 'over') return 'over';
  if (state.is === 'behind') return 'this machine’s clock is before its start';
  return `${waitText(state.left)} left`;
}

/** Every clock of the visit, with what is left of it. */
export function ClockList({ clocks, now }: { clocks: readonly RunningClock[]; now: number }) {
  if (clocks.length === 0) return null;
  return (
    <ul aria-label="Clocks" className="flex flex-col gap-1 text-[13px]">
      {clocks.map((c) => (
        <li key={`${c.corner}/${c.kind}`} className="border-l-2 border-accent pl-2" data-clock={c.kind}>
          {CLOCK_LABEL[c.kind]}, {CORNER_LABEL[c.corner]}
          <span className="figure block font-[600]">{leftText(c, now)}</span>
        </li>
      ))}
    </ul>
  );
}

/** Usual waits where no bottle says another one, minutes. Common practice, no source. */
const USUAL: Readonly<Partial<Record<ClockKind, { minutes: number; source: string }>>> = {
  cleaner: { minutes: 20, source: 'common practice, 15 to 20 min' },
  soak: { minutes: 15, source: 'common practice' },
};

const COST = {
  low: 'Low strength: may come loose under heat and load. Not for a hub.',
  medium: 'Medium: comes apart with hand tools.',
  high: 'High strength: comes apart only with heat, next to bearings and seals. Whoever takes these studs out will curse it.',
} as const;

/** Starts the clock of a corner: a usual one by a tap, the locker’s by the time on its bottle. */
export function StartClock({
  kind,
  running,
  lockers,
  now,
  onSay,
}: {
  kind: ClockKind;
  running: RunningClock | null;
  lockers: readonly ShelfLocker[];
  now: number;
  onSay: (detail: BayDetail) => void;
}) {
  const [hours, setHours] = useState('');
  const [source, setSource] = useState('');
  const [grade, setGrade] = useState<'low' | 'medium' | 'high'>('medium');
  const [error, setError] = useState<string | null>(null);
  if (running)
    return (
      <p className="text-[15px]">
        {CLOCK_LABEL[kind]}: <span className="figure font-[650]">{leftText(running, now)}</span>, {running.source}.
      </p>
    );
  const usual = USUAL[kind];
  if (usual)
    return (
      <Button
        look="quiet"
        className="self-start"
        onClick={() => onSay({ kind: 'clock', clock: kind, minutes: usual.minutes, source: usual.source })}
      >
        {kind === 'soak' ? 'Something soaks' : 'Washed: it dries'}, {usual.minutes} min on the clock
      </Button>
    );
  const start = () => {
    const h = parseNumber(hours);
    if (h === null || !(h > 0 && h <= 168))
      return setError('Type the hours to full strength from the bottle, above 0 to 168; 0.5 for half an hour.');
    if (source.trim() === '') return setError('Say which bottle or leaflet says so.');
    setError(null);
    onSay({ kind: 'clock', clock: kind, minutes: h * 60, source: source.trim(), grade });
  };
  return (
    <form
      className="flex flex-col gap-2"
      aria-label="Clock of the locker"
      onSubmit={(e) => {
        e.preventDefault();
        start();
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <Field
          label="Hours until it has cured"
          unit="h"
          figure
          inputMode="decimal"
          className="w-[170px]"
          value={hours}
          onChange={(e) => setHours(e.target.value)}
        />
        <Field
          label="Which bottle says so"
          className="w-[210px]"
          value={source}
          onChange={(e) => setSource(e.target.value)}
        />
        <Segments
          label="Strength"
          value={grade}
          options={[
            { value: 'low', label: 'Low' },
            { value: 'medium', label: 'Medium' },
            { value: 'high', label: 'High' },
          ]}
          onChange={setGrade}
        />
        <Button type="submit">Start the clock</Button>
      </div>
      <p className="text-[14px] text-soft">{COST[grade]}</p>
      {lockers.length > 0 ? (
        <div className="flex flex-wrap gap-2">
          {lockers
            .filter((l) => l.hours !== null)
            .map((l) => (
              <Button
                key={l.name}
                look="quiet"
                onClick={() => {
                  setHours(String(l.hours));
                  setSource(`${l.name}, shelf`);
                  setGrade(l.grade);
                }}
              >
                {l.name}: {l.hours} h
              </Button>
            ))}
        </div>
      ) : null}
      {error ? (
        <p role="alert" className="text-[14px] font-[560] text-stop">
          {error}
        </p>
      ) : null}
    </form>
  );
}

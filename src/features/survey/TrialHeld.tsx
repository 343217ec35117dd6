import { useMemo } from 'react';
import type { Corner, Fastener, Plan } from '@/core/document/document';
import { tryInput } from '@/core/errors';
import { sentence } from '@/core/rules/index';
import { findingKey } from '@/core/rules/kit/finding';
import { parseThread } from '@/core/thread/designation';
import type { UnitSystem } from '@/core/units/format';
import { parseLength } from '@/core/units/parse';
import { longerFastener } from '@/core/whatif/bySize';
import { trialFindings } from '@/core/whatif/trial';
import { Field } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { VerdictMark } from '@/ui/Verdict';

export interface HeldTyped {
  readonly by: 'present' | 'longer' | null;
  readonly length: string;
  readonly thread: string;
}
export const UNHELD: HeldTyped = { by: null, length: '', thread: '' };

/** What holds the wheel over the trial spacer, as typed; null while nobody said, or a figure cannot be read. */
export function heldBy(plan: Plan, { by, length, thread }: HeldTyped): Fastener | null {
  if (by === 'present') return { kind: 'present' };
  if (by === null) return null;
  const long = tryInput(() => parseLength('Length', length, { min: 10, max: 150 }).value).value;
  const threaded = tryInput(() => parseLength('Thread', thread, { min: 1, max: 150 }).value).value;
  if (long === undefined) return null;
  return {
    ...longerFastener({ ...plan, fastener: { kind: 'present' } }, long),
    threadLength: threaded ?? null,
    nose: 0,
  };
}

/** A car that stands on a trial is judged as that trial, before anybody rolls it. */
export function TrialHeld({
  plan,
  corner,
  trial,
  typed,
  units,
  onType,
}: {
  plan: Plan;
  corner: Corner;
  trial: string;
  typed: HeldTyped;
  units: UnitSystem;
  onType: (typed: HeldTyped) => void;
}) {
  const bolt = plan.hub.fastening === 'bolt';
  const thickness = tryInput(() => parseLength('Trial spacer', trial, { min: 0, max: 100 }).value).value;
  const held = heldBy(plan, typed);
  const found = useMemo(
    () =>
      thickness === undefined || held === null ? null : trialFindings(plan, corner, { thickness, fastener: held }),
    [plan, corner, thickness, held],
  );
  const pitch = parseThread('Thread', plan.hub.thread).pitch;
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-start gap-3">
        <Segments
          label="Held by"
          value={typed.by}
          options={[
            { value: 'present' as const, label: bolt ? 'Bolts that are on it' : 'Studs that are in it' },
            { value: 'longer' as const, label: bolt ? 'Longer bolts' : 'Longer studs' },
          ]}
          onChange={(by) => onType({ ...typed, by })}
        />
        {typed.by === 'longer' ? (
          <>
            <Field
              label={bolt ? 'Length under the seat' : 'Protrusion'}
              figure
              unit="mm"
              inputMode="decimal"
              value={typed.length}
              onChange={(e) => onType({ ...typed, length: e.target.value })}
              className="w-[140px]"
            />
            <Field
              label="Full thread on it"
              figure
              unit="mm"
              inputMode="decimal"
              value={typed.thread}
              onChange={(e) => onType({ ...typed, thread: e.target.value })}
              className="w-[130px]"
            />
          </>
        ) : null}
      </div>
      {found === null ? (
        <p className="text-[13px] text-soft">
          Say which spacer and what holds the wheel, and the trial is checked before the car is rolled on it.
        </p>
      ) : (
        <div role="status" data-testid="trial" className="flex flex-col gap-1 text-[14px]">
          <p className="font-[620]">
            {found.length === 0
              ? 'Nothing of its joint stands in the way of rolling it.'
              : found[0]?.level === 'stop'
                ? 'Do not roll the car on this.'
                : 'Do not roll it yet: nobody knows whether this holds.'}
          </p>
          <ul className="flex flex-col gap-1">
            {found.map((f) => (
              <li key={findingKey(f)} className="flex items-start gap-2">
                <span className="pt-1">
                  <VerdictMark level={f.level} size={13} />
                </span>
                {sentence(f, { units, pitch })}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}

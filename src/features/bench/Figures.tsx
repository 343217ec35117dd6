import type { Corner, Plan } from '@/core/document/document';
import { SCHOOL_LABEL } from '@/core/document/labels';
import { setupOf } from '@/core/document/setup';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Level } from '@/core/rules/kit/finding';
import { shoulderAtLock } from '@/core/stance/position';
import { formatLength, formatTurns, type UnitSystem } from '@/core/units/format';
import { largestAtOrBelow, roundTo } from '@/core/units/round';
import { WhatIs } from '@/drawing/WhatIs';
import { VerdictMark } from '@/ui/Verdict';
import { sizesFor } from './sizes';

const WORD: Readonly<Record<Level, string>> = {
  stop: 'short',
  note: 'short',
  caution: 'just',
  pass: 'enough',
  unmeasured: 'unmeasured',
};

/** The figures of a choice, and what each school of engagement says of it. */
export function Figures({
  evaluation,
  plan,
  units,
  lock,
}: {
  evaluation: Evaluation;
  plan: Plan;
  units: UnitSystem;
  /** Steering at full lock as the rub map takes it, degrees; 0 where the axle does not steer. */
  lock: number;
}) {
  const n = evaluation.numbers;
  const pitch = n.thread.pitch;
  const limit = n.slipOnLimit;
  const safeLimit = limit ? limit.value - limit.pm : null;
  const size = safeLimit === null ? null : largestAtOrBelow(sizesFor(units), safeLimit);
  // A shop may choose a rule of thumb; no choice of its own goes under the floor.
  const overruled = n.schools.filter((s) => s.governs && s.minimum !== null && s.minimum < n.floor - 1e-9);
  const least = n.corners.every((c) => c.engagement)
    ? [...n.corners].sort((a, b) => (a.engagement?.value ?? 0) - (b.engagement?.value ?? 0))[0]
    : undefined;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] gap-x-6 gap-y-3 max-md:grid-cols-1">
      <dl className="grid grid-cols-[minmax(0,1fr)_auto] content-start border-t border-line text-[14px]">
        <Row
          label="Engagement left"
          value={least?.engagement ? `${formatLength(least.engagement.value, units, 'down')}` : null}
          more={
            least?.engagement
              ? `${formatTurns(least.engagement.value / pitch, 'down')}, ± ${formatLength(least.engagement.pm, units, 'up')}`
              : ''
          }
        />
        {least ? <ByHand plan={plan} corner={least.corner} pitch={pitch} units={units} /> : null}
        <Row
          label={plan.hub.fastening === 'bolt' ? 'Largest on these bolts' : 'Largest on these studs'}
          value={limit ? (limit.value < 0 ? 'none' : formatLength(limit.value, units, 'down')) : null}
          more={
            limit
              ? size === null
                ? 'no common size fits'
                : `so a ${formatLength(size, units)} spacer; ± ${formatLength(limit.pm, units, 'up')} taken off`
              : ''
          }
        />
        <Row
          label="Effective offset"
          value={n.effectiveOffset === null ? null : `ET ${Number(n.effectiveOffset.toFixed(2))}`}
          more={plan.wheel.offset === null ? '' : `was ET ${plan.wheel.offset}`}
        />
        <Row label="Track change" value={`+${formatLength(n.trackChange, units)}`} more="this axle" />
        {lock > 0 ? <AtLock thickness={plan.spacer.thickness} lock={lock} units={units} /> : null}
      </dl>
      <div className="self-start">
        <table className="w-full border-t border-line text-[14px]">
          <caption className="sr-only">Minimum engagement by rule of thumb</caption>
          <thead className="text-[12.5px] text-soft [&_th]:font-normal [&_th]:text-right [&_th:first-child]:text-left">
            <tr>
              <th scope="col">Rule of thumb</th>
              <th scope="col">Minimum</th>
              <th scope="col">Turns</th>
              <th scope="col">Verdict</th>
            </tr>
          </thead>
          <tbody>
            {n.schools
              .filter((s) => s.school !== 'visible' || plan.hub.fastening === 'stud')
              .map((s) => {
                const finding = evaluation.findings.find((f) => f.school === s.school);
                const level = finding?.level ?? 'unmeasured';
                const word = level === 'note' && (finding?.margin ?? -1) >= 0 ? 'just' : WORD[level];
                return (
                  <tr key={s.school} className="border-b border-line">
                    <th scope="row" className="py-1 text-left font-normal">
                      {SCHOOL_LABEL[s.school]}
                      {s.governs ? <span className="block text-[12.5px] leading-none text-accent">decides</span> : null}
                    </th>
                    <td className="figure py-1 pl-2 text-right whitespace-nowrap">
                      {s.minimum === null ? '–' : formatLength(s.minimum, units, 'up')}
                    </td>
                    <td className="figure py-1 pl-3 text-right text-soft">
                      {s.minimum === null ? '–' : roundTo(s.minimum / pitch, 2, 'up')}
                    </td>
                    <td className="py-1 pl-3">
                      <span className="flex items-center justify-end gap-1.5">
                        <VerdictMark level={s.minimum === null ? 'unmeasured' : level} size={12} />{' '}
                        {s.minimum === null ? 'unknown' : word}
                      </span>
                    </td>
                  </tr>
                );
              })}
          </tbody>
        </table>
        {overruled.map((s) => (
          <p key={s.school} className="pt-1 text-[12.5px] text-soft">
            {SCHOOL_LABEL[s.school]}: min {formatLength(s.minimum ?? 0, units, 'up')}, which is under the floor of{' '}
            {formatLength(n.floor, units, 'up')}: the floor counts.
          </p>
        ))}
        <WhatIs word="school" />
      </div>
    </div>
  );
}

/** The sum that a fitter makes in the head: turns × pitch − plate, for the corner with the least. */
function ByHand({ plan, corner, pitch, units }: { plan: Plan; corner: Corner; pitch: number; units: UnitSystem }) {
  const at = plan.corners.find((c) => c.corner === corner);
  const { kind } = plan.fastener;
  // It holds for the very parts that were counted, and for no others.
  if (!at?.turns || (kind !== 'present' && kind !== 'original') || plan.spacer.adapter !== null) return null;
  const on = setupOf(at.turns).spacer;
  if (on === null) return null;
  const sum = at.turns.value * pitch + on - plan.spacer.thickness;
  const was = on > 0 ? ` + ${formatLength(on, units)}` : '';
  return (
    <Row
      label="Sum by hand"
      value={sum < 0 ? 'none left' : formatLength(sum, units, 'down')}
      more={`${Number(at.turns.value.toFixed(2))} turns × ${Number(pitch.toFixed(3))}${was} − ${formatLength(plan.spacer.thickness, units)}, no error in it`}
    />
  );
}

function AtLock({ thickness, lock, units }: { thickness: number; lock: number; units: UnitSystem }) {
  const { forward, out } = shoulderAtLock(thickness, lock);
  return (
    <Row
      label="Shoulder at full lock"
      value={`${formatLength(forward, units, 'up')} forward`}
      more={`and ${formatLength(out, units, 'up')} out, at ${lock}°, against no spacer`}
    />
  );
}

function Row({ label, value, more }: { label: string; value: string | null; more: string }) {
  return (
    <>
      <dt className="pt-1">{label}</dt>
      <dd className="pt-1 text-right">
        {value === null ? (
          <span className="inline-flex items-center gap-1.5">
            <VerdictMark level="unmeasured" size={12} /> unmeasured
          </span>
        ) : (
          <span className="figure text-[16px] font-[620]">{value}</span>
        )}
      </dd>
      <dd className="figure col-span-2 border-b border-line pb-1 text-right text-[12.5px] text-soft">{more}</dd>
    </>
  );
}

'use client';

import { longerFastener } from '@/core/plan/bySize';
import { SEAT_LABEL } from '@/core/plan/labels';
import type { Seat } from '@/core/plan/vocabulary';
import { BOLT_CLASSES, type BoltClass } from '@/core/thread/classes';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { roundTo } from '@/core/units/round';
import { optionsOf, SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { LengthInput } from './LengthInput';
import type { Bench } from './useBench';

const SEATS = optionsOf(SEAT_LABEL);
const CLASSES = BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }));
const LENGTH = { min: 10, max: 150 };

/** Stock fasteners or longer ones; the window of lengths that will do stands beside the field. */
export function FastenerChoice({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { choice, plan, evaluation } = bench;
  const bolt = plan.hub.fastening === 'bolt';
  const w = evaluation.numbers.window;
  const longer = choice.fastener.kind !== 'stock';
  const length = choice.fastener.kind === 'bolt' ? choice.fastener.length : choice.fastener.kind === 'stud' ? choice.fastener.protrusion : null;
  const suggested = w ? roundTo(w.keep, 0, 'up') : (plan.hub.stockBoltLength?.value ?? 40) + choice.spacer.thickness;
  const set = (mm: number) => bench.setFastener(longerFastener(plan, mm));
  const setClass = (c: BoltClass) => {
    if (choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud') bench.setFastener({ ...choice.fastener, class: c });
  };

  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-3">
      <Segments
        label={bolt ? 'Bolts' : 'Studs'}
        value={longer ? 'longer' : 'stock'}
        options={[
          { value: 'stock', label: 'Stock' },
          { value: 'longer', label: 'Longer' },
        ]}
        onChange={(v) => (v === 'stock' ? bench.setFastener({ kind: 'stock' }) : set(suggested))}
      />
      {longer ? (
        <LengthInput
          label={bolt ? 'Length under the seat' : 'Protrusion from the disc'}
          value={length}
          range={LENGTH}
          onLength={(mm) => mm !== null && set(mm)}
          className="w-[130px]"
        />
      ) : null}
      {choice.fastener.kind === 'bolt' ? (
        <SelectField
          label="Seat of these bolts"
          options={SEATS}
          value={choice.fastener.seat}
          onChange={(e) => choice.fastener.kind === 'bolt' && bench.setFastener({ ...choice.fastener, seat: e.target.value as Seat })}
          className="w-[128px]"
        />
      ) : null}
      {choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud' ? (
        <SelectField
          label="Class"
          options={CLASSES}
          value={choice.fastener.class}
          onChange={(e) => setClass(e.target.value as BoltClass)}
          className="w-[112px]"
        />
      ) : null}
      <div className="flex flex-col gap-1">
        <span className="narrow text-[13px] font-[600] text-soft">{bolt ? 'Length window' : 'Protrusion window'}</span>
        {w ? (
          <p className="figure flex min-h-[44px] items-center text-[15px]" data-testid="length-window">
            {windowText(w, units, bolt, plan.hub.nutStyle)}
            {longer && length !== roundTo(w.keep, 2, 'nearest') ? (
              <button type="button" className="touch ml-3 font-sans text-[14px] font-[560] text-accent underline underline-offset-4" onClick={() => set(w.keep)}>
                Use {formatLength(w.keep, units)}, engages as now
              </button>
            ) : null}
          </p>
        ) : (
          <p className="flex min-h-[44px] items-center text-[14px]">needs the turn count and {bolt ? 'the stock bolt length' : 'the stud protrusion'}</p>
        )}
      </div>
    </div>
  );
}

function windowText(w: { min: number; max: number | null }, units: UnitSystem, bolt: boolean, nuts: string): string {
  const from = formatLength(w.min, units, 'up');
  if (w.max !== null) {
    return w.max < w.min ? `none: at least ${from}, at most ${formatLength(w.max, units, 'down')}` : `${from.replace(/ (mm|in)$/, '')} to ${formatLength(w.max, units, 'down')}`;
  }
  if (!bolt && nuts === 'open') return `${from} or longer (open nuts)`;
  return `${from} or longer; longest unmeasured`;
}

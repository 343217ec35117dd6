'use client';

import { useMemo, useState } from 'react';
import type { Plan } from '@/core/document/document';
import { AXLE_LABEL } from '@/core/document/labels';
import { ownText } from '@/core/document/ownText';
import type { Axle } from '@/core/document/vocabulary';
import { evaluate } from '@/core/evaluate/evaluate';
import { drawnEngagement } from '@/core/figures/result';
import { sentence } from '@/core/rules/index';
import type { Level } from '@/core/rules/kit/finding';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { type Owned, type SwapCell, type SwapSet, swapMatrix, swapsOf, swapText } from '@/core/whatif/swap';
import { StackSection } from '@/drawing/StackSection';
import { Button } from '@/ui/Button';
import { Verdict } from '@/ui/Verdict';

export interface SwapTable {
  readonly axle: Axle;
  /** What the plan is: signed when and by whom, or still under way. */
  readonly of: string;
  readonly plan: Plan;
  readonly owned: Owned;
  /** The car’s wheel sets; the combinations are judged here, so that no plan is sent for each of them. */
  readonly sets: readonly SwapSet[];
  /** Thickest plain plate that the studs carry on each set, mm; null where none is known to go. Empty without studs. */
  readonly carried: readonly { readonly set: string; readonly most: number | null }[];
}

/**
 * Which wheels go on with which plate and fasteners: every combination that this car's parts allow, safe or not, and
 * why.
 */
export function Swaps({ tables, units }: { tables: readonly SwapTable[]; units: UnitSystem }) {
  return (
    <div className="flex flex-col gap-5">
      {tables.map((t) => (
        <One key={t.axle} table={t} units={units} />
      ))}
    </div>
  );
}

/** Bolts or nuts that go on with a wheel set and no other. */
function OwnOf({ set, units }: { set: SwapSet | undefined; units: UnitSystem }) {
  const own = set?.own;
  if (!own) return null;
  return (
    <span className="block font-normal text-[12.5px] text-soft">
      its own {own.piece}s: {ownText(own, units)}
    </span>
  );
}

function One({
  table: { axle, of, plan, owned, sets: wheelSets, carried },
  units,
}: {
  table: SwapTable;
  units: UnitSystem;
}) {
  const [open, setOpen] = useState<SwapCell | null>(null);
  const swaps = useMemo(() => swapsOf(plan, owned), [plan, owned]);
  const cells = useMemo(() => swapMatrix(plan, wheelSets, owned), [plan, wheelSets, owned]);
  const sets = [...new Set(cells.map((c) => c.set))];
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[14px]" data-testid={`swaps-${axle}`}>
        <caption className="pb-1 text-left text-[13px] text-soft">
          {AXLE_LABEL[axle]}: {of}. Whether the joint holds and sits; stance is the job’s own question.
        </caption>
        <thead>
          <tr className="border-b border-strong text-left align-bottom text-[12.5px] text-soft">
            <th scope="col" className="py-1 pr-3 font-normal">
              Spacer and fasteners
            </th>
            {sets.map((set) => (
              <th key={set} scope="col" className="py-1 pr-3 font-[600] text-ink">
                {set}
                <OwnOf set={wheelSets.find((w) => w.name === set)} units={units} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {swaps.map((s) => (
            <tr key={s.key} data-swap={s.key} className="border-b border-line align-top">
              <th scope="row" className="w-[190px] min-w-[150px] py-2 pr-3 text-left text-[13px] font-normal">
                {swapText(s, plan, units)}
                {s.key === 'fitted' ? <span className="block text-[12.5px] text-soft">as planned for it</span> : null}
              </th>
              {sets.map((set) => {
                const cell = cells.find((c) => c.set === set && c.swap.key === s.key);
                return cell ? (
                  <td key={set} className="min-w-[150px] py-1 pr-3" data-set={set} data-level={cell.level}>
                    <button
                      type="button"
                      aria-expanded={open === cell}
                      onClick={() => setOpen(open === cell ? null : cell)}
                      className="touch w-full py-1 text-left hover:bg-accent-wash"
                    >
                      <Verdict level={cell.level} />
                      <span className="block text-[13px] leading-snug text-soft">{reasonOf(cell, units)}</span>
                    </button>
                  </td>
                ) : null;
              })}
            </tr>
          ))}
          {carried.length > 0 ? (
            <tr data-testid={`carries-${axle}`} className="border-b border-line align-top">
              <th scope="row" className="py-2 pr-3 text-left text-[13px] font-normal">
                these studs carry a spacer of at most
              </th>
              {sets.map((set) => (
                <td key={set} className="figure py-2 pr-3 text-[14px]">
                  {mostText(carried.find((c) => c.set === set)?.most ?? null, units)}
                </td>
              ))}
            </tr>
          ) : null}
        </tbody>
      </table>
      {open ? <Drawn cell={open} plan={plan} units={units} onClose={() => setOpen(null)} /> : null}
    </div>
  );
}

const mostText = (most: number | null, units: UnitSystem): string => {
  if (most === null) return 'none is known to go';
  return most === 0 ? 'no spacer' : formatLength(most, units, 'down');
};

const NOT_COUNTED =
  'Nobody counted turns on these wheels, and no pads were measured to carry the count over: measure pad to seat of both sets.';

const reasonOf = ({ reason, level, plan }: SwapCell, units: UnitSystem): string =>
  level === 'unmeasured' && plan.corners.every((c) => c.turns === null)
    ? NOT_COUNTED
    : reason === null
      ? 'Holds and sits.'
      : sentence(reason, { units, pitch: evaluate(plan).numbers.thread.pitch });

function Drawn({ cell, plan, units, onClose }: { cell: SwapCell; plan: Plan; units: UnitSystem; onClose: () => void }) {
  const e = useMemo(() => evaluate(cell.plan), [cell.plan]);
  const level: Level = e.findings.find((f) => f.rule === 'engagement.minimum')?.level ?? 'unmeasured';
  return (
    <div className="mt-2 flex flex-col gap-2 border-l-2 border-accent pl-4">
      <p className="text-[14px] font-[620]">
        {cell.set}: {swapText(cell.swap, plan, units)}
      </p>
      <div className="max-w-[620px]">
        <StackSection
          geometry={e.geometry}
          units={units}
          target={e.numbers.minimum}
          engagement={drawnEngagement(e.numbers.corners)}
          level={level}
        />
      </div>
      <Button look="quiet" className="self-start" onClick={onClose}>
        Close the drawing
      </Button>
    </div>
  );
}

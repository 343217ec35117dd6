import { useMemo } from 'react';
import { sentence } from '@/core/rules/index';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { fitBySize, longerFastener, type SizeFit } from '@/core/whatif/bySize';
import { VerdictMark } from '@/ui/Verdict';
import { sizesFor } from './sizes';
import type { Bench } from './useBench';

/** Every common size: how it goes on, or its first reason in one sentence. Choosing one puts it on the bench. */
export function SizeTable({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { plan, evaluation } = bench;
  const fits = useMemo(() => fitBySize(plan, sizesFor(units)), [plan, units]);
  const pitch = evaluation.numbers.thread.pitch;
  const take = (f: SizeFit) => {
    bench.setSpacer({ thickness: f.thickness });
    if (f.how === 'chosen') return;
    bench.setFastener(f.how === 'longer' && f.length !== null ? longerFastener(plan, f.length) : { kind: 'present' });
  };
  return (
    <table className="w-full text-[14px]">
      <caption className="pb-1 text-left text-[13px] text-soft">
        {chosenText(plan.fastener.kind)} Kind and centring as chosen above.
      </caption>
      <thead>
        <tr className="border-b border-line text-left text-[12.5px] text-soft">
          <th scope="col" className="font-normal">
            Size
          </th>
          <th scope="col" className="font-normal">
            Verdict
          </th>
          <th scope="col" className="text-right font-normal">
            Gap left
          </th>
        </tr>
      </thead>
      <tbody>
        {fits.map((f) => (
          <tr key={f.thickness} className="border-b border-line align-top" data-size={f.thickness} data-how={f.how}>
            <th scope="row" className="text-left font-normal whitespace-nowrap">
              {f.how === 'no' ? (
                <span className="figure inline-flex min-h-[36px] items-center">{formatLength(f.thickness, units)}</span>
              ) : (
                <button
                  type="button"
                  onClick={() => take(f)}
                  className="figure min-h-[44px] text-accent underline underline-offset-4"
                >
                  {formatLength(f.thickness, units)}
                </button>
              )}
            </th>
            <td className="px-3 py-2">
              <span className="flex items-start gap-2">
                <span className="pt-1">
                  <VerdictMark level={f.reason?.level ?? 'pass'} size={12} />
                </span>
                {f.reason ? sentence(f.reason, { units, pitch }) : howText(f, plan.hub.fastening, units)}
              </span>
            </td>
            <td className="figure py-2 text-right whitespace-nowrap">
              {f.gap === null ? '–' : formatLength(f.gap, units, 'down')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function howText(f: SizeFit, fastening: 'bolt' | 'stud', units: UnitSystem): string {
  if (f.how === 'chosen') return 'Goes on what was chosen.';
  if (f.how === 'present') return `Goes on the ${fastening}s that are on the car.`;
  const thread = f.thread === null ? '' : `, threaded ${formatLength(f.thread, units, 'up')} or more`;
  return `Goes with ${fastening}s of ${formatLength(f.length ?? 0, units)}${thread}.`;
}

/** What the sizes are tried on. */
const chosenText = (kind: string): string =>
  kind === 'conversion'
    ? 'On the conversion studs that were chosen.'
    : kind === 'nuts'
      ? 'On the studs that are on the car, with the nuts that were chosen.'
      : 'On the fasteners that are on the car where they are long enough, else on longer ones that engage as now.';

import { lengthText } from '@/core/calendar/length';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { NavLink } from '@/ui/NavLink';
import type { Similar } from '@/usecases/calendar/memory';

const signed = (mm: number, units: UnitSystem): string => `${mm >= 0 ? '+' : '−'}${formatLength(Math.abs(mm), units)}`;

/** What the shop remembers of work like this one. It is shown beside the prediction and judges nothing. */
export function SimilarWork({ similar, units }: { similar: Similar; units: UnitSystem }) {
  const { rows, correction, corrects, kind } = similar;
  if (rows.length === 0 && correction === null) return null;
  return (
    <section aria-label="Work like this one">
      <details className="mx-5 mb-5 border-t border-line text-[14px]">
        <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
          Work like this one in this shop: {kind.toLowerCase()}, {rows.length}
        </summary>
        <div className="flex flex-col gap-2 pb-3">
          {correction && corrects ? (
            <p className="max-w-[76ch] border-l-2 border-accent pl-3">
              By this shop’s own {correction.of} comparisons a gap comes out {signed(correction.shift, units)} (±{' '}
              {formatLength(correction.pm, units, 'up')}) from what is predicted. The prediction on the bench is not
              changed by it, and no rule depends on it.
            </p>
          ) : null}
          {rows.length > 0 ? (
            <div className="overflow-x-auto">
              <table className="w-full min-w-[640px] text-left">
                <thead>
                  <tr className="border-b border-ink text-[13px] text-soft">
                    {['Car', 'Wheels', 'What', 'Gap predicted', 'Achieved', 'Rubbed', 'Took', 'Moved'].map((h) => (
                      <th key={h} scope="col" className="py-1 pr-3 font-normal">
                        {h}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {rows.map((r) => (
                    <tr key={r.id} className="border-b border-line">
                      <th scope="row" className="py-1 pr-3 font-[600]">
                        {r.jobId ? (
                          <NavLink
                            href={`/jobs/${r.jobId}/record`}
                            className="text-accent underline underline-offset-4"
                          >
                            {r.car}
                          </NavLink>
                        ) : (
                          r.car
                        )}
                      </th>
                      <td className="py-1 pr-3">{r.wheels || 'not said'}</td>
                      <td className="py-1 pr-3">{r.what}</td>
                      <td className="figure py-1 pr-3">{gap(r.predictedGapMm, units)}</td>
                      <td className="figure py-1 pr-3">{gap(r.achievedGapMm, units)}</td>
                      <td className="py-1 pr-3">{r.rubbed === null ? 'not said' : r.rubbed ? 'yes' : 'no'}</td>
                      <td className="figure py-1 pr-3">{r.actualMin === null ? '–' : lengthText(r.actualMin)}</td>
                      <td className="figure py-1 pr-3">
                        {r.movedLugs} in {r.rechecks}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          ) : null}
        </div>
      </details>
    </section>
  );
}

const gap = (mm: number | null, units: UnitSystem): string => (mm === null ? '–' : formatLength(mm, units));

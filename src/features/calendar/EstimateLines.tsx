import { lengthText } from '@/core/calendar/length';
import type { VisitEstimate } from '@/usecases/calendar/estimates';

/** How long it takes, with what that is made of and how far such estimates were off. */
export function EstimateLines({ estimate, usual }: { estimate: VisitEstimate; usual: string }) {
  const { axles, minutes, atTheCar, low, high, cures, cure } = estimate;
  return (
    <details className="border-y border-line">
      <summary className="touch flex cursor-pointer flex-wrap items-center gap-x-3">
        <span className="figure text-[19px] font-[640]">{usual}</span>
        <span className="text-soft">
          {cures ? `of which ${lengthText(minutes)} work; ` : ''}
          {lengthText(atTheCar)} at the car; usually {lengthText(low)} to {lengthText(high)}
        </span>
        <span className="text-accent underline underline-offset-4">What it is made of</span>
      </summary>
      {axles.map((a) => (
        <table key={a.axle} className="mb-2 w-full text-[14px]">
          <caption className="text-left font-[600]">
            {a.axle}: {a.kind.toLowerCase()}
            {a.guessed ? ', taken as a spacer until something is chosen' : ''}
          </caption>
          <tbody>
            {a.lines.map((l) => (
              <tr key={l.name} className="border-t border-line">
                <th scope="row" className="text-left font-normal">
                  {l.name}
                </th>
                <td className="figure text-right text-soft">
                  {l.times} × {Math.round(l.minutes * 10) / 10}
                </td>
                <td className="figure w-[72px] text-right">{Math.round(l.minutes * l.times)} min</td>
              </tr>
            ))}
            <tr className="border-t border-ink">
              <th scope="row" className="text-left font-[600]">
                {a.corrected.of === 0
                  ? 'No work of this kind is remembered here yet'
                  : `As ${a.corrected.of} of this kind took here: × ${a.corrected.factor.toFixed(2)}`}
              </th>
              <td />
              <td className="figure text-right font-[600]">{Math.round(a.corrected.minutes)} min</td>
            </tr>
          </tbody>
        </table>
      ))}
      {cures ? (
        <p className="pb-2 text-[14px] text-soft">
          {cure
            ? `The locker cures ${cure.hours} h (${cure.source}); the wheel waits, hands are free.`
            : 'The locker’s cure time has not been read yet.'}
        </p>
      ) : null}
    </details>
  );
}

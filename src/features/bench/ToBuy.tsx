import { shoppingLines } from '@/core/procedure/shopping';
import type { UnitSystem } from '@/core/units/format';
import type { Bench } from './useBench';

/** What stands on the bench as something to buy: limits, not parts, so that any supplier’s will do. */
export function ToBuy({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const lines = shoppingLines(bench.plan, bench.evaluation.numbers, units);
  if (lines.length === 0) return null;
  return (
    <details className="text-[14px]">
      <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
        Not on the shelf: what to buy, as limits
      </summary>
      <ul aria-label="To be bought" className="list-disc pl-5">
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
    </details>
  );
}

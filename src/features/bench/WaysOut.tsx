import { useMemo } from 'react';
import type { Plan } from '@/core/document/document';
import type { UnitSystem } from '@/core/units/format';
import { waySentence, waysOut } from '@/core/whatif/waysOut';
import { sizesFor } from './sizes';

/**
 * Ways out of a choice that does not go, in the order of the trade, each with its consequence. Nothing where nothing is
 * wrong.
 */
export function WaysOut({ plan, units }: { plan: Plan; units: UnitSystem }) {
  const ways = useMemo(() => waysOut(plan, sizesFor(units)), [plan, units]);
  if (ways.length === 0) return null;
  return (
    <section aria-labelledby="ways" className="border-l-2 border-accent pl-3">
      <h2 id="ways">Ways out</h2>
      <ol className="list-decimal pl-5 text-[14px]">
        {ways.map((w) => (
          <li key={w.way}>{waySentence(w, units)}</li>
        ))}
      </ol>
    </section>
  );
}

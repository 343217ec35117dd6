import { sentence } from '@/core/rules/index';
import type { UnitSystem } from '@/core/units/format';
import { VerdictMark } from '@/ui/Verdict';
import type { Bench } from './useBench';

/**
 * The other wheel sets of the car: those that this job prepares as well, each evaluated with what is chosen. Nothing
 * shows on a car with one set.
 */
export function AlsoSets({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { otherSets, choice, evaluation } = bench;
  if (otherSets.length === 0) return null;
  const on = choice.alsoSets ?? [];
  const set = (id: string, checked: boolean) => bench.setAlso(checked ? [...on, id] : on.filter((x) => x !== id));
  return (
    <fieldset className="mt-3 flex flex-col gap-1 text-[14px]">
      <legend className="narrow text-[13px] font-[600] text-soft">Prepared in the same job</legend>
      <ul className="flex flex-col">
        {otherSets.map(({ id, wheel }) => {
          const holds = on.includes(id) ? bench.also.find((a) => a.name === wheel.name) : undefined;
          return (
            <li key={id} className="flex flex-wrap items-center gap-x-3" data-also={holds?.level}>
              <label className="touch flex items-center gap-2">
                <input
                  type="checkbox"
                  className="size-5 accent-(--accent)"
                  checked={on.includes(id)}
                  onChange={(e) => set(id, e.target.checked)}
                />
                {wheel.name} as well
              </label>
              {holds ? (
                <span className="flex items-start gap-2">
                  <span className="pt-1">
                    <VerdictMark level={holds.level} size={12} />
                  </span>
                  {holds.reason === null
                    ? 'Holds with what is chosen.'
                    : sentence(holds.reason, { units, pitch: evaluation.numbers.thread.pitch })}
                </span>
              ) : null}
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}

import { quantity, UNSEEN } from '@/core/document/quantities';
import { readingText } from '@/core/document/readingText';
import { combineRepeats } from '@/core/uncertainty';
import type { UnitSystem } from '@/core/units/format';
import { placeHere } from '../onWay';
import type { ShownStop } from './stop';

/** What stands at a stop, worded: its figure, or that nobody could see it. */
function figureOf({ taken, quantity: id }: ShownStop, units: UnitSystem): string | null {
  const last = taken.at(-1);
  if (!last) return null;
  const figures = taken.filter((r) => r.method !== UNSEEN.id && r.on === last.on);
  if (figures.length === 0) return UNSEEN.label;
  const q = quantity(id);
  return readingText(q, q.kind === 'yes-no' ? last.value : combineRepeats(figures).value, units);
}

/** Everything that was read, to be looked over once more before the bench; each line leads back to its reading. */
export function ReadBack({
  stops,
  onWay,
  units,
  onGo,
}: {
  stops: readonly ShownStop[];
  /** Places whose reading is on its way. */
  onWay: ReadonlySet<string>;
  units: UnitSystem;
  onGo: (to: number) => void;
}) {
  return (
    <ul aria-label="What was read" className="w-full columns-2 gap-8 max-md:columns-1">
      {stops.map((s, i) => {
        const figure = figureOf(s, units) ?? (onWay.has(placeHere(s.jobId, s)) ? 'on its way' : 'unmeasured');
        return (
          <li key={placeHere(s.jobId, s)} className="break-inside-avoid border-b border-line">
            <button
              type="button"
              onClick={() => onGo(i)}
              className="flex min-h-[32px] w-full items-baseline justify-between gap-3 text-left text-[14px] hover:bg-accent-wash pointer-coarse:min-h-[44px]"
            >
              <span className="min-w-0">{s.name}</span>
              <span className="figure whitespace-nowrap">{figure}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

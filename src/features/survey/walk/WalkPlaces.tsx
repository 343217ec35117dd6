import { AXLE_LABEL, CORNER_LABEL } from '@/core/document/labels';
import type { Phase } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { placesOf } from '@/core/procedure/walk';
import type { ShownStop } from './stop';

const PHASE_LABEL: Readonly<Record<Phase, string>> = {
  ground: 'On the ground',
  loaded: 'Loaded',
  off: 'Wheel off',
  bench: 'On the bench',
};

/** As it is chalked on a wheel: little room stands for it. */
const SHORT: Readonly<Record<Corner, string>> = {
  'front-left': 'FL',
  'front-right': 'FR',
  'rear-left': 'RL',
  'rear-right': 'RR',
};

const nameOf = ({ corner, wheel, axle }: ShownStop): string =>
  corner ? CORNER_LABEL[corner] : wheel ? `wheel ${wheel.mark}` : AXLE_LABEL[axle].toLowerCase();
const shortOf = ({ corner, wheel, axle }: ShownStop): string => (corner ? SHORT[corner] : (wheel?.mark ?? axle));

/** The walk as a line of places: where one stands, what is open at each, and the way there. */
export function WalkPlaces({
  stops,
  at,
  isOpen,
  onGo,
}: {
  stops: readonly ShownStop[];
  at: number;
  isOpen: (s: ShownStop) => boolean;
  onGo: (to: number) => void;
}) {
  const places = placesOf(stops);
  const phases = [...new Set(places.map((p) => p.phase))];
  return (
    <nav aria-label="Places of the walk" className="flex flex-wrap gap-x-5 gap-y-2 border-b border-line pb-3">
      {phases.map((phase) => (
        <section key={phase} aria-label={PHASE_LABEL[phase]}>
          <h2 className="text-[13px] font-[600] text-soft">{PHASE_LABEL[phase]}</h2>
          <ul className="flex flex-wrap gap-1">
            {places
              .filter((p) => p.phase === phase)
              .map((p) => {
                const first = p.stops.find(isOpen) ?? (p.stops[0] as ShownStop);
                const open = p.stops.filter(isOpen).length;
                return (
                  <li key={first.corner ?? first.wheel?.id ?? first.axle}>
                    <button
                      type="button"
                      aria-current={p.stops.includes(stops[at] as ShownStop) ? 'step' : undefined}
                      onClick={() => onGo(stops.indexOf(first))}
                      className={`touch flex min-w-[44px] items-center justify-center gap-1.5 rounded-[3px] border px-1.5 text-[14px] hover:bg-accent-wash aria-[current]:border-accent aria-[current]:bg-accent-wash aria-[current]:font-[660] ${open > 0 ? 'border-dashed border-strong' : 'border-line text-soft'}`}
                    >
                      <span className="sr-only">{`${PHASE_LABEL[phase]}, ${nameOf(first)}: ${open > 0 ? `${open} open` : 'all in'}`}</span>
                      <span aria-hidden>{shortOf(first)}</span>
                      {open > 0 ? (
                        <span aria-hidden className="figure text-[13px] text-soft">
                          {open}
                        </span>
                      ) : null}
                    </button>
                  </li>
                );
              })}
          </ul>
        </section>
      ))}
    </nav>
  );
}

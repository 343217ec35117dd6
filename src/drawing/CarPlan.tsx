import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { CarBody, WHEEL_AT } from './carBody';

/** The car from above with its four wheels; a plate between hub and wheel is drawn where one is. */
export function CarPlan({ plated }: { plated: readonly Corner[] }) {
  return (
    <svg viewBox="0 0 80 124" className="w-full" aria-hidden="true">
      <CarBody />
      {CORNERS.map((c) => {
        const { x, y } = WHEEL_AT[c];
        const on = plated.includes(c);
        const out = c.endsWith('left') ? -3 : 3;
        return (
          <g key={c}>
            <rect
              x={x + (on ? out : 0)}
              y={y}
              width="10"
              height="20"
              rx="2"
              fill="var(--steel)"
              stroke="var(--ink)"
              strokeWidth="1"
              vectorEffect="non-scaling-stroke"
            />
            {on ? (
              <rect x={c.endsWith('left') ? x + 7.4 : x + 0.6} y={y + 5} width="2.4" height="10" fill="var(--accent)" />
            ) : null}
          </g>
        );
      })}
    </svg>
  );
}

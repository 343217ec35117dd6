import { CORNERS, type Corner } from '@/core/document/vocabulary';

const AT: Readonly<Record<Corner, { x: number; y: number }>> = {
  'front-left': { x: 8, y: 22 },
  'front-right': { x: 62, y: 22 },
  'rear-left': { x: 8, y: 88 },
  'rear-right': { x: 62, y: 88 },
};

/** The car from above with its four wheels; a plate between hub and wheel is drawn where one is. */
export function CarPlan({ plated }: { plated: readonly Corner[] }) {
  return (
    <svg viewBox="0 0 80 124" className="w-full" aria-hidden="true">
      <path
        d="M40 3C24 3 19 8 18 20L17 44 18 104C19 116 25 120 40 120S61 116 62 104L63 44 62 20C61 8 56 3 40 3Z"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.2"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d="M24 40C30 36 50 36 56 40L53 52H27ZM27 86H53L56 98C50 101 30 101 24 98Z"
        fill="none"
        stroke="var(--line-strong)"
        strokeWidth="1"
        vectorEffect="non-scaling-stroke"
      />
      {CORNERS.map((c) => {
        const { x, y } = AT[c];
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

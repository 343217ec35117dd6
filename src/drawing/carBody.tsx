import type { Corner } from '@/core/document/vocabulary';

/** Where the wheels stand on the plan view, viewBox 0 0 80 124. */
export const WHEEL_AT: Readonly<Record<Corner, { x: number; y: number }>> = {
  'front-left': { x: 8, y: 22 },
  'front-right': { x: 62, y: 22 },
  'rear-left': { x: 8, y: 88 },
  'rear-right': { x: 62, y: 88 },
};

/** Outline and glass of a car from above, shared by every plan view. */
export const CarBody = () => (
  <>
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
  </>
);

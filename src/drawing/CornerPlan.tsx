import { useId } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { CarBody, WHEEL_AT } from './carBody';

/** Where jack and stand go under the body beside a wheel, on the same sheet as the wheels. */
const STAND_AT: Readonly<Record<Corner, { x: number; y: number }>> = {
  'front-left': { x: 25, y: 47 },
  'front-right': { x: 55, y: 47 },
  'rear-left': { x: 25, y: 82 },
  'rear-right': { x: 55, y: 82 },
};

/** The car from above with the corner that is worked on lit, and its stand under the body. */
export function CornerPlan({ at, stand }: { at: Corner; stand: boolean }) {
  const id = useId();
  const s = STAND_AT[at];
  return (
    <svg
      viewBox="0 0 80 124"
      role="img"
      aria-labelledby={id}
      className="h-full max-h-[300px] w-full"
      data-testid="corner-plan"
    >
      <title id={id}>
        {`The car from above, ${CORNER_LABEL[at]}${stand ? ', with its stand under the body' : ''}`}
      </title>
      <CarBody />
      {CORNERS.map((c) => (
        <rect
          key={c}
          x={WHEEL_AT[c].x}
          y={WHEEL_AT[c].y}
          width="10"
          height="20"
          rx="2"
          fill={c === at ? 'var(--accent)' : 'var(--steel)'}
          stroke="var(--ink)"
          strokeWidth="1"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {stand ? (
        <g stroke="var(--ink)" strokeWidth="1.2" vectorEffect="non-scaling-stroke">
          <path d={`M${s.x - 5} ${s.y + 4}L${s.x} ${s.y - 5}L${s.x + 5} ${s.y + 4}Z`} fill="var(--caution)" />
          <path d={`M${s.x} ${s.y - 2}V${s.y + 2}`} fill="none" />
        </g>
      ) : null}
    </svg>
  );
}

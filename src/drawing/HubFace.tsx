import { useId } from 'react';
import { lugCentre as onFace } from './WheelFace';

export interface HubFaceProps {
  /** Null where nobody counted, or read the circle. */
  readonly lugs: number | null;
  readonly circleMm: number | null;
  /** Diameter of the thread, mm. */
  readonly threadMm: number;
  /** Studs stand out of it; else it is bored for bolts. */
  readonly studs: boolean;
  /** The circle as it is written, and the thread. */
  readonly circle: string;
  readonly thread: string;
}

/** Half of the bolt circle on the drawing. */
const HALF = 58;

/**
 * The hub as it was taken in, to scale: lugs on their circle, the thread in its size, the circle as a dimension. What
 * nobody read is dashed.
 */
export function HubFace({ lugs, circleMm, threadMm, studs, circle, thread }: HubFaceProps) {
  const id = useId();
  const known = lugs !== null && circleMm !== null;
  const scale = known ? HALF / (circleMm / 2) : HALF / 56;
  const r = (threadMm / 2) * scale;
  const at = (i: number, of: number) => {
    // The face has its lugs on a circle of its own; here they lie on theirs.
    const { x, y } = onFace(i, of);
    const far = Math.hypot(x, y);
    return { x: (x / far) * HALF, y: (y / far) * HALF };
  };
  const thin = { stroke: 'var(--ink)', fill: 'none', vectorEffect: 'non-scaling-stroke' } as const;
  const first = lugs === null ? null : at(0, lugs);
  return (
    <svg viewBox="-100 -100 222 224" role="img" aria-labelledby={id} className="w-full" data-testid="hub-face">
      <title id={id}>
        {known ? `Hub with ${lugs} lugs on ${circle}, ${thread}` : 'Hub: lugs or bolt circle are not read yet'}
      </title>
      <circle r="88" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
      <circle r={HALF} {...thin} strokeWidth="0.9" strokeDasharray={known ? '9 3 2 3' : '3 4'} />
      <circle
        r="30"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.2"
        strokeDasharray="4 3"
        vectorEffect="non-scaling-stroke"
      />
      <path d="M-96 0H96M0 -96V96" {...thin} stroke="var(--line-strong)" strokeWidth="0.8" strokeDasharray="9 3 2 3" />
      {lugs === null
        ? null
        : Array.from({ length: lugs }, (_, i) => {
            const { x, y } = at(i, lugs);
            return (
              <g key={`${x}/${y}`}>
                <circle
                  cx={x}
                  cy={y}
                  r={r}
                  fill={studs ? 'var(--brass)' : 'var(--sheet)'}
                  stroke="var(--ink)"
                  strokeWidth="1.3"
                  vectorEffect="non-scaling-stroke"
                />
                {/* The thread: a second circle, three quarters round, as it is drawn everywhere. */}
                <path
                  d={`M${x - r * 0.78} ${y}A${r * 0.78} ${r * 0.78} 0 1 1 ${x} ${y + r * 0.78}`}
                  {...thin}
                  strokeWidth="0.9"
                />
              </g>
            );
          })}
      <path d={`M${-HALF} 0V108M${HALF} 0V108`} {...thin} strokeWidth="0.8" />
      <path
        d={`M${-HALF} 104H${HALF}M${-HALF} 104l5 -2.5v5zM${HALF} 104l-5 -2.5v5z`}
        {...thin}
        fill="var(--ink)"
        strokeWidth="0.8"
      />
      <text y="118" textAnchor="middle" fontSize="11" fill="var(--ink)" className="figure">
        {circle}
      </text>
      {first ? (
        <>
          <path d={`M${first.x + r * 0.7} ${first.y - r * 0.7}L58 -92H62`} {...thin} strokeWidth="0.8" />
          <text x="64" y="-88.5" fontSize="9.5" fill="var(--ink)" className="figure">
            {thread}
          </text>
        </>
      ) : null}
    </svg>
  );
}

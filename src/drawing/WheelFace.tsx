import { useId } from 'react';

export interface WheelFaceProps {
  readonly lugs: number;
  /** Star order of positions. */
  readonly order: readonly number[];
  readonly done: readonly number[];
  readonly next: number | null;
  readonly locking: number | null;
  readonly title: string;
  /** Position of the fastener that moved or was out of the band, to be marked. */
  readonly wrong?: number | null;
}

const R = 33;

/** Centre of a lug position on the face: position 0 at the top, then clockwise. */
export function lugCentre(position: number, lugs: number): { x: number; y: number } {
  const a = (2 * Math.PI * position) / lugs;
  return { x: R * Math.sin(a), y: -R * Math.cos(a) };
}

/**
 * The wheel face with this car's lug count: star order numbered, next lug lit, done lugs ticked. Readable from two
 * metres.
 */
export function WheelFace({ lugs, order, done, next, locking, title, wrong = null }: WheelFaceProps) {
  const id = useId();
  const size = lugs > 8 ? 6.4 : 8.4;
  const from = done.length > 0 ? (done[done.length - 1] as number) : null;
  return (
    <svg
      viewBox="-50 -50 100 100"
      role="img"
      aria-labelledby={id}
      className="h-full max-h-[520px] w-full"
      data-testid="wheel-face"
    >
      <title id={id}>{title}</title>
      <circle r="48.5" fill="var(--alloy)" stroke="var(--ink)" strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
      <circle r="45" fill="none" stroke="var(--line-strong)" strokeWidth="0.8" vectorEffect="non-scaling-stroke" />
      <circle
        r={R}
        fill="none"
        stroke="var(--line-strong)"
        strokeWidth="0.8"
        strokeDasharray="9 3 2 3"
        vectorEffect="non-scaling-stroke"
      />
      <circle r="13" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.2" vectorEffect="non-scaling-stroke" />
      {from !== null && next !== null ? (
        <Across from={lugCentre(from, lugs)} to={lugCentre(next, lugs)} trim={size + 1} />
      ) : null}
      {order.map((position, i) => {
        const { x, y } = lugCentre(position, lugs);
        const isDone = done.includes(position);
        const isNext = position === next;
        return (
          <g
            key={position}
            transform={`translate(${x} ${y})`}
            data-lug={position + 1}
            data-state={isNext ? 'next' : isDone ? 'done' : 'open'}
          >
            <circle
              r={size}
              fill={isNext ? 'var(--accent)' : isDone ? 'var(--accent-wash)' : 'var(--sheet)'}
              stroke={position === wrong ? 'var(--stop)' : 'var(--ink)'}
              strokeWidth={position === wrong ? 3 : 1.4}
              vectorEffect="non-scaling-stroke"
            />
            {isNext ? (
              <circle
                r={size + 2.2}
                fill="none"
                stroke="var(--accent)"
                strokeWidth="2.5"
                vectorEffect="non-scaling-stroke"
              />
            ) : null}
            <text
              y={size * 0.38}
              textAnchor="middle"
              className="figure"
              fontSize={size * 1.1}
              fontWeight="700"
              fill={isNext ? 'var(--accent-ink)' : 'var(--ink)'}
            >
              {i + 1}
            </text>
            {isDone ? (
              <path
                d={`M${size * 0.45} ${-size * 0.85}l2 2 3.6 -4.4`}
                fill="none"
                stroke="var(--pass)"
                strokeWidth="2.6"
                vectorEffect="non-scaling-stroke"
              />
            ) : null}
            {position === locking ? (
              <text y={size + 5} textAnchor="middle" fontSize="4" fill="var(--ink)" className="narrow">
                locking
              </text>
            ) : null}
          </g>
        );
      })}
      <text y="1.6" textAnchor="middle" fontSize="5" className="figure" fill="var(--ink)">
        {done.length}/{lugs}
      </text>
    </svg>
  );
}

function Across({ from, to, trim }: { from: { x: number; y: number }; to: { x: number; y: number }; trim: number }) {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length <= 2 * trim) return null;
  const t = trim / length;
  const at = (k: number) => `${from.x + (to.x - from.x) * k} ${from.y + (to.y - from.y) * k}`;
  return (
    <path
      d={`M${at(t)}L${at(1 - t)}`}
      stroke="var(--accent)"
      strokeWidth="1.6"
      strokeDasharray="5 4"
      vectorEffect="non-scaling-stroke"
    />
  );
}

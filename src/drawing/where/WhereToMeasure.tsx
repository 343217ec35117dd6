import { useId } from 'react';
import { type QuantityId, quantity } from '@/core/document/quantities';
import { SCENES } from './scenes';
import { SPOTS, type Spot } from './spots';

/**
 * Where the caliper, the tape or the eye goes for a reading. It shows what is meant and is not drawn to the car at
 * hand.
 */
export function WhereToMeasure({ id, fastening }: { id: QuantityId; fastening: 'bolt' | 'stud' }) {
  const key = useId().replace(/:/g, '');
  const spot = SPOTS[id];
  const scene = SCENES[typeof spot.scene === 'string' ? spot.scene : spot.scene[fastening]];
  const mark = fastening === 'bolt' ? (spot.markOnBolt ?? spot.mark) : spot.mark;
  return (
    <svg
      viewBox={scene.view}
      role="img"
      aria-labelledby={`${key}-t`}
      className="max-h-[400px] w-full"
      data-testid="where-to-measure"
      data-where={id}
    >
      <title id={`${key}-t`}>{`${quantity(id).label}, on the ${scene.what}`}</title>
      <defs>
        <pattern id={`${key}-h`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke="var(--ink-soft)" strokeWidth="0.8" />
        </pattern>
        <marker
          id={`${key}-a`}
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerWidth="7"
          markerHeight="7"
          orient="auto-start-reverse"
        >
          <path d="M0 1L7 4L0 7Z" fill="var(--accent)" />
        </marker>
      </defs>
      <g stroke="var(--ink)" strokeWidth="1.2">
        {scene.blocks.map((b) => (
          <g key={b.d}>
            <path
              d={b.d}
              fill={b.fill === 'rubber' ? 'var(--sunk)' : `var(--${b.fill})`}
              strokeDasharray={b.dashed ? '4 3' : undefined}
            />
            {b.hatch ? <path d={b.d} fill={`url(#${key}-h)`} opacity="0.6" stroke="none" /> : null}
          </g>
        ))}
      </g>
      {scene.lines.map((l) => (
        <path
          key={l.d}
          d={l.d}
          fill="none"
          stroke="var(--ink-soft)"
          strokeWidth="0.9"
          strokeDasharray={l.axis ? '12 3 2 3' : undefined}
        />
      ))}
      <MarkOf mark={mark} arrow={`url(#${key}-a)`} />
    </svg>
  );
}

function MarkOf({ mark, arrow }: { mark: Spot['mark']; arrow: string }) {
  const line = { fill: 'none', stroke: 'var(--accent)', strokeWidth: 2.2 };
  if ('look' in mark) {
    const [x, y, r] = mark.look;
    return <circle cx={x} cy={y} r={r} {...line} strokeDasharray="5 3" />;
  }
  if ('turn' in mark) {
    const [x, y] = mark.turn;
    return <path d={`M${x + 8} ${y + 18}A20 20 0 1 1 ${x + 24} ${y - 12}`} {...line} markerEnd={arrow} />;
  }
  if ('way' in mark) return <path d={mark.way} {...line} markerStart={arrow} markerEnd={arrow} />;
  const [x0, y0, x1, y1] = mark.span;
  const { from } = mark;
  const upright = x0 === x1;
  const leads =
    from === undefined
      ? ''
      : upright
        ? `M${from} ${y0}H${x0 + 5 * Math.sign(x0 - from)}M${from} ${y1}H${x1 + 5 * Math.sign(x1 - from)}`
        : `M${x0} ${from}V${y0 + 5 * Math.sign(y0 - from)}M${x1} ${from}V${y1 + 5 * Math.sign(y1 - from)}`;
  // Arrows point at each other from outside where there is no room between.
  const short = Math.hypot(x1 - x0, y1 - y0) < 26;
  const [ux, uy] = [(x1 - x0) / Math.hypot(x1 - x0, y1 - y0), (y1 - y0) / Math.hypot(x1 - x0, y1 - y0)];
  return (
    <>
      {leads === '' ? null : <path d={leads} fill="none" stroke="var(--accent)" strokeWidth="1" />}
      {short ? (
        <>
          <path d={`M${x0 - 20 * ux} ${y0 - 20 * uy}L${x0} ${y0}`} {...line} markerEnd={arrow} />
          <path d={`M${x1 + 20 * ux} ${y1 + 20 * uy}L${x1} ${y1}`} {...line} markerEnd={arrow} />
        </>
      ) : (
        <path d={`M${x0} ${y0}L${x1} ${y1}`} {...line} markerStart={arrow} markerEnd={arrow} />
      )}
    </>
  );
}

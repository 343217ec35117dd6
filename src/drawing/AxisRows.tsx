import { useId } from 'react';
import type { DrawnRow } from '@/core/quick/answer';

const FILL: Readonly<Record<DrawnRow['bars'][number]['part'], string>> = {
  thread: 'var(--brass)',
  plate: 'var(--accent-wash)',
  wheel: 'var(--alloy)',
  steel: 'var(--steel)',
  room: 'none',
  short: 'var(--stop-wash)',
};
const ROW = 46;
const LEFT = 142;
const WIDTH = 640;
const TOP = 18;
const LETTER = 7.1;

/** Lengths laid under each other on one axis, to one scale, with a mark where something is decided. */
export function AxisRows({ rows, title }: { rows: readonly DrawnRow[]; title: string }) {
  const id = useId().replace(/:/g, '');
  const ends = rows.flatMap((r) => [...r.bars.flatMap((b) => [b.from, b.to]), ...r.marks.map((m) => m.at), 0]);
  const from = Math.min(...ends);
  const to = Math.max(...ends, from + 1);
  const x = (at: number): number => LEFT + ((at - from) / (to - from)) * (WIDTH - LEFT - 14);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${TOP + rows.length * ROW + 6}`}
      role="img"
      aria-labelledby={`${id}-t`}
      className="w-full max-w-[720px]"
      data-testid="axis-rows"
    >
      <title id={`${id}-t`}>{title}</title>
      <defs>
        <pattern id={`${id}-h`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M2.5 0V5" stroke="var(--line-strong)" strokeWidth="1" />
        </pattern>
      </defs>
      <path d={`M${x(0)} ${TOP - 8}V${TOP + rows.length * ROW}`} stroke="var(--line-strong)" strokeDasharray="2 3" />
      {rows.map((row, i) => (
        <Row key={row.label} row={row} y={TOP + i * ROW} x={x} hatch={`url(#${id}-h)`} />
      ))}
    </svg>
  );
}

function Row({ row, y, x, hatch }: { row: DrawnRow; y: number; x: (at: number) => number; hatch: string }) {
  return (
    <g>
      <text x={LEFT - 10} y={y + 15} textAnchor="end" fontSize="12.5" fill="var(--ink-soft)">
        {row.label}
      </text>
      {row.bars.map((b, i) => {
        const width = Math.max(0, x(b.to) - x(b.from));
        const inside = b.text.length * LETTER < width - 6;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: bars have no identity but their place in the row
          <g key={i}>
            <rect
              x={x(b.from)}
              y={y}
              width={width}
              height="22"
              fill={FILL[b.part]}
              stroke="var(--ink)"
              strokeWidth="1.2"
              strokeDasharray={b.part === 'room' ? '4 3' : undefined}
            />
            {b.part === 'plate' || b.part === 'steel' ? (
              <rect x={x(b.from)} y={y} width={width} height="22" fill={hatch} opacity="0.5" />
            ) : null}
            {b.text === '' ? null : (
              <text
                x={inside ? (x(b.from) + x(b.to)) / 2 : Math.min(x(b.to) + 5, WIDTH - b.text.length * LETTER - 2)}
                y={inside ? y + 15.5 : y + 35}
                textAnchor={inside ? 'middle' : 'start'}
                fontSize="12"
                className="figure"
                fill="var(--ink)"
                paintOrder="stroke"
                stroke={inside ? FILL[b.part] : 'var(--paper)'}
                strokeWidth="4"
              >
                {b.text}
              </text>
            )}
          </g>
        );
      })}
      {row.marks.map((m, i) => {
        // The left one of two is written to the left, so that they do not run into each other.
        const left = row.marks.some((o, k) => k !== i && (o.at > m.at || (o.at === m.at && k > i)));
        return (
          <g key={m.text}>
            <path d={`M${x(m.at)} ${y - 5}V${y + 27}`} stroke="var(--accent)" strokeWidth="2" />
            <text
              x={left ? Math.max(x(m.at), LEFT + m.text.length * 6) : Math.min(x(m.at), WIDTH - m.text.length * 6.4)}
              y={y + 37}
              textAnchor={left ? 'end' : 'start'}
              fontSize="11.5"
              fill="var(--accent)"
            >
              {m.text}
            </text>
          </g>
        );
      })}
    </g>
  );
}

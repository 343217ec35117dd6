import { useId } from 'react';

export interface ClockMark {
  readonly hour: number;
  /** Already worded. */
  readonly text: string;
  readonly tightest: boolean;
}

/** Hours that an arch covers, seen from outside: front and rear quarters and everything above. */
export const ARCH_HOURS = [8, 9, 10, 11, 12, 1, 2, 3, 4] as const;

const R = 36;

const round = (x: number): number => Math.round(x * 1e10) / 1e10;

/** Place of an hour on the clock: 12 straight above the hub, clockwise. */
export function hourPoint(hour: number, radius: number): { x: number; y: number } {
  const a = (hour * Math.PI) / 6;
  // Rounded, because server and browser do not agree on the last digit of a sine.
  return { x: round(radius * Math.sin(a)), y: round(-radius * Math.cos(a)) };
}

/** The arch from 8 over the top to 4 as a path. */
export function archEdge(radius: number): string {
  const a = hourPoint(8, radius);
  const b = hourPoint(4, radius);
  return `M${a.x} ${a.y}A${radius} ${radius} 0 1 1 ${b.x} ${b.y}`;
}

/** The tyre in its arch with the clock around it; every clearance stands at its hour, the tightest one heavier. */
export function ArchClock({
  marks,
  active,
  onPick,
}: {
  marks: readonly ClockMark[];
  active: number | null;
  /** An hour was pressed in the drawing; the same choice stands beside it in words. */
  onPick: (hour: number) => void;
}) {
  const id = useId();
  return (
    <svg
      viewBox="-62 -58 124 92"
      role="img"
      aria-labelledby={id}
      className="w-full max-w-[380px]"
      data-testid="arch-clock"
    >
      <title
        id={id}
      >{`Loaded clearance by the clock, ${marks.length} ${marks.length === 1 ? 'hour' : 'hours'} measured`}</title>
      <circle r="27" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
      <circle r="17" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      <path d={archEdge(R)} fill="none" stroke="var(--ink)" strokeWidth="2.4" vectorEffect="non-scaling-stroke" />
      <path d="M-5 0H5M0 -5V5" stroke="var(--ink-soft)" strokeWidth="0.9" vectorEffect="non-scaling-stroke" />
      {ARCH_HOURS.map((hour) => {
        const mark = marks.find((m) => m.hour === hour);
        const from = hourPoint(hour, 28.5);
        const to = hourPoint(hour, R - 1);
        const label = hourPoint(hour, R + 10);
        return (
          <g
            key={hour}
            data-hour={hour}
            data-measured={mark ? 'yes' : 'no'}
            onPointerDown={() => onPick(hour)}
            className="cursor-pointer"
          >
            <circle
              cx={hourPoint(hour, R + 4).x}
              cy={hourPoint(hour, R + 4).y}
              r="9.4"
              fill={hour === active ? 'var(--accent-wash)' : 'transparent'}
            />
            <path
              d={`M${from.x} ${from.y}L${to.x} ${to.y}`}
              stroke={mark ? (mark.tightest ? 'var(--caution)' : 'var(--accent)') : 'var(--line-strong)'}
              strokeWidth={mark?.tightest ? 4 : hour === active ? 3 : 1.6}
              strokeDasharray={mark ? undefined : '2 2'}
              vectorEffect="non-scaling-stroke"
            />
            <text
              x={label.x}
              y={label.y + 2}
              textAnchor="middle"
              className="figure"
              fontSize="5.6"
              fontWeight={mark?.tightest || hour === active ? 700 : 400}
              fill="var(--ink)"
            >
              {mark ? mark.text : hour}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

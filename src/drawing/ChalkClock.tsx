'use client';

import { useId, useRef } from 'react';
import { ARCH_HOURS, archEdge, hourPoint } from './ArchClock';

const R = 40;
const STEP = 0.5;
/** Hours from the top, so that 8…12…4 is one run: −4 to 4. */
const fromTop = (hour: number): number => (hour > 6 ? hour - 12 : hour);
const toHour = (top: number): number => (top <= 0 ? top + 12 : top);
/** The nearest half hour that an arch has. */
const onArch = (top: number): number => toHour(Math.min(4, Math.max(-4, Math.round(top / STEP) * STEP)));

const spoken = (hour: number): string => {
  const whole = Math.floor(hour) === 0 ? 12 : Math.floor(hour);
  return hour % 1 === 0 ? `${whole} o’clock` : `half past ${whole}`;
};

/** Chalk on the arch: press the lip to put a mark where chalk came off, drag it along, Delete takes it away. */
export function ChalkClock({ hours, onHours }: { hours: readonly number[]; onHours: (hours: number[]) => void }) {
  const id = useId();
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<number | null>(null);

  const at = (e: React.PointerEvent): number | null => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return null;
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse());
    return onArch((Math.atan2(p.x, -p.y) * 6) / Math.PI);
  };
  const set = (i: number, hour: number) => onHours(hours.map((h, k) => (k === i ? hour : h)));
  const key = (e: React.KeyboardEvent, i: number) => {
    const h = hours[i] as number;
    const step =
      e.key === 'ArrowRight' || e.key === 'ArrowUp' ? STEP : e.key === 'ArrowLeft' || e.key === 'ArrowDown' ? -STEP : 0;
    if (step !== 0) set(i, onArch(fromTop(h) + step));
    else if (e.key === 'Delete' || e.key === 'Backspace') onHours(hours.filter((_, k) => k !== i));
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing of marks that can be dragged, no form fields
    <svg
      ref={svg}
      viewBox="-62 -60 124 94"
      role="group"
      aria-labelledby={id}
      className="w-full max-w-[380px] touch-none"
      data-testid="chalk-clock"
      onPointerMove={(e) => {
        const hour = at(e);
        if (drag.current !== null && hour !== null && hours[drag.current] !== hour) set(drag.current, hour);
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
      onPointerLeave={() => {
        drag.current = null;
      }}
    >
      <title id={id}>{`Chalk on the arch, ${hours.length} ${hours.length === 1 ? 'mark' : 'marks'}`}</title>
      <circle r="29" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
      <circle r="18" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      <path d="M-5 0H5M0 -5V5" stroke="var(--ink-soft)" strokeWidth="0.9" vectorEffect="non-scaling-stroke" />
      <path
        d={archEdge(R)}
        fill="none"
        stroke="var(--accent-wash)"
        strokeWidth="9"
        className="cursor-copy"
        data-part="lip"
        onPointerDown={(e) => {
          const hour = at(e);
          if (hour === null || hours.includes(hour)) return;
          drag.current = hours.length;
          onHours([...hours, hour]);
        }}
      />
      <path
        d={archEdge(R)}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.4"
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
      {ARCH_HOURS.map((hour) => {
        const p = hourPoint(hour, R + 11);
        return (
          <text key={hour} x={p.x} y={p.y + 2} textAnchor="middle" className="figure" fontSize="5.6" fill="var(--ink)">
            {hour}
          </text>
        );
      })}
      {hours.map((hour, i) => {
        const p = hourPoint(hour, R);
        return (
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: a mark that is dragged stays the same mark
            key={i}
            role="slider"
            tabIndex={0}
            aria-label={`Chalk mark ${i + 1}`}
            aria-valuemin={-4}
            aria-valuemax={4}
            aria-valuenow={fromTop(hour)}
            aria-valuetext={spoken(hour)}
            onKeyDown={(e) => key(e, i)}
            onPointerDown={(e) => {
              drag.current = i;
              e.preventDefault();
              e.currentTarget.focus();
            }}
            className="cursor-grab"
          >
            <circle cx={p.x} cy={p.y} r="7" fill="transparent" />
            <path
              d={`M${p.x - 3} ${p.y - 3}L${p.x + 3} ${p.y + 3}M${p.x + 3} ${p.y - 3}L${p.x - 3} ${p.y + 3}`}
              stroke="var(--stop)"
              strokeWidth="3"
              vectorEffect="non-scaling-stroke"
            />
          </g>
        );
      })}
    </svg>
  );
}

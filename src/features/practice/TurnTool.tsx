'use client';

import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { Button } from '@/ui/Button';

const SIZE = 200;
const MIDDLE = SIZE / 2;
const ARM = 70;

/** Degrees by which a hand went round, the short way. */
const turned = (from: number, to: number): number => ((to - from + 540) % 360) - 180;

/**
 * A bolt or nut that is turned by hand from its first catch: round with the finger, or by keys, until it seats and
 * turns no further. What was counted is written down, seated or not.
 */
export function TurnTool({ turns, onTake }: { turns: number; onTake: (value: number) => void }) {
  const [degrees, setDegrees] = useState(0);
  const [last, setLast] = useState<number | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const most = turns * 360;
  const by = (d: number) => setDegrees((was) => Math.min(most, Math.max(0, was + d)));
  const counted = Math.floor(degrees / 90 + 1e-6) / 4;
  const seated = degrees >= most;
  const angleAt = (e: PointerEvent): number => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return 0;
    const [dx, dy] = [e.clientX - box.left - box.width / 2, e.clientY - box.top - box.height / 2];
    return (Math.atan2(dy, dx) * 180) / Math.PI;
  };
  const key = (e: KeyboardEvent) => {
    const d = { ArrowRight: 90, ArrowUp: 90, ArrowLeft: -90, ArrowDown: -90, PageUp: 360, PageDown: -360 }[e.key];
    if (d === undefined) return;
    e.preventDefault();
    by(d);
  };
  const rad = ((degrees - 90) * Math.PI) / 180;
  return (
    <div className="flex flex-wrap items-center gap-4" data-testid="turns">
      <svg ref={svg} viewBox={`0 0 ${SIZE} ${SIZE}`} className="w-[220px] touch-none select-none">
        <title>
          Turn it round with the finger, or with the arrow keys a quarter turn at a time; Page up is a whole one.
        </title>
        <circle cx={MIDDLE} cy={MIDDLE} r={ARM + 18} fill="var(--sheet)" stroke="var(--line)" />
        <g
          role="slider"
          tabIndex={0}
          aria-label="Turn it by hand"
          aria-valuemin={0}
          aria-valuemax={40}
          aria-valuenow={counted}
          aria-valuetext={seated ? 'seated, it turns no further' : `${counted} turns from the first catch`}
          onKeyDown={key}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            setLast(angleAt(e));
          }}
          onPointerMove={(e) => {
            if (last === null) return;
            const now = angleAt(e);
            by(turned(last, now));
            setLast(now);
          }}
          onPointerUp={() => setLast(null)}
          onPointerCancel={() => setLast(null)}
          className="cursor-grab outline-offset-2"
        >
          <circle cx={MIDDLE} cy={MIDDLE} r={ARM + 18} fill="transparent" />
          <path
            d={Array.from({ length: 6 }, (_, i) => {
              const a = rad + (i * Math.PI) / 3;
              return `${i === 0 ? 'M' : 'L'}${MIDDLE + 34 * Math.cos(a)} ${MIDDLE + 34 * Math.sin(a)}`;
            })
              .join(' ')
              .concat('Z')}
            fill="var(--steel)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <line
            x1={MIDDLE}
            y1={MIDDLE}
            x2={MIDDLE + ARM * Math.cos(rad)}
            y2={MIDDLE + ARM * Math.sin(rad)}
            stroke="var(--accent)"
            strokeWidth="5"
          />
          <circle
            cx={MIDDLE + ARM * Math.cos(rad)}
            cy={MIDDLE + ARM * Math.sin(rad)}
            r="14"
            fill="var(--accent)"
            stroke="var(--ink)"
          />
        </g>
      </svg>
      <div className="flex flex-col items-start gap-2">
        <output className="figure text-[26px] font-[600]" aria-live="polite" aria-label="Counted">
          {counted} {counted === 1 ? 'turn' : 'turns'}
        </output>
        <p className="text-[14px] text-soft">
          {seated ? 'Seated: it turns no further.' : 'From the first catch, by hand.'}
        </p>
        <Button look="main" disabled={counted === 0} onClick={() => onTake(counted)}>
          Write it down
        </Button>
      </div>
    </div>
  );
}

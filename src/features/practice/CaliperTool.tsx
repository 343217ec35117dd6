'use client';

import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { type QuantityId, quantity } from '@/core/document/quantities';
import { readingText } from '@/core/document/readingText';
import { type Caliper, caliperReads, type Edge, type Piece, restsOn } from '@/core/practice/tools';
import type { UnitSystem } from '@/core/units/format';
import { roundTo } from '@/core/units/round';
import { Button } from '@/ui/Button';

const WIDTH = 440;
const HEIGHT = 210;
const SIDE = 26;
/** Axis of the part, and how far its highest piece reaches from it. */
const AXIS = 104;
const REACH = 42;
const BEAM = 26;

/**
 * A caliper on a part: its jaws are dragged, or moved by keys, and it shows what lies between them, right edges or not.
 */
export function CaliperTool({
  tool,
  of,
  units,
  onTake,
}: {
  tool: Caliper;
  of: QuantityId;
  units: UnitSystem;
  onTake: (value: number) => void;
}) {
  const low = Math.min(...tool.edges.map((e) => e.at), ...tool.pieces.map((p) => p.from)) - 6;
  const high = Math.max(...tool.edges.map((e) => e.at), ...tool.pieces.map((p) => p.to)) + 10;
  const scale = (WIDTH - 2 * SIDE) / (high - low);
  const x = (mm: number): number => SIDE + (mm - low) * scale;
  const [jaws, setJaws] = useState<readonly [number, number]>([low + 2, high - 2]);
  const svg = useRef<SVGSVGElement>(null);
  const move = (which: 0 | 1, to: number) => {
    const at = Math.min(high, Math.max(low, to));
    const rest = restsOn(tool, at)?.at ?? at;
    setJaws((was) => (which === 0 ? [rest, was[1]] : [was[0], rest]));
  };
  const reads = roundTo(caliperReads(tool, jaws[0], jaws[1]), 2, 'nearest');
  const shown = readingText(quantity(of), reads, units);
  const mmAt = (e: PointerEvent): number => {
    const box = svg.current?.getBoundingClientRect();
    return box ? low + ((e.clientX - box.left) / box.width) * (WIDTH / scale) - SIDE / scale : low;
  };
  return (
    <div className="flex flex-col gap-2" data-testid="caliper">
      <svg ref={svg} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full touch-none select-none">
        <title>
          Caliper on the part. Drag a jaw to an edge, or use the arrow keys; Page up and Page down go from edge to edge.
        </title>
        <line
          x1={SIDE / 2}
          x2={WIDTH - SIDE / 2}
          y1={AXIS}
          y2={AXIS}
          stroke="var(--ink-soft)"
          strokeDasharray="12 3 2 3"
        />
        {tool.pieces.map((p) => (
          <PieceOf key={`${p.from}/${p.to}/${p.half}`} piece={p} x={x} />
        ))}
        {tool.edges.map((e, i) => (
          <EdgeOf key={e.name} edge={e} at={x(e.at)} row={i} />
        ))}
        <rect x={SIDE / 2} y={BEAM - 9} width={WIDTH - SIDE} height={10} fill="var(--sunk)" stroke="var(--ink)" />
        {([0, 1] as const).map((which) => (
          <Jaw
            key={which}
            name={which === 0 ? 'Left jaw' : 'Right jaw'}
            at={jaws[which]}
            x={x(jaws[which])}
            side={which === 0 ? -1 : 1}
            range={[low, high]}
            rests={restsOn(tool, jaws[which])}
            onMove={(to) => move(which, to)}
            edges={tool.edges}
            mmAt={mmAt}
          />
        ))}
      </svg>
      <div className="flex flex-wrap items-center gap-3">
        <output className="figure text-[26px] font-[600]" aria-live="polite" aria-label="The caliper shows">
          {shown}
        </output>
        <Button look="main" onClick={() => onTake(reads)}>
          Write it down
        </Button>
      </div>
    </div>
  );
}

/** A handle on the beam with its jaw down to the part. */
function Jaw({
  name,
  at,
  x,
  side,
  range: [low, high],
  rests,
  edges,
  onMove,
  mmAt,
}: {
  name: string;
  at: number;
  x: number;
  side: -1 | 1;
  range: readonly [number, number];
  rests: Edge | null;
  edges: readonly Edge[];
  onMove: (to: number) => void;
  mmAt: (e: PointerEvent) => number;
}) {
  const [held, setHeld] = useState(false);
  const key = (e: KeyboardEvent) => {
    const step = e.shiftKey ? 0.1 : 1;
    const after = edges.find((d) => d.at > at + 1e-6);
    const before = edges.findLast((d) => d.at < at - 1e-6);
    const to = {
      ArrowRight: at + step,
      ArrowUp: at + step,
      ArrowLeft: at - step,
      ArrowDown: at - step,
      PageUp: after?.at ?? at,
      PageDown: before?.at ?? at,
      Home: low,
      End: high,
    }[e.key];
    if (to === undefined) return;
    e.preventDefault();
    onMove(to);
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuemin={Math.round(low)}
      aria-valuemax={Math.round(high)}
      aria-valuenow={Math.round(at * 10) / 10}
      aria-valuetext={rests ? `at the ${rests.name}` : 'on no edge'}
      aria-orientation="horizontal"
      onKeyDown={key}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        setHeld(true);
      }}
      onPointerMove={(e) => (held ? onMove(mmAt(e)) : undefined)}
      onPointerUp={() => setHeld(false)}
      onPointerCancel={() => setHeld(false)}
      className="cursor-ew-resize outline-offset-2"
    >
      {/* The finger takes more than it sees. */}
      <rect x={x - 22} y={6} width={44} height={AXIS + REACH} fill="transparent" />
      <path
        d={`M${x} ${AXIS + REACH + 4} L${x} ${BEAM - 9} l${side * 20} 0 l0 22 l${side * -12} 0 Z`}
        fill="var(--accent)"
        fillOpacity={rests ? 0.95 : 0.55}
        stroke="var(--ink)"
      />
    </g>
  );
}

/** A piece of the part: solid, threaded, or walls with a hole between them. */
function PieceOf({ piece: { from, to, half, look }, x }: { piece: Piece; x: (mm: number) => number }) {
  const [left, width] = [x(from), Math.max(1, x(to) - x(from))];
  const h = REACH * half;
  if (look === 'hole')
    return (
      <g fill="var(--steel)" stroke="var(--ink)">
        <rect x={left} y={AXIS - h} width={width} height={h * 0.55} />
        <rect x={left} y={AXIS + h * 0.45} width={width} height={h * 0.55} />
      </g>
    );
  return (
    <g fill="var(--steel)" stroke="var(--ink)">
      <rect x={left} y={AXIS - h} width={width} height={2 * h} />
      {look === 'thread'
        ? Array.from({ length: Math.max(1, Math.floor(width / 6)) }, (_, i) => left + 3 + i * 6).map((at) => (
            <line key={at} x1={at} x2={at + 2} y1={AXIS - h} y2={AXIS + h} stroke="var(--ink-soft)" />
          ))
        : null}
    </g>
  );
}

/** An edge with its name under the part, each in a row of its own so that no two lie over each other. */
function EdgeOf({ edge, at, row }: { edge: Edge; at: number; row: number }) {
  const y = AXIS + REACH + 16 + (row % 3) * 14;
  const room = edge.name.length * 6;
  const anchor = at + room > WIDTH ? 'end' : at < room / 2 ? 'start' : 'middle';
  return (
    <g>
      <line x1={at} x2={at} y1={AXIS - REACH - 2} y2={y - 10} stroke="var(--ink-soft)" strokeDasharray="2 2" />
      <text x={at} y={y} fontSize="12" textAnchor={anchor} fill="var(--ink)">
        {edge.name}
      </text>
    </g>
  );
}

'use client';

import { useRef } from 'react';
import type { SectionBlock } from '@/core/figures/geometry';

/** Sizes that a drag snaps to, mm, and the thickest it reaches. */
const SNAP = 0.5;
const MOST = 60;

/** The spacer's outer face as a handle: drag it sideways and the thickness follows, half a millimetre at a time. */
export function FaceHandle({
  blocks,
  half,
  onThickness,
}: {
  blocks: readonly SectionBlock[];
  half: number;
  onThickness: (mm: number) => void;
}) {
  const drag = useRef<{ x: number; from: number } | null>(null);
  const spacer = blocks.find((b) => b.part === 'spacer');
  if (!spacer) return null;
  const thickness = spacer.x1 - spacer.x0;

  const toMm = (e: React.PointerEvent<SVGRectElement>): number => {
    const matrix = e.currentTarget.ownerSVGElement?.getScreenCTM();
    return matrix ? e.clientX / matrix.a : 0;
  };
  const set = (mm: number) => onThickness(Math.min(MOST, Math.max(0, Math.round(mm / SNAP) * SNAP)));
  return (
    <rect
      x={spacer.x1 - 2.5}
      y={-half}
      width={5}
      height={2 * half}
      fill="transparent"
      className="cursor-ew-resize touch-none focus-visible:outline-2"
      role="slider"
      tabIndex={0}
      aria-label="Spacer face"
      aria-valuemin={0}
      aria-valuemax={MOST}
      aria-valuenow={thickness}
      aria-valuetext={`${Number(thickness.toFixed(2))} mm`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        drag.current = { x: toMm(e), from: thickness };
      }}
      onPointerMove={(e) => {
        if (drag.current) set(drag.current.from + toMm(e) - drag.current.x);
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
      onPointerCancel={() => {
        drag.current = null;
      }}
    />
  );
}

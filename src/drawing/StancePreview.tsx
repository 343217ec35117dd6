import { useId } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import type { CornerGap } from '@/core/figures/gaps';
import { formatLength, type UnitSystem } from '@/core/units/format';

/** Where each corner's arch edge stands on the sheet; left corners look left. */
const EDGE: Readonly<Record<Corner, { x: number; y: number; out: 1 | -1 }>> = {
  'front-left': { x: 92, y: 24, out: -1 },
  'front-right': { x: 308, y: 24, out: 1 },
  'rear-left': { x: 92, y: 136, out: -1 },
  'rear-right': { x: 308, y: 136, out: 1 },
};
const TYRE = { width: 46, length: 74 };
/** Gaps are drawn this much larger than the tyres beside them, so that millimetres can be seen. */
const ENLARGED = 1.6;
/** A tyre stays on its own side of the car's middle, with some room. */
const MOST_INSIDE = 200 - EDGE['front-left'].x - TYRE.width - 6;

/** How much larger gaps are drawn: less where the largest would put a tyre past the middle of the car. */
export function enlargement(corners: readonly CornerGap[]): number {
  const largest = Math.max(0, ...corners.flatMap((c) => [c.before ?? 0, c.after?.value ?? 0]));
  return Math.min(ENLARGED, MOST_INSIDE / largest);
}

/**
 * The whole car from above, before (dashed) and after: at every corner the tyre against its arch edge, gaps enlarged.
 */
export function StancePreview({ corners, units }: { corners: readonly CornerGap[]; units: UnitSystem }) {
  const id = useId();
  const larger = enlargement(corners);
  const words = corners
    .map(
      (c) =>
        `${CORNER_LABEL[c.corner]}: ${gapText(c.before, units)} before, ${gapText(c.after?.value ?? null, units)} after`,
    )
    .join('; ');
  return (
    <svg
      viewBox="0 0 400 236"
      role="img"
      aria-labelledby={id}
      className="w-full max-w-[620px]"
      data-testid="stance-preview"
    >
      <title id={id}>{`Stance of the whole car. ${words}.`}</title>
      <path
        d="M92 12C100 2 300 2 308 12V224C300 234 100 234 92 224Z"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
      <path d="M200 4V232" stroke="var(--line-strong)" strokeWidth="0.8" strokeDasharray="8 3 2 3" />
      {CORNERS.map((corner) => {
        const e = EDGE[corner];
        const c = corners.find((k) => k.corner === corner);
        const label = { x: e.x + e.out * 50, y: e.y + 34 };
        return (
          <g key={corner} data-corner={corner}>
            {c?.before == null ? null : <Tyre e={e} inside={c.before * larger} before />}
            {c?.after == null ? null : <Tyre e={e} inside={c.after.value * larger} before={false} />}
            <path
              d={`M${e.x} ${e.y - 8}V${e.y + TYRE.length + 8}`}
              stroke="var(--ink)"
              strokeWidth="4"
              vectorEffect="non-scaling-stroke"
            />
            <text x={label.x} y={label.y - 10} textAnchor="middle" fontSize="12" fill="var(--ink-soft)">
              {CORNER_LABEL[corner]}
            </text>
            <text
              x={label.x}
              y={label.y + 5}
              textAnchor="middle"
              fontSize="12"
              className="figure"
              fill="var(--ink-soft)"
            >
              {gapText(c?.before ?? null, units)}
            </text>
            <text
              x={label.x}
              y={label.y + 20}
              textAnchor="middle"
              fontSize="13"
              fontWeight="650"
              className="figure"
              fill={(c?.after?.value ?? 0) < 0 ? 'var(--stop)' : 'var(--ink)'}
            >
              {c?.after == null ? '' : `→ ${gapText(c.after.value, units)}`}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

const gapText = (mm: number | null, units: UnitSystem): string =>
  mm === null ? 'unmeasured' : formatLength(mm, units, 'down');

function Tyre({ e, inside, before }: { e: { x: number; y: number; out: 1 | -1 }; inside: number; before: boolean }) {
  const outer = e.x - e.out * inside;
  return (
    <rect
      x={e.out === 1 ? outer - TYRE.width : outer}
      y={e.y}
      width={TYRE.width}
      height={TYRE.length}
      rx="6"
      fill={before ? 'none' : 'var(--steel)'}
      stroke={before ? 'var(--ink-soft)' : 'var(--ink)'}
      strokeWidth="1.4"
      strokeDasharray={before ? '4 3' : undefined}
      vectorEffect="non-scaling-stroke"
    />
  );
}

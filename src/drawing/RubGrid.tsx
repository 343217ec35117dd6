import { useId } from 'react';
import type { RubCell } from '@/core/stance/rubMap';
import { formatLength, type UnitSystem } from '@/core/units/format';

const W = 24;
const H = 14;

/** How a probability is marked, so that shade is never alone. */
const markOf = (p: number): string => (p >= 0.5 ? '×' : p >= 0.05 ? '∙∙' : p > 0 ? '∙' : '');

/**
 * Bump upward, steering sideways; the darker a cell, the likelier the tyre touches there. Hover, press or arrow over
 * it.
 */
export function RubGrid({
  grid,
  pose,
  onPose,
  units,
}: {
  units: UnitSystem;
  grid: readonly (readonly RubCell[])[];
  pose: { readonly bump: number; readonly steer: number } | null;
  onPose: (pose: { bump: number; steer: number } | null) => void;
}) {
  const id = useId();
  const rows = grid.length;
  const columns = grid[0]?.length ?? 0;
  const wide = columns === 1 ? W * 6 : W;
  const at = (r: number, c: number) => grid[r]?.[c];
  const placed = pose === null ? null : place(grid, pose);
  const key = (e: React.KeyboardEvent) => {
    const [r, c] = placed ?? [0, Math.floor(columns / 2)];
    const move = { ArrowUp: [1, 0], ArrowDown: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[e.key];
    if (e.key === 'Escape') return onPose(null);
    if (!move) return;
    e.preventDefault();
    e.stopPropagation();
    const cell =
      placed === null ? at(r, c) : at(clamp(r + (move[0] as number), rows), clamp(c + (move[1] as number), columns));
    if (cell) onPose({ bump: cell.bump, steer: cell.steer });
  };
  const first = at(0, 0);
  const last = at(rows - 1, columns - 1);
  return (
    <svg
      viewBox={`-66 -4 ${columns * wide + 70} ${rows * H + 38}`}
      role="img"
      aria-labelledby={id}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: arrows walk over the cells and the words beside it say what stands there
      tabIndex={0}
      onKeyDown={key}
      onPointerLeave={() => onPose(null)}
      className="w-full"
      style={{ maxHeight: 270 }}
      data-testid="rub-map"
    >
      <title id={id}>{`Rub map, bump by steering, ${rows} by ${columns}. Arrow keys walk over it.`}</title>
      {grid.map((row, r) =>
        row.map((cell, c) => {
          const x = c * wide;
          const y = (rows - 1 - r) * H;
          const here = placed !== null && placed[0] === r && placed[1] === c;
          return (
            <g
              key={`${cell.bump}/${cell.steer}`}
              onPointerEnter={() => onPose({ bump: cell.bump, steer: cell.steer })}
              onPointerDown={() => onPose({ bump: cell.bump, steer: cell.steer })}
              data-cell={`${r}/${c}`}
              data-probability={cell.probability}
            >
              <rect
                x={x}
                y={y}
                width={wide}
                height={H}
                fill="var(--stop)"
                fillOpacity={cell.probability === 0 ? 0.02 : 0.12 + 0.68 * cell.probability}
                stroke={here ? 'var(--accent)' : 'var(--line)'}
                strokeWidth={here ? 2.5 : 0.6}
              />
              {cell.probability > 0 ? (
                <text
                  x={x + wide / 2}
                  y={y + H / 2 + 4}
                  textAnchor="middle"
                  fontSize="12"
                  fill="var(--ink)"
                  pointerEvents="none"
                >
                  {markOf(cell.probability)}
                </text>
              ) : null}
            </g>
          );
        }),
      )}
      <g className="figure" fontSize="12" fill="var(--ink)">
        <text x={-4} y={10} textAnchor="end">
          {bumpText(last?.bump ?? 0, units)}
        </text>
        <text x={-4} y={rows * H} textAnchor="end">
          {bumpText(first?.bump ?? 0, units)}
        </text>
        <text x={-4} y={(rows * H) / 2 + 3} textAnchor="end" className="font-sans">
          bump
        </text>
        {columns > 1 ? (
          <>
            <text x={0} y={rows * H + 14}>
              {first?.steer.toFixed(0)}°
            </text>
            <text x={columns * wide} y={rows * H + 14} textAnchor="end">
              {last?.steer.toFixed(0)}°
            </text>
          </>
        ) : null}
        <text x={(columns * wide) / 2} y={rows * H + 14} textAnchor="middle" className="font-sans">
          {columns > 1 ? 'steering' : 'this axle does not steer'}
        </text>
        <text x={0} y={rows * H + 30} className="font-sans">
          ∙ may touch ∙∙ 5 % and more × half and more
        </text>
      </g>
    </svg>
  );
}

const bumpText = (mm: number, units: UnitSystem): string => `${mm < 0 ? '−' : '+'}${formatLength(Math.abs(mm), units)}`;

const clamp = (i: number, n: number): number => Math.min(n - 1, Math.max(0, i));

function place(
  grid: readonly (readonly RubCell[])[],
  pose: { readonly bump: number; readonly steer: number },
): [number, number] | null {
  const r = grid.findIndex((row) => row[0] && Math.abs(row[0].bump - pose.bump) < 1e-6);
  const c = grid[0]?.findIndex((cell) => Math.abs(cell.steer - pose.steer) < 1e-6) ?? -1;
  return r < 0 || c < 0 ? null : [r, c];
}

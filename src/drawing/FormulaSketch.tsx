import { useId } from 'react';
import { SKETCHES, type SketchName } from './sketches';

/** The letters of a formula, drawn where they are measured. Those that it speaks of are lit. */
export function FormulaSketch({ name, lit }: { name: SketchName; lit: ReadonlySet<string> }) {
  const id = useId().replace(/:/g, '');
  const { title, blocks, dims, words } = SKETCHES[name];
  return (
    <svg viewBox="0 0 360 210" role="img" aria-labelledby={`${id}-t`} className="w-full" data-sketch={name}>
      <title id={`${id}-t`}>{title}</title>
      <defs>
        <pattern id={`${id}-h`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M3 0V6" stroke="var(--line-strong)" strokeWidth="1" />
        </pattern>
      </defs>
      {blocks.map((b) => (
        <g key={`${b.d}${b.fill}`}>
          <path d={b.d} fill={`var(--${b.fill})`} stroke="var(--ink)" strokeWidth="1.3" />
          {b.hatch ? <path d={b.d} fill={`url(#${id}-h)`} opacity="0.7" /> : null}
        </g>
      ))}
      {words.map((w) => (
        <text key={w.text} x={w.x} y={w.y} fontSize="11" fill="var(--ink-soft)" textAnchor="middle">
          {w.text}
        </text>
      ))}
      {dims.map((m) => (
        <Dimension key={m.text} {...m} on={m.is.some((s) => lit.has(s))} />
      ))}
    </svg>
  );
}

function Dimension({
  x0,
  x1,
  y,
  y1,
  text,
  on,
}: {
  x0: number;
  x1: number;
  y: number;
  y1?: number;
  text: string;
  on: boolean;
}) {
  const tone = on ? 'var(--accent)' : 'var(--ink-soft)';
  const to = y1 ?? y;
  const upright = x0 === x1;
  return (
    <g stroke={tone} strokeWidth={on ? 2 : 1} data-lit={on}>
      <path
        d={
          upright
            ? `M${x0 - 4} ${y}H${x0 + 4}M${x0 - 4} ${to}H${x0 + 4}M${x0} ${y}V${to}`
            : `M${x0} ${y - 4}V${y + 4}M${x1} ${y - 4}V${y + 4}M${x0} ${y}H${x1}`
        }
        fill="none"
      />
      <text
        x={upright ? x0 + 7 : (x0 + x1) / 2}
        y={upright ? (y + to) / 2 + 4 : y - 5}
        textAnchor={upright ? 'start' : 'middle'}
        fontSize={on ? 14 : 12.5}
        fontWeight={on ? 700 : 400}
        className="figure"
        fill={tone}
        stroke="var(--paper)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}

/** The symbols that a formula speaks of. */
export const symbolsOf = (formula: string): ReadonlySet<string> =>
  new Set(formula.match(/[\p{L}µσγΔ_]+[0-9]?/gu) ?? []);

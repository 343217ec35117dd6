import { useId } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { SectionBlock, SectionDimension, SectionNeed, StackGeometry } from '@/core/figures/geometry';
import type { Level } from '@/core/rules/kit/finding';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { FaceHandle } from './FaceHandle';
import { letters } from './letters';
import { blockPath, LETTER, layoutStack, textWidth } from './stackLayout';

const NEEDS: Readonly<Record<SectionNeed, string>> = {
  turns: 'a turn count',
  boltLength: 'the length of the counted bolt',
  studProtrusion: 'the stud protrusion',
  tappedDepth: 'the tapped depth',
  rotorHat: 'the disc hat',
  nutGrip: 'the nut’s grip',
  nutThread: 'the nut’s thread length',
};

const FILL: Readonly<Record<SectionBlock['part'], string>> = {
  hub: 'var(--steel)',
  disc: 'var(--steel)',
  spacer: 'var(--accent-wash)',
  wheel: 'var(--alloy)',
  'fastener-thread': 'var(--brass)',
  'fastener-shank': 'var(--brass)',
  'fastener-head': 'var(--brass)',
  nut: 'var(--brass)',
};

/** The joint cut along its axis, hub at the left, air at the right, drawn to scale from the evaluation's geometry. */
export function StackSection({
  geometry,
  units,
  target,
  engagement,
  pm = 0,
  level,
  onThickness,
  onPick,
  lit,
}: {
  geometry: StackGeometry;
  units: UnitSystem;
  /** Target that governs and engagement left, mm. */
  target: number;
  engagement: number | null;
  /** Worst-case error of the engagement, mm; drawn as a band at its end. */
  pm?: number;
  /** What the engagement came to; what is unmeasured is drawn as a stop. */
  level: Level;
  /** Drag the spacer's outer face; without it the section is a picture. */
  onThickness?: (mm: number) => void;
  /** A dimension was chosen to be edited. */
  onPick?: (id: SectionDimension['id']) => void;
  /** Pieces that a step is about: the others are drawn faint. */
  lit?: ReadonlySet<SectionBlock['part']> | undefined;
}) {
  const id = useId().replace(/:/g, '');
  if (!geometry.drawable) {
    return (
      <div className="flex aspect-[112/71] max-h-[370px] w-full items-center justify-center border border-dashed border-strong p-8 text-center">
        <p className="max-w-[40ch]">
          The section cannot be drawn yet: it needs{' '}
          {geometry.needs.map((k) => NEEDS[k]).join(' and ') || 'a measured corner'}. Nothing here is drawn from a
          guess.
        </p>
      </div>
    );
  }
  const g = geometry;
  const tone = level === 'pass' ? null : level === 'caution' ? 'var(--caution)' : 'var(--stop)';
  const l = layoutStack(g);
  const text =
    (g.blocks.find((b) => b.part === 'spacer')?.x1 ?? 0) - (g.blocks.find((b) => b.part === 'spacer')?.x0 ?? 0);
  const far = g.fastening === 'bolt' ? g.engaged?.x0 : g.engaged?.x1;
  const bar = far === undefined ? null : { x: Math.min(g.minimumAt, far), width: Math.abs(far - g.minimumAt) };
  return (
    <svg
      viewBox={l.viewBox}
      role={onThickness ? 'group' : 'img'}
      aria-labelledby={`${id}-t ${id}-d`}
      className="max-h-[370px] w-full overflow-visible"
      data-testid="stack-section"
    >
      <title id={`${id}-t`}>{`Stack section, ${CORNER_LABEL[g.corner]}`}</title>
      <desc id={`${id}-d`}>
        {`Spacer ${formatLength(text, units)}. ${engagement === null ? 'Engagement unmeasured' : `${formatLength(engagement, units, 'down')} of thread engaged`}, target ${formatLength(target, units, 'up')}.${g.clash ? ` The plain shank stands ${formatLength(g.clash.x1 - g.clash.x0, units, 'up')} past the start of its mate’s thread.` : ''}`}
      </desc>
      <defs>
        <Hatch id={`${id}-steel`} gap={2.2} angle={45} />
        <Hatch id={`${id}-spacer`} gap={1.5} angle={-45} />
        <Hatch id={`${id}-alloy`} gap={4} angle={-45} double />
      </defs>
      {g.blocks
        .filter((b) => b.x1 > b.x0)
        .map((b, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: blocks have no identity but their place in the stack
          <g key={i} opacity={lit === undefined || lit.has(b.part) ? 1 : 0.3} data-lit={lit?.has(b.part) || undefined}>
            <path
              d={blockPath(b)}
              fill={FILL[b.part]}
              stroke="var(--ink)"
              strokeWidth="1.2"
              vectorEffect="non-scaling-stroke"
              strokeDasharray={b.assumed ? '4 3' : undefined}
            />
            {b.part === 'hub' || b.part === 'disc' ? (
              <path d={blockPath(b)} fill={`url(#${id}-steel)`} opacity={b.assumed ? 0.5 : 1} />
            ) : null}
            {b.part === 'spacer' ? <path d={blockPath(b)} fill={`url(#${id}-spacer)`} /> : null}
            {b.part === 'wheel' ? <path d={blockPath(b)} fill={`url(#${id}-alloy)`} /> : null}
          </g>
        ))}
      {g.engaged && l.teeth ? (
        <>
          <rect
            x={g.engaged.x0}
            y={-threadRadius(g)}
            width={g.engaged.x1 - g.engaged.x0}
            height={2 * threadRadius(g)}
            fill={tone ?? 'var(--accent)'}
            opacity="0.28"
          />
          {far !== undefined && pm > 0 ? (
            <rect
              x={far - pm}
              y={-threadRadius(g)}
              width={2 * pm}
              height={2 * threadRadius(g)}
              fill="var(--ink)"
              opacity="0.22"
              data-part="error-band"
            />
          ) : null}
          <path
            d={l.teeth.upper + l.teeth.lower}
            fill="none"
            stroke={tone ?? 'var(--accent)'}
            strokeWidth="1.8"
            vectorEffect="non-scaling-stroke"
          />
        </>
      ) : null}
      {g.clash ? (
        <rect
          x={g.clash.x0}
          y={-threadRadius(g)}
          width={g.clash.x1 - g.clash.x0}
          height={2 * threadRadius(g)}
          fill="var(--stop)"
          opacity="0.6"
          data-part="clash"
        />
      ) : null}
      <path
        d={`M${l.x0 + 1} 0H${l.x1 - 1}`}
        stroke="var(--ink-soft)"
        strokeWidth="0.8"
        strokeDasharray="9 3 2 3"
        vectorEffect="non-scaling-stroke"
      />
      {/* Target as a tick, worded as the findings word it, margin as a bar beyond it. */}
      <path
        d={`M${g.minimumAt} ${-threadRadius(g) - 3.2}V${l.half + 2.6}`}
        stroke={tone ?? 'var(--ink)'}
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
      {bar && bar.width > 0 ? (
        <rect x={bar.x} y={l.half + 0.6} width={bar.width} height={1.6} fill={tone ?? 'var(--pass)'} />
      ) : null}
      <text
        x={g.minimumAt + (g.fastening === 'bolt' ? -1 : 1)}
        y={-threadRadius(g) - 4}
        textAnchor={g.fastening === 'bolt' ? 'end' : 'start'}
        className="figure"
        style={letters(LETTER)}
        fill="var(--ink)"
        stroke="var(--paper)"
        strokeWidth="0.8"
        paintOrder="stroke"
      >
        min {formatLength(target, units, 'up')}
      </text>
      {l.dimensions.map((d) => (
        <Dimension
          key={d.id}
          {...d}
          text={dimensionText(d.id, d.x1 - d.x0, units)}
          half={l.half}
          onPick={onPick && d.id !== 'engagement' ? () => onPick(d.id) : undefined}
        />
      ))}
      {onThickness ? <FaceHandle blocks={g.blocks} half={l.half} onThickness={onThickness} /> : null}
      {g.clash ? (
        <text
          x={(g.clash.x0 + g.clash.x1) / 2}
          y={threadRadius(g) + 4}
          textAnchor="middle"
          style={letters(LETTER)}
          fill="var(--stop)"
          stroke="var(--paper)"
          strokeWidth="0.8"
          paintOrder="stroke"
        >
          shank
        </text>
      ) : null}
      <PartLabels blocks={g.blocks} half={l.half} hubOpen={g.hubOpen} />
    </svg>
  );
}

type Drawable = Extract<StackGeometry, { drawable: true }>;
const threadRadius = (g: Drawable): number => g.blocks.find((b) => b.part === 'fastener-thread')?.y1 ?? 6;

function dimensionText(id: string, length: number, units: UnitSystem): string {
  if (id === 'thickness') return `spacer ${formatLength(length, units)}`;
  if (id === 'engagement') return `engaged ${formatLength(length, units, 'down')}`;
  return formatLength(length, units);
}

/** A dimension line with its witness lines and its figure above the middle. */
export function Dimension({
  x0,
  x1,
  y,
  text,
  half,
  onPick,
}: {
  x0: number;
  x1: number;
  y: number;
  text: string;
  half: number;
  onPick?: (() => void) | undefined;
}) {
  const out = Math.sign(y);
  const wide = x1 - x0 > textWidth(text);
  const head = Math.min(1.6, (x1 - x0) / 3);
  const press = onPick
    ? {
        role: 'button',
        tabIndex: 0,
        'aria-label': `Edit ${text}`,
        onClick: onPick,
        onKeyDown: (e: React.KeyboardEvent) => e.key === 'Enter' && onPick(),
        className: 'cursor-pointer',
      }
    : {};
  return (
    <g stroke="var(--ink)" strokeWidth="0.9" fill="var(--ink)" {...press}>
      {onPick ? (
        <rect
          x={Math.min(x0, x1) - 2}
          y={y - 4.5}
          width={Math.max(x1 - x0, textWidth(text)) + 4}
          height={7}
          fill="transparent"
          stroke="none"
        />
      ) : null}
      <path
        d={`M${x0} ${out * (half + 0.5)}V${y + out * 1.2}M${x1} ${out * (half + 0.5)}V${y + out * 1.2}`}
        vectorEffect="non-scaling-stroke"
        opacity="0.6"
      />
      <path d={`M${x0} ${y}H${x1}`} vectorEffect="non-scaling-stroke" />
      <path d={`M${x0} ${y}l${head} -0.55v1.1ZM${x1} ${y}l${-head} -0.55v1.1Z`} stroke="none" />
      <text
        x={wide ? (x0 + x1) / 2 : x1 + 1.4}
        y={wide ? y - 0.9 : y + 1.05}
        textAnchor={wide ? 'middle' : 'start'}
        className="figure"
        style={letters(LETTER)}
        stroke="none"
      >
        {text}
      </text>
    </g>
  );
}

function Hatch({ id, gap, angle, double }: { id: string; gap: number; angle: number; double?: boolean }) {
  return (
    <pattern id={id} width={gap} height={gap} patternUnits="userSpaceOnUse" patternTransform={`rotate(${angle})`}>
      <path
        d={double ? `M${gap / 2 - 0.35} 0V${gap}M${gap / 2 + 0.35} 0V${gap}` : `M${gap / 2} 0V${gap}`}
        stroke="var(--ink)"
        strokeWidth="0.14"
        opacity="0.6"
      />
    </pattern>
  );
}

function PartLabels({ blocks, half, hubOpen }: { blocks: readonly SectionBlock[]; half: number; hubOpen: boolean }) {
  const label = (part: SectionBlock['part'], text: string) => {
    const b = blocks.find((k) => k.part === part);
    if (!b || b.x1 - b.x0 < textWidth(text) * 0.8) return null;
    return (
      <text
        x={(b.x0 + b.x1) / 2}
        y={-half + 4.6}
        textAnchor="middle"
        style={letters(LETTER)}
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth="0.9"
        paintOrder="stroke"
      >
        {text}
      </text>
    );
  };
  const disc = blocks.find((b) => b.part === 'disc');
  return (
    <>
      {label('hub', hubOpen ? 'hub, depth unmeasured' : 'hub')}
      {label('disc', disc?.assumed ? 'disc?' : 'disc')}
      {label('spacer', 'spacer')}
      {label('wheel', 'wheel')}
    </>
  );
}

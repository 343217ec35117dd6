import { useId } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { ArchModel, ArchNeed } from '@/core/stance/archModel';
import type { SectionPoint } from '@/core/stance/outline';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { type ArchLayout, layoutArch, sectionPath } from './archLayout';
import { letters } from './letters';

const NEEDS: Readonly<Record<ArchNeed, string>> = {
  tyre: 'a tyre size it can read',
  offset: 'the wheel’s offset',
  gap: 'the gap',
  archHeight: 'the height of the arch edge',
  loadedClearance: 'the loaded clearance',
};

/**
 * The arch of one corner in section, seen from behind: lip, tyre before (dashed) and after (filled), camber, gap.
 * A pose from the rub map is drawn over it.
 */
export function ArchView({
  model,
  gapAfter,
  pose,
  units,
}: {
  model: ArchModel | { readonly drawable: false; readonly needs: readonly ArchNeed[] };
  /** Gap with the choice, its worst-case error, mm. */
  gapAfter: { readonly value: number; readonly pm: number } | null;
  /** Tyre at a bump and a steering angle, and the words for it. */
  pose: { readonly outline: readonly SectionPoint[]; readonly touches: boolean; readonly words: string } | null;
  units: UnitSystem;
}) {
  const id = useId().replace(/:/g, '');
  if (!model.drawable) {
    return (
      <div
        className="flex h-full min-h-[200px] w-full items-center justify-center border border-dashed border-strong p-5 text-center text-[14px]"
        data-testid="arch-view"
      >
        <p>
          The arch cannot be drawn yet: it needs {model.needs.map((k) => NEEDS[k]).join(', ')}. Nothing here is drawn
          from a guess.
        </p>
      </div>
    );
  }
  const l = layoutArch(model);
  const outside = gapAfter !== null && gapAfter.value < 0;
  return (
    <svg
      viewBox={l.viewBox}
      role="img"
      aria-labelledby={`${id}-t ${id}-d`}
      className="max-h-[330px] w-full"
      data-testid="arch-view"
    >
      <title id={`${id}-t`}>{`Arch view, ${CORNER_LABEL[model.corner]}, from behind`}</title>
      <desc id={`${id}-d`}>
        {gapAfter === null
          ? 'Gap unmeasured.'
          : `Gap ${formatLength(gapAfter.value, units, 'down')} with this choice, camber ${model.camber.toFixed(1)} degrees.`}
      </desc>
      <path d={l.after} fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.6" vectorEffect="non-scaling-stroke" />
      <path
        d={l.before}
        fill="none"
        stroke="var(--ink-soft)"
        strokeWidth="1.2"
        strokeDasharray="5 4"
        vectorEffect="non-scaling-stroke"
        data-part="before"
      />
      <path d={l.skin} fill="none" stroke="var(--ink)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
      <path
        d={l.lip}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="5"
        vectorEffect="non-scaling-stroke"
        data-part="lip"
      />
      {pose ? (
        <path
          d={sectionPath(pose.outline)}
          fill="none"
          stroke={pose.touches ? 'var(--stop)' : 'var(--accent)'}
          strokeWidth="2.6"
          vectorEffect="non-scaling-stroke"
          data-part="pose"
        />
      ) : null}
      <path
        d={`M${model.edge.y} ${l.gap.y + 8}V${-model.edge.z + 2}`}
        stroke="var(--ink-soft)"
        strokeWidth="0.8"
        strokeDasharray="3 2"
        vectorEffect="non-scaling-stroke"
      />
      <Measure
        from={l.gap.from}
        to={l.gap.to}
        y={l.gap.y}
        pm={gapAfter?.pm ?? 0}
        bad={outside}
        text={gapAfter === null ? 'gap ?' : `gap ${formatLength(gapAfter.value, units, 'down')}`}
        right={l.x1}
        letter={l.letter}
      />
      <Words l={l} model={model} words={pose?.words ?? null} />
    </svg>
  );
}

/** A dimension between tyre and edge with its error as a band at the tyre's end. */
function Measure({
  from,
  to,
  y,
  pm,
  bad,
  text,
  right,
  letter,
}: {
  from: number;
  to: number;
  y: number;
  pm: number;
  bad: boolean;
  text: string;
  right: number;
  letter: number;
}) {
  const colour = bad ? 'var(--stop)' : 'var(--ink)';
  return (
    <g>
      {pm > 0 ? (
        <rect
          x={from - pm}
          y={y - 4}
          width={2 * pm}
          height={8}
          fill="var(--ink)"
          opacity="0.22"
          data-part="error-band"
        />
      ) : null}
      <path
        d={`M${from} ${y - 5}V${y + 5}M${to} ${y - 5}V${y + 5}M${from} ${y}H${to}`}
        stroke={colour}
        strokeWidth="1.3"
        vectorEffect="non-scaling-stroke"
      />
      <text
        x={right - 2}
        y={y + 5 + letter}
        textAnchor="end"
        className="figure"
        style={letters(letter)}
        fontWeight="650"
        fill={colour}
        stroke="var(--paper)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}

function Words({ l, model, words }: { l: ArchLayout; model: ArchModel; words: string | null }) {
  return (
    <g fill="var(--ink)" style={letters(l.letter)}>
      <text x={l.x0 + 3} y={l.bottom - 5} className="figure">
        camber {model.camberAssumed ? 'not measured, drawn upright' : `${model.camber.toFixed(1).replace('-', '−')}°`}
      </text>
      <text x={l.x0 + 3} y={l.top + l.letter}>
        {words ?? 'dashed: as it was'}
      </text>
    </g>
  );
}

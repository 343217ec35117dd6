import { CORNER_LABEL } from '@/core/document/labels';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { CarBody, WHEEL_AT } from './carBody';

/** A wheel on the plan carries a mark of up to two letters; a longer one is written beside its corner. */
const MARK_SHOWN = 2;
const beside = (mark: string | undefined): string => (mark && mark.length > MARK_SHOWN ? mark : '');

/** The car from above: the way to move between corners. Corners that nobody asked about are drawn but not offered. */
export function PlanView({
  corners,
  active,
  open,
  marks,
  onPick,
}: {
  /** Corners that can be gone to. */
  corners: readonly Corner[];
  active: Corner;
  /** Readings still open, by corner. */
  open: Readonly<Partial<Record<Corner, number>>>;
  /** Mark of the wheel that hangs at a corner. */
  marks: Readonly<Partial<Record<Corner, string>>>;
  onPick: (corner: Corner) => void;
}) {
  return (
    <div className="relative mx-auto w-[168px] self-start">
      <svg viewBox="0 0 80 124" className="w-full" aria-hidden="true">
        <CarBody />
        <path
          d="M40 8V116M14 30H66M14 96H66"
          stroke="var(--line-strong)"
          strokeWidth="0.7"
          strokeDasharray="7 3 2 3"
          vectorEffect="non-scaling-stroke"
        />
        {CORNERS.map((c) => (
          <g key={c}>
            <rect
              x={WHEEL_AT[c].x}
              y={WHEEL_AT[c].y}
              width="10"
              height="20"
              rx="2"
              fill={c === active ? 'var(--accent)' : 'var(--steel)'}
              stroke="var(--ink)"
              strokeWidth="1"
              vectorEffect="non-scaling-stroke"
              strokeDasharray={corners.includes(c) ? undefined : '3 3'}
            />
            <text
              x={WHEEL_AT[c].x + 5}
              y={WHEEL_AT[c].y + 12}
              textAnchor="middle"
              className="figure"
              fontSize="6"
              fontWeight="650"
              fill={c === active ? 'var(--accent-ink)' : 'var(--ink)'}
            >
              {beside(marks[c]) ? '' : marks[c]}
            </text>
          </g>
        ))}
      </svg>
      {corners.map((c) => {
        const left = c.endsWith('left');
        return (
          <button
            key={c}
            type="button"
            aria-pressed={c === active}
            onClick={() => onPick(c)}
            className="touch absolute w-[80px] rounded-[3px] border border-transparent text-[13px] leading-tight font-[600] aria-pressed:text-accent hover:border-line"
            style={{ top: `${c.startsWith('front') ? 17 : 70}%`, [left ? 'right' : 'left']: 'calc(50% + 60px)' }}
          >
            {CORNER_LABEL[c]}
            {beside(marks[c]) ? <span className="figure block truncate text-[12px]">{beside(marks[c])}</span> : null}
            <span className="figure block text-[12px] font-normal text-soft">
              {open[c] ? `${open[c]} open` : 'done'}
            </span>
          </button>
        );
      })}
    </div>
  );
}

import { CORNER_LABEL } from '@/core/document/labels';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { CornerPlan } from '@/drawing/CornerPlan';

/** How a corner stands, in two words. */
function standing(open: number, torqued: boolean): string {
  if (open > 0) return `${open} open`;
  return torqued ? 'torqued' : 'done';
}

/** The car from above and its corners beneath: the way from one to the other, in any order. */
export function CornerPicker({
  corners,
  active,
  open,
  torqued,
  marks,
  onPick,
}: {
  corners: readonly Corner[];
  active: Corner;
  /** Steps still open, by corner. */
  open: Readonly<Partial<Record<Corner, number>>>;
  /** Corners whose wheel is torqued. */
  torqued: readonly Corner[];
  marks: Readonly<Partial<Record<Corner, string>>>;
  onPick: (corner: Corner) => void;
}) {
  return (
    <div className="flex flex-col gap-2">
      <div className="mx-auto h-[150px] max-xl:hidden">
        <CornerPlan at={active} stand={false} />
      </div>
      <div className="grid grid-cols-2 gap-px max-xl:grid-cols-4">
        {CORNERS.filter((c) => corners.includes(c)).map((c) => (
          <button
            key={c}
            type="button"
            aria-pressed={c === active}
            onClick={() => onPick(c)}
            className="touch border border-strong bg-sheet px-1 py-1 text-[13px] leading-tight aria-pressed:border-accent aria-pressed:bg-accent-wash aria-pressed:font-[640]"
          >
            {CORNER_LABEL[c]}
            <span className="figure block text-[12px] font-normal text-soft">
              {marks[c] ? `${marks[c]} · ` : ''}
              {standing(open[c] ?? 0, torqued.includes(c))}
            </span>
          </button>
        ))}
      </div>
    </div>
  );
}

import { Minus, Plus } from 'lucide-react';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { Verdict } from '@/ui/Verdict';
import { sizesFor, stepSize } from './sizes';
import type { Bench } from './useBench';

/** On a tablet: size, verdict and the way forward under the thumbs. */
export function ThumbBar({
  bench,
  units,
  busy,
  onForward,
}: {
  bench: Bench;
  units: UnitSystem;
  busy: boolean;
  onForward: () => void;
}) {
  const { thickness } = bench.choice.spacer;
  const step = (d: 1 | -1) => bench.setSpacer({ thickness: stepSize(thickness, d, sizesFor(units)) });
  return (
    <section
      aria-label="Under the thumbs"
      className="no-print thumb-bar fixed inset-x-0 bottom-0 z-10 hidden items-center justify-between gap-3 border-t border-line bg-sheet p-2 max-lg:flex pointer-coarse:flex"
      data-testid="thumb-bar"
    >
      <div className="flex items-center gap-2">
        <Button aria-label="Thinner, by thumb" className="px-5" onClick={() => step(-1)}>
          <Minus size={20} aria-hidden="true" />
        </Button>
        <span className="figure min-w-[84px] text-center text-[20px] font-[650]">{formatLength(thickness, units)}</span>
        <Button aria-label="Thicker, by thumb" className="px-5" onClick={() => step(1)}>
          <Plus size={20} aria-hidden="true" />
        </Button>
      </div>
      <Verdict level={bench.evaluation.verdict} />
      <Button look="main" disabled={busy || bench.toClear > 0} onClick={onForward} aria-label="Approve, by thumb">
        Approve
      </Button>
    </section>
  );
}

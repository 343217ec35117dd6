import { formatLength, type UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import type { Bench } from './useBench';

/**
 * A save that is held up is sent again by itself; one that another screen overtook lies on this device until somebody
 * decides.
 */
export function NotSaved({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { saved, left, choice } = bench;
  return (
    <>
      {typeof saved === 'string' ? null : (
        <p role="alert" className="text-[14px] text-stop">
          {'held' in saved
            ? saved.held
            : `${saved.refused} Yours, ${formatLength(choice.spacer.thickness, units)}, lies on this device; reload to see the other.`}
        </p>
      )}
      {left === null ? null : (
        <section aria-label="Left on this device" className="flex flex-col gap-2 border-l-2 border-caution pl-2">
          <p className="text-[14px]">
            A choice of {formatLength(left.choice.spacer.thickness, units)} was made on this device and is not kept:{' '}
            {left.why}
          </p>
          <div className="flex flex-wrap gap-2">
            <Button
              onClick={() => {
                bench.putOn(left.choice);
                left.putAway();
              }}
            >
              Put it on the bench
            </Button>
            <Button look="quiet" onClick={left.putAway}>
              Put it away
            </Button>
          </div>
        </section>
      )}
    </>
  );
}

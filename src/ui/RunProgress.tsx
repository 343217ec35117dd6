import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';

/** How far a worker's run is, and the way to stop it; nothing while none is under way. */
export function RunProgress({
  label,
  done,
  onStop,
  className,
}: {
  label: string;
  done: number | null;
  /** Null where it can be stopped no more. */
  onStop: (() => void) | null;
  className?: string;
}) {
  if (done === null) return null;
  return (
    <>
      <progress value={done} max={1} aria-label={label} className={cx('[accent-color:var(--accent)]', className)} />
      {onStop ? (
        <Button look="quiet" onClick={onStop}>
          Stop
        </Button>
      ) : null}
    </>
  );
}

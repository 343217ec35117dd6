import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { alike } from '../actions';

/**
 * Wheels that were looked at and are alike: what was measured of one and of no other is written down for the others.
 */
export function AsWheel({
  like,
  vehicleId,
  onKept,
}: {
  like: { readonly id: string; readonly mark: string };
  vehicleId: string;
  onKept: () => void;
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  return (
    <div className="flex flex-col gap-2 border-2 border-dashed border-strong p-3">
      <p className="text-[14px]">
        Wheel {like.mark} is measured. Same casting and marks on the others, pockets and bores looked at?
      </p>
      <Button
        className="self-start"
        disabled={busy}
        onClick={() =>
          start(async () => {
            const result = await ask(() => alike(vehicleId, like.id));
            setFailure(result.ok ? null : result.message);
            if (result.ok) onKept();
          })
        }
      >
        Copy wheel {like.mark} to the others (I checked them)
      </Button>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}

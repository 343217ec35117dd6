'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { archiveWheels, changeWheelSet } from './actions';
import { type SetTyped, WheelSetForm } from './WheelSetForm';

/** Corrects a wheel set after take in, or puts it away; what that changes in open jobs is said before. */
export function ChangeWheelSet({
  vehicleId,
  wheelSetId,
  name,
  start,
  reaches,
}: {
  vehicleId: string;
  wheelSetId: string;
  name: string;
  start: SetTyped;
  reaches: readonly string[];
}) {
  const [open, setOpen] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, begin] = useTransition();
  const away = () =>
    begin(async () => {
      const result = await ask(() => archiveWheels(vehicleId, wheelSetId));
      setFailure(result.ok ? null : result.message);
    });
  return (
    <div className="col-span-full flex flex-col gap-2">
      {open ? (
        <WheelSetForm
          start={start}
          verb="Save wheels"
          reaches={reaches}
          save={(typed) => changeWheelSet(vehicleId, wheelSetId, typed)}
          onDone={() => setOpen(false)}
        />
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <Button look="quiet" onClick={() => setOpen(true)} aria-label={`Correct ${name}`}>
            Correct
          </Button>
          <Button look="quiet" disabled={busy} onClick={away} aria-label={`Put away ${name}`}>
            Put away
          </Button>
          {failure ? (
            <p role="alert" className="text-[14px] text-stop">
              {failure}
            </p>
          ) : null}
        </div>
      )}
    </div>
  );
}
